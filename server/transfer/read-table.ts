import { clipped } from "@studies/words/words";
import { rowsOfText, Unreadable } from "../ingest/text-rows";
import type { TableFormat } from "./formats";
import type { Problems } from "./problems";

export interface TableFile {
  readonly path: string;
  /** How the file is called in messages. */
  readonly name: string;
}

export interface ReadOptions {
  readonly problems: Problems;
  readonly notes: string[];
  readonly progress?: (bytes: number) => void;
}

/** Rows are refused beyond this many, so that no file can hold the process for ever. */
const MOST_ROWS = 40_000_000;

/**
 * Reads a CSV file row by row, checking each cell. Rows with a problem are listed and not handed on.
 * @param file where it is and how it is called
 * @param format the columns it may have
 * @param options where problems, notes and progress go
 * @param take is given each good row: its cells in the order of the format, null where empty, and its line
 */
export async function readTable(
  file: TableFile,
  format: TableFormat,
  { problems, notes, progress }: ReadOptions,
  take: (cells: readonly unknown[], line: number) => void,
): Promise<void> {
  const names = Object.keys(format.columns);
  const columns = Object.values(format.columns);
  const refuse = (line: number, reason: string) => {
    problems.add(file.name, line, reason);
  };
  let at: (number | undefined)[] | undefined;
  let width = 0;
  let rows = 0;
  const cells: unknown[] = new Array(names.length).fill(null);
  try {
    for await (const { rows: block, lines, ended } of rowsOfText(file.path, { delimiter: ",", progress })) {
      if (!ended && at)
        notes.push(
          `${file.name}: line ${lines[0]}, the last, has no end of line as the others have: perhaps the file was cut short`,
        );
      for (let r = 0; r < block.length; r++) {
        const row = block[r]!;
        const here = lines[r]!;
        if (!at) {
          at = readHeader(row, format, file.name, problems, notes);
          if (!at) return;
          width = row.length;
          continue;
        }
        if (row.length === 1 && row[0]!.trim() === "") continue;
        if (++rows > MOST_ROWS) {
          refuse(here, `has more than ${MOST_ROWS.toLocaleString("en-GB")} rows`);
          return;
        }
        if (row.length !== width) {
          const comma = row.length > width && row.some((cell) => /^\s*\d+\s*$/.test(cell));
          refuse(
            here,
            `has ${row.length} cells where the first line names ${width}${comma ? "; perhaps a decimal comma: numbers need a decimal dot" : ""}`,
          );
          continue;
        }
        let good = true;
        for (let k = 0; k < names.length; k++) {
          const position = at[k];
          const value = position === undefined ? null : columns[k]!.cell((row[position] ?? "").trim());
          if (value instanceof Error) {
            refuse(here, `${names[k]} ${value.message}`);
            good = false;
          } else if (value === null && columns[k]!.required) {
            refuse(here, `${names[k]} is empty`);
            good = false;
          }
          cells[k] = value;
        }
        if (good) take(cells, here);
      }
    }
    if (!at) refuse(0, "is empty: its first line should name the columns");
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    refuse(0, error.message);
  }
}

/** Positions of the format's columns in the header; undefined when one that is needed is missing. */
function readHeader(
  row: readonly string[],
  format: TableFormat,
  name: string,
  problems: Problems,
  notes: string[],
): (number | undefined)[] | undefined {
  const found = row.map((cell) => cell.trim().toLowerCase());
  const names = Object.keys(format.columns);
  const missing = names.filter((column) => format.columns[column]!.required && !found.includes(column));
  if (missing.length > 0) {
    const shown = row.slice(0, 12).join(",").slice(0, 120);
    problems.add(name, 1, `is not a ${format.file}: its first line lacks ${missing.join(", ")}; it reads "${shown}"`);
    return undefined;
  }
  const unknown = found.filter((column) => column !== "" && !names.includes(column));
  if (unknown.length > 0) notes.push(`${name}: unknown columns are ignored (${clipped(unknown.join(", "), 200)})`);
  const doubled = names.filter((column) => found.indexOf(column) !== found.lastIndexOf(column));
  if (doubled.length > 0) {
    problems.add(name, 1, `names ${doubled.join(", ")} twice`);
    return undefined;
  }
  return names.map((column) => (found.includes(column) ? found.indexOf(column) : undefined));
}
