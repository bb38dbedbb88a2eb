import { clipped } from "@studies/words/words";

/** Something wrong with what was given, with its place. */
export interface Problem {
  readonly file: string;
  /** Line in the file, counting from 1; 0 when it is about the file as a whole. */
  readonly line: number;
  readonly reason: string;
}

const KEPT = 200;
const MOST_LETTERS = 400;

/** Collects problems: all are counted, the first 200 are kept. */
export class Problems {
  readonly list: Problem[] = [];
  total = 0;

  add(file: string, line: number, reason: string): void {
    this.total++;
    if (this.list.length < KEPT) this.list.push({ file: clipped(file), line, reason: clipped(reason, MOST_LETTERS) });
  }

  /** Those of another collection, of which only the first may be listed. */
  addAll(problems: readonly Problem[], total: number): void {
    for (const { file, line, reason } of problems) this.add(file, line, reason);
    this.total += total - problems.length;
  }
}
