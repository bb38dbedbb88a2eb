import { align, subjectOf, type Condition, type ConditionSource, type Judged, type MeasureUse, type Subject } from "@core";
import type { Market } from "@studies/market/market";
import { measureValues } from "./measure-values";
import { seriesOfSubject, type Asked, type SubjectSeries } from "./subject-series";

/**
 * What conditions are judged from, as asked of one instrument: its own calendar is the one asked on. Subjects on another
 * calendar are judged there and brought over (method 9, Q44).
 */
export function conditionSource(
  market: Market,
  asked: Asked,
): ConditionSource & { readonly series: SubjectSeries; readonly release: () => void } {
  const subjects = new Map<string, Judged>();
  const seriesOf = remembered(
    (of: Subject) => JSON.stringify(of),
    (of) => seriesOfSubject(market, asked, of),
  );
  const self = seriesOf("self");
  const values = new Map<string, Float64Array>();
  const valuesOf = (use: MeasureUse) => {
    const key = JSON.stringify([use.measure, use.params, subjectOf(use)]);
    let column = values.get(key);
    if (!column) values.set(key, (column = measureValues(seriesOf(subjectOf(use)), use)));
    return column;
  };
  return {
    series: self,
    /** Lets go of the measures that conditions were judged by: those of a whole market are as large as its bars. */
    release() {
      values.clear();
    },
    sessions: self.days.length,
    subject(of) {
      const key = JSON.stringify(of);
      let judged = subjects.get(key);
      if (!judged) subjects.set(key, (judged = judgedOn(seriesOf(of), self, seriesOf, valuesOf)));
      return judged;
    },
  };
}

function judgedOn(
  series: SubjectSeries,
  self: SubjectSeries,
  seriesOf: (of: Subject) => SubjectSeries,
  valuesOf: (use: MeasureUse) => Float64Array,
): Judged {
  const { days } = series;
  return {
    sessions: days.length,
    get own() {
      return series.own;
    },
    column(use) {
      const other = seriesOf(subjectOf(use));
      const values = valuesOf(use);
      return other.days === days ? values : align(values, other.days, days);
    },
    ownOf(of) {
      const other = seriesOf(of);
      if (other.days === days) return other.own;
      const there = align(
        Float64Array.from(other.days, (_, s) => (other.own?.[s] === 0 ? NaN : 1)),
        other.days,
        days,
      );
      return Uint8Array.from(there, (x) => (x === 1 ? 1 : 0));
    },
    ...(days === self.days ? {} : { bring: (truth: Float64Array) => align(truth, days, self.days) }),
  };
}

function remembered<K, V>(keyOf: (key: K) => string, make: (key: K) => V): (key: K) => V {
  const held = new Map<string, V>();
  return (key) => {
    const text = keyOf(key);
    let value = held.get(text);
    if (value === undefined) held.set(text, (value = make(key)));
    return value;
  };
}

const isFixed = (of: Subject) => of === "market" || typeof of === "object";

/** Whether a condition speaks of nothing that differs from instrument to instrument. */
export function isShared({ left, right }: Condition): boolean {
  return isFixed(subjectOf(left)) && (typeof right !== "object" || isFixed(subjectOf(right)));
}
