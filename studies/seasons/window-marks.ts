import { START_DAYS, startDays, windowRecord } from "@core";
import type { Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { date, dayOfYear, signedPercent } from "@studies/words/words";
import { inYears } from "./season-params";
import { occurrenceOf } from "./window-row";

/** A window as it came out in every year there is, for a picture of the series. */
export interface WindowMarks {
  readonly start: string;
  readonly hold: number;
  /** Epoch days of entry and exit in each year, and what it made; fractions. */
  readonly froms: Int32Array;
  readonly tos: Int32Array;
  readonly moves: Float64Array;
  readonly rose: number;
  readonly fell: number;
  readonly median: number;
  /** The one under way, or the next, by its expected days. */
  readonly coming: { readonly from: number; readonly to: number; readonly hasBegun: boolean };
}

export function windowMarks(
  { days, close }: { readonly days: Int32Array; readonly close: Float64Array },
  window: { readonly start: number; readonly hold: number },
  { asOf, holidays }: Pick<Market, "asOf" | "holidays">,
): WindowMarks {
  const starts = startDays(days);
  const up = windowRecord(close, starts, { ...window, side: 1 });
  const down = windowRecord(close, starts, { ...window, side: -1 });
  return {
    start: START_DAYS[window.start]!,
    hold: window.hold,
    froms: up.entries.map((entry) => days[entry]!),
    tos: up.entries.map((entry) => days[entry + window.hold]!),
    moves: up.returns,
    rose: up.wins,
    fell: down.wins,
    median: up.median,
    coming: occurrenceOf({ days, starts }, window, asOf, holidays),
  };
}

/** "From 16 October, held 20 sessions, it rose in 12 of 24 years, …". */
export function windowSentence({ start, hold, moves, rose, fell, median, coming }: WindowMarks): Sentence {
  const n = moves.length;
  const way = rose >= fell ? `rose ${inYears(rose, n)}` : `fell ${inYears(fell, n)}`;
  const when = coming.hasBegun
    ? `this year's has begun on ${date(coming.from)} and ends on ${date(coming.to)}`
    : `the next begins on ${date(coming.from)} and ends on ${date(coming.to)}`;
  return [
    `From ${dayOfYear(start)}, held ${hold} sessions, `,
    n === 0 ? "it has no whole year yet" : { figure: `it ${way}` },
    n === 0 ? "" : `, by ${signedPercent(median)} in the median`,
    `; ${when}.`,
  ];
}
