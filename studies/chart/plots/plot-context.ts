import { align, atr, atSamples, measureOf, paramsOf, subjectOf, type MeasureUse, type Sampling, type Subject } from "@core";
import { measureValues } from "@studies/conditions/measure-values";
import { seriesOfSubject, type Asked, type SubjectSeries } from "@studies/conditions/subject-series";
import type { Market } from "@studies/market/market";
import { WHOLE_MARKET } from "@studies/sets/group-key";
import type { Shown, ShownSamples } from "../shown";

/** What plots are drawn from: the bars of a chart as they are sampled, and whatever else is known of what is shown. */
export interface PlotContext {
  readonly market: Market;
  readonly shown: Shown;
  readonly sampling: Sampling;
  readonly samples: ShownSamples;
  /** Present close, and ATR(14) of the samples at it. */
  readonly close: number;
  readonly range: number;
  /** A measure at each sample: of the samples' own bars where it is of bars, else its value at their last session. */
  column(use: MeasureUse): Float64Array;
  /** A column on the days of a series at each sample. */
  atSamples(values: Float64Array, days: Int32Array): Float64Array;
}

export function plotContext(
  market: Market,
  ticker: string,
  shown: Shown,
  samples: ShownSamples,
  sampling: Sampling,
): PlotContext {
  const { instrument, part, days } = shown;
  const asked: Asked = instrument ? { part, instrument } : "composite";
  const seriesOf = (of: Subject): SubjectSeries =>
    of === "self" && !instrument && ticker !== WHOLE_MARKET
      ? seriesOfSubject(market, asked, { group: ticker })
      : seriesOfSubject(market, asked, of);
  const sampled = (values: Float64Array, own: Int32Array) =>
    atSamples(own === days ? values : align(values, own, days), samples.ends);
  const { bars } = samples;
  const last = bars.close.length - 1;
  return {
    market,
    shown,
    sampling,
    samples,
    close: bars.close[last] ?? NaN,
    range: atr(bars, 14)[last] ?? NaN,
    atSamples: sampled,
    column(use) {
      const measure = measureOf(use.measure);
      if (measure.column && subjectOf(use) === "self") return measure.column(bars, paramsOf(use), samples.days);
      const series = seriesOf(subjectOf(use));
      return sampled(measureValues(series, use), series.days);
    },
  };
}
