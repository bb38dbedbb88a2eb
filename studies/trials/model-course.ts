import { deepestFall, isAbove, topPlaces, yearOf, type PortfolioCourse } from "@core";
import type { Market } from "@studies/market/market";
import type { HoldingRow, ModelYear } from "./model-columns";
import type { NamedMember } from "./model-members";

/* What a model holds and held, and what has come of it. */

interface Holding {
  readonly course: PortfolioCourse;
  readonly chosen: readonly (readonly number[])[];
  readonly wouldHold: readonly number[];
  readonly rankings: Int32Array;
  readonly t: number;
  readonly order: "highest" | "lowest";
}

/** Those held in the order of their weight, then those that would come. */
export function holdingRows(
  members: readonly NamedMember[],
  { course, chosen, wouldHold, rankings, t, order }: Holding,
): HoldingRow[] {
  const last = rankings.length - 1;
  const now = new Set(wouldHold);
  const places = topPlaces(
    members.map(({ present, measure }) => (present[last] === 1 ? measure[last]! : NaN)),
    Infinity,
    order,
  );
  const value = course.value.at(-1) ?? NaN;
  const entered = (rankings[last - 1] ?? NaN) + 1;
  return members
    .flatMap((member, i): HoldingRow[] => {
      const units = course.units[i]!;
      if (units === 0 && !now.has(i)) return [];
      const close = lastOf(member.close, t);
      const average = member.average?.[last] ?? NaN;
      return [
        {
          ticker: member.ticker,
          name: member.name,
          family: member.family,
          stands: units === 0 ? "comes" : now.has(i) ? "stays" : "goes",
          weight: units === 0 ? 0 : (units * close) / value,
          since: units === 0 ? NaN : close / member.open[entered]! - 1,
          held: runOf(chosen, i),
          measure: member.measure[last]!,
          place: places.indexOf(i) < 0 ? NaN : places.indexOf(i) + 1,
          isAbove: Number.isNaN(average) ? null : isAbove(member.close[t]!, average),
        },
      ];
    })
    .sort((a, b) => b.weight - a.weight || a.place - b.place || (a.ticker < b.ticker ? -1 : 1));
}

function lastOf(close: Float64Array, t: number): number {
  let s = t;
  while (s >= 0 && close[s] !== close[s]) s--;
  return close[s] ?? NaN;
}

/** The latest rebalancings running in which one was chosen. */
function runOf(chosen: readonly (readonly number[])[], i: number): number {
  let n = 0;
  while (n < chosen.length && chosen[chosen.length - 1 - n]!.includes(i)) n++;
  return n;
}

/** What the whole has made since the close before its last rebalancing. */
export function sinceRebalanced({ from, value }: PortfolioCourse, rankings: Int32Array): number {
  const last = rankings.at(-1);
  if (from < 0 || last === undefined) return NaN;
  const before = last < from ? 100 : value[last - from]!;
  return value.at(-1)! / before - 1;
}

const SESSIONS_A_YEAR = 252;

/** What a value that began with 100 has made. */
export interface ModelFigures {
  readonly total: number;
  /** A year; NaN over less than a year. */
  readonly annual: number;
  readonly drawdown: number;
}

export function figuresOf(value: Float64Array): ModelFigures {
  const last = value.at(-1) ?? NaN;
  const years = value.length / SESSIONS_A_YEAR;
  return {
    total: last / 100 - 1,
    annual: years < 1 ? NaN : (last / 100) ** (1 / years) - 1,
    drawdown: value.length === 0 ? NaN : deepestFall(value.map((x) => x / 100)),
  };
}

export function yearsOf(
  { sessions }: Market,
  { from, value, turnover }: PortfolioCourse,
  { against, equal }: { readonly against: Float64Array; readonly equal: Float64Array },
  rankings: Int32Array,
): ModelYear[] {
  const found: ModelYear[] = [];
  let start = 0;
  for (let k = 0; k < value.length; k++) {
    const year = yearOf(sessions[from + k]!);
    const isLast = k + 1 === value.length || yearOf(sessions[from + k + 1]!) !== year;
    if (!isLast) continue;
    const made = (values: Float64Array) => values[k]! / (start === 0 ? 100 : values[start - 1]!) - 1;
    const own = Array.from(turnover).filter((x, r) => !Number.isNaN(x) && yearOf(sessions[rankings[r]! + 1]!) === year);
    found.push({
      year,
      model: made(value),
      benchmark: made(against),
      equal: made(equal),
      turnover: own.reduce((sum, x) => sum + x, 0),
    });
    start = k + 1;
  }
  return found;
}

/** Who was held when: a row for each that ever was, those held now first, then those held most. */
export interface RibbonRow {
  readonly ticker: string;
  readonly name: string;
  /** 1 for each rebalancing after which it was held. */
  readonly held: Uint8Array;
  readonly times: number;
}

export function ribbonOf(members: readonly NamedMember[], chosen: readonly (readonly number[])[], begun: number): RibbonRow[] {
  if (begun < 0) return [];
  const shown = chosen.slice(begun);
  return members
    .map(({ ticker, name }, i) => {
      const held = Uint8Array.from(shown, (own) => (own.includes(i) ? 1 : 0));
      return { ticker, name, held, times: held.reduce((sum, x) => sum + x, 0) };
    })
    .filter(({ times }) => times > 0)
    .sort((a, b) => b.held.at(-1)! - a.held.at(-1)! || b.times - a.times || (a.ticker < b.ticker ? -1 : 1));
}
