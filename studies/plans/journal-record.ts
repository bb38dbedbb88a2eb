import { mean, wilsonInterval } from "@core";
import type { JournalPart } from "./journal-parts";
import type { Position } from "./journal-rows";

/** What positions that are over have been worth. */
export interface JournalRecord {
  readonly n: number;
  readonly wins: number;
  /** Wilson interval of the share that won (S32). */
  readonly low: number;
  readonly high: number;
  /** Of those with a planned risk: their number, mean and worst in planned risks. */
  readonly withRisk: number;
  readonly expectancy: number;
  readonly worst: number;
  readonly best: number;
}

/** Of positions that are over: open ones are not counted. */
export function recordOf(closed: readonly Position[]): JournalRecord {
  const wins = closed.filter((one) => one.money > 0).length;
  const r = closed.map((one) => one.r).filter((x) => Number.isFinite(x));
  const [low, high] = wilsonInterval(wins, closed.length);
  return {
    ...{ n: closed.length, wins, low, high },
    withRisk: r.length,
    expectancy: r.length > 0 ? mean(r) : NaN,
    worst: r.length > 0 ? Math.min(...r) : NaN,
    best: r.length > 0 ? Math.max(...r) : NaN,
  };
}

export interface PartRecord extends JournalRecord {
  readonly of: JournalPart;
  readonly name: string;
}

const NONE = "none";

/** The same by how things stood at the entry; one that was of two kinds of setups counts with each. */
export function recordsBy(of: JournalPart, closed: readonly Position[]): PartRecord[] {
  const namesOf = (one: Position): readonly string[] => {
    if (of === "setup") return one.setups.length > 0 ? one.setups : [NONE];
    if (of === "way") return [one.way === "plan" && one.isLookingBack ? "plan made looking back" : one.way];
    return [one[of] === "" ? NONE : one[of]];
  };
  const groups = new Map<string, Position[]>();
  for (const one of closed)
    for (const name of namesOf(one)) {
      const own = groups.get(name);
      if (own) own.push(one);
      else groups.set(name, [one]);
    }
  return [...groups]
    .map(([name, own]) => ({ of, name, ...recordOf(own) }))
    .sort((a, b) => b.n - a.n || (a.name < b.name ? -1 : 1));
}
