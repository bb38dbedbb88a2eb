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
import type { ConditionsOf } from "./conditions-of";
import { latestBars } from "./latest-bars";
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

function lateBy(values: Float64Array, back: number): Float64Array {
  if (back === 0) return values;
  const out = new Float64Array(values.length).fill(NaN);
  out.set(values.subarray(0, values.length - back), back);
  return out;
}
