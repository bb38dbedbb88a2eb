import {
  barsNeeded,
  compared,
  comparesAs,
  lasting,
  measureColumn,
  measureOf,
  signsOf,
  signsOfNumber,
  subjectOf,
  truthAt,
  type Condition,
  type Moment,
  type Rule,
} from "@core";
import type { ConditionsOf } from "./condition-source";
import type { SubjectSeries } from "./subject-series";

type Known = -1 | 0 | 1;

/**
 * What a rule is at the last session: 1 true, 0 false, -1 unknown. The same as the last of `conditions.truth`, from as many of the
 * latest bars as decide it where those are few.
 */
export function holdsNow(conditions: ConditionsOf, rule: Rule, moment: Moment = "close"): Known {
  if (rule.off) return 1;
  if ("all" in rule) return least(rule.all.filter((part) => !part.off).map((part) => () => holdsNow(conditions, part, moment)));
  if ("any" in rule) {
    const on = rule.any.filter((part) => !part.off);
    if (on.length === 0 && rule.any.length > 0) return 1;
    return opposite(least(on.map((part) => () => opposite(holdsNow(conditions, part, moment)))));
  }
  if ("not" in rule) return rule.not.off ? 1 : opposite(holdsNow(conditions, rule.not, moment));
  const soon = moment === "close" ? fromLatest(conditions.series, rule) : undefined;
  if (soon !== undefined) return soon;
  const truth = conditions.truth(rule, moment);
  return truthAt(truth, truth.sessions - 1);
}

const opposite = (known: Known): Known => (known < 0 ? -1 : known === 0 ? 1 : 0);

/** False where any is false; those after it are not asked. */
function least(parts: readonly (() => Known)[]): Known {
  let all: Known = 1;
  for (const part of parts) {
    const own = part();
    if (own === 0) return 0;
    if (own < 0) all = -1;
  }
  return all;
}

/** Values closer than this, relatively, could be told apart otherwise by all bars. */
const NEAR = 1e-8;
/** From a share of all bars on there is nothing to be saved. */
const FEW = 0.6;
/** How far back an earlier bar is looked for on which the sides of a crossing were not equal. */
const CROSSING = 12;

/** A condition on an instrument's own daily bars by the latest of them; undefined where those cannot tell. */
function fromLatest(series: SubjectSeries, condition: Condition): Known | undefined {
  const { left, right, comparator, running, within, firstIn, ago = 0 } = condition;
  const uses = typeof right === "object" ? [left, right] : [left];
  if (series.index === undefined || uses.some((use) => subjectOf(use) !== "self")) return undefined;
  const crossing = comparator.startsWith("crosses") ? CROSSING : 0;
  const span = (running ?? within ?? firstIn ?? 1) + ago + crossing;
  const needed = span + Math.max(...uses.map((use) => barsNeeded(use) + (use.ago ?? 0)));
  const latest = latestBars(series, needed);
  if (!latest) return undefined;
  const columns = uses.map((use) => lateBy(measureColumn(use, latest.bars, latest.days), use.ago ?? 0));
  const [x, y = right] = columns as [Float64Array, Float64Array | undefined];
  if (typeof y === "string") return undefined;
  const at = (s: number) => (typeof y === "number" ? y : (y as Float64Array)[s]!);
  for (let s = needed - span; s < needed; s++) {
    const [a, b] = [x[s]!, at(s)];
    if (!(Math.abs(a - b) > NEAR * (Math.max(Math.abs(a), Math.abs(b)) + Math.abs(latest.bars.close[s]!) / 10))) return undefined;
  }
  const prices = uses.every((use) => measureOf(use.measure).unit === "price");
  if (span === 1) {
    const holds = comparesAs(x[needed - 1]!, at(needed - 1), comparator as "above", prices);
    return holds === undefined ? undefined : holds ? 1 : 0;
  }
  const signs = typeof y === "number" ? signsOfNumber(x, y, prices) : signsOf(x, y as Float64Array, prices);
  const known = lasting(compared(signs, comparator), condition)[needed - 1 - ago]!;
  return known < 0 ? undefined : (known as Known);
}

/**
 * So many of the latest bars of an instrument, those of sessions on which it has none left out, as windows count its own; undefined
 * without a bar on the last session, for fewer bars, or where most of them are asked for.
 */
export function latestBars({ days, bars }: Pick<SubjectSeries, "days" | "bars">, needed: number) {
  const { close } = bars;
  if (!(needed < FEW * days.length) || Number.isNaN(close[days.length - 1])) return undefined;
  const rows = new Int32Array(needed);
  let s = days.length;
  for (let k = needed - 1; k >= 0; k--) {
    do s--;
    while (s >= 0 && close[s] !== close[s]);
    if (s < 0) return undefined;
    rows[k] = s;
  }
  const isWhole = s === days.length - needed;
  const cut = (column: Float64Array) => (isWhole ? column.subarray(s) : Float64Array.from(rows, (row) => column[row]!));
  return {
    bars: { open: cut(bars.open), high: cut(bars.high), low: cut(bars.low), close: cut(close), volume: cut(bars.volume) },
    days: isWhole ? days.subarray(s) : Int32Array.from(rows, (row) => days[row]!),
  };
}

function lateBy(values: Float64Array, back: number): Float64Array {
  if (back === 0) return values;
  const out = new Float64Array(values.length).fill(NaN);
  out.set(values.subarray(0, values.length - back), back);
  return out;
}
