import { directionalMovement, percentileRankAt, rangePosition } from "@core";
import { regimeColumns, volatilitySlopeColumns } from "@studies/columns/regime";
import { referenceColumns } from "@studies/columns/composites";
import { deriveWhole, type PerSession } from "@studies/market/derived";
import type { Market } from "@studies/market/market";

/** A figure of the regime with its verdict and its place. */
export interface RegimeMeasure {
  readonly key: string;
  readonly name: string;
  /** What it is, in one sentence, for whoever asks. */
  readonly about: string;
  readonly unit: "fraction" | "points" | "z";
  readonly value: number;
  readonly verdict: string;
  /** Percentile rank in its own trailing 180 sessions, NaN when one of them has no value. */
  readonly rank: number;
  /** Its last 90 values. */
  readonly history: Float64Array;
}

const RANK_WINDOW = 180;
const SHOWN = 90;

/** ADX(14) and range positions of the broad index. */
export const regimeMeasureColumns: PerSession<{ adx: Float64Array; range10: Float64Array; range260: Float64Array }> = {
  name: "regime-measures",
  stored: true,
  derive(data) {
    const bars = deriveWhole(data, referenceColumns);
    return {
      adx: directionalMovement(bars, 14).adx,
      range10: rangePosition(bars, 10),
      range260: rangePosition(bars, 260),
    };
  },
};

interface Definition extends Pick<RegimeMeasure, "key" | "name" | "about" | "unit"> {
  readonly column: Float64Array;
  readonly verdict: (x: number) => string;
}

/** The measures of the regime at the as-of session. */
export function regimeMeasures(market: Market): RegimeMeasure[] {
  const regime = market.perSession(regimeColumns);
  const own = market.perSession(regimeMeasureColumns);
  const volatility = market.perSession(volatilitySlopeColumns);
  const definitions: Definition[] = [
    {
      key: "distance200",
      name: "Distance from the 200",
      about: "Close of the broad index over its 200-session simple average, less 1.",
      unit: "fraction",
      column: regime.distance200,
      verdict: (x) => (x > 0.02 ? "well above" : x < -0.02 ? "well below" : "near its average"),
    },
    {
      key: "slope50",
      name: "Slope of the 50",
      about: "Change of the 50-session simple average over 5 sessions.",
      unit: "fraction",
      column: regime.slope50,
      verdict: (x) => (x > 1e-4 ? "rising" : x < -1e-4 ? "falling" : "flat"),
    },
    {
      key: "adx",
      name: "ADX(14)",
      about: "Average directional index: how strongly the index trends, whatever the direction.",
      unit: "points",
      column: own.adx,
      verdict: (x) => (x >= 25 ? "trending" : x < 18 ? "no trend" : "weak trend"),
    },
    {
      key: "range10",
      name: "Range position, 10",
      about: "Where the close stands between the lowest low (0) and the highest high (100) of 10 sessions.",
      unit: "points",
      column: own.range10,
      verdict: thirds,
    },
    {
      key: "range260",
      name: "Range position, 260",
      about: "Where the close stands between the lowest low (0) and the highest high (100) of 260 sessions.",
      unit: "points",
      column: own.range260,
      verdict: thirds,
    },
    {
      key: "volatilitySlope",
      name: "Volatility slope",
      about:
        "10-session average of the volatility index over its 42-session average, less 1: below zero, volatility is subsiding.",
      unit: "fraction",
      column: volatility.slope,
      verdict: (x) => (x < 0 ? "subsiding" : "building"),
    },
    {
      key: "volatilitySlopeZ",
      name: "Its long-run z",
      about: "Volatility slope in standard deviations of up to 5,000 trailing sessions.",
      unit: "z",
      column: volatility.z,
      verdict: (x) => (x > 1 ? "unusually high" : x < -1 ? "unusually low" : "usual"),
    },
  ];
  return definitions.map(({ column, verdict, ...rest }) => {
    const value = column[market.t]!;
    return {
      ...rest,
      value,
      verdict: Number.isNaN(value) ? "not known yet" : verdict(value),
      rank: trailingRank(column),
      history: column.slice(Math.max(0, column.length - SHOWN)),
    };
  });
}

function thirds(x: number): string {
  return x >= 67 ? "upper third" : x <= 33 ? "lower third" : "middle third";
}

function trailingRank(column: Float64Array): number {
  const window = column.subarray(Math.max(0, column.length - RANK_WINDOW));
  return window.length < RANK_WINDOW || window.some(Number.isNaN) ? NaN : percentileRankAt(window, RANK_WINDOW - 1);
}
