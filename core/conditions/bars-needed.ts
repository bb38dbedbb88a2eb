import type { MeasureUse, ParameterValue } from "./condition";
import { paramsOf } from "./measures";

/** So many bars are enough for averages that fade: what lies before adds less than a rounding error. */
const EMA = 12;
const WILDER = 23;

type Params = Readonly<Record<string, ParameterValue>>;
const num = (p: Params, name = "n") => p[name] as number;
const isExponential = (p: Params) => p["average"] === "exponential";
const ATR_BARS = WILDER * 14;

/** The bars that decide a measure at its last one; a measure that is not here hangs on all of them. */
const NEEDED: Readonly<Record<string, (p: Params) => number>> = {
  close: () => 1,
  open: () => 1,
  high: () => 1,
  low: () => 1,
  volume: () => 1,
  turnover: () => 1,
  range: () => 1,
  body: () => 1,
  "day position": () => 1,
  gap: () => 2,
  return: (p) => num(p) + 1,
  sma: (p) => num(p),
  ema: (p) => EMA * num(p),
  wilder: (p) => WILDER * num(p),
  distance: (p) => (isExponential(p) ? EMA : 1) * num(p),
  "distance in ATRs": (p) => Math.max(ATR_BARS, (isExponential(p) ? EMA : 1) * num(p)),
  smoothness: (p) => num(p),
  "historical volatility": (p) => num(p) + 1,
  atr: (p) => WILDER * num(p),
  rsi: (p) => WILDER * num(p),
  stochastic: (p) => num(p) + num(p, "smooth"),
  "williams r": (p) => num(p),
  "range position": (p) => num(p),
  macd: (p) => EMA * Math.max(num(p, "fast"), num(p, "slow")),
  "macd signal": (p) => EMA * (Math.max(num(p, "fast"), num(p, "slow")) + num(p, "signal")),
  "macd histogram": (p) => EMA * (Math.max(num(p, "fast"), num(p, "slow")) + num(p, "signal")),
  "band width": (p) => num(p),
  "percent b": (p) => num(p),
  "upper band": (p) => num(p),
  "middle band": (p) => num(p),
  "lower band": (p) => num(p),
  "highest close": (p) => num(p),
  "lowest close": (p) => num(p),
  "highest high": (p) => num(p),
  "lowest low": (p) => num(p),
  "smallest range": (p) => num(p),
  "largest range": (p) => num(p),
  "range in ATRs": () => ATR_BARS,
  "average volume": (p) => num(p),
  "relative volume": (p) => num(p),
  "average turnover": (p) => num(p),
};

/**
 * How many of the latest bars decide a measure, to within a billionth: those of its windows, and of averages that fade as many as
 * leave nothing of what came before.
 * @param use a measure and its parameters; its offset is not counted
 * @returns a number of bars; Infinity for what hangs on all of them, is not of daily bars, or is not calculated from bars
 * @throws CoreError `bad-option` for a measure or parameters that do not exist
 * @example barsNeeded({ measure: "sma", params: { n: 50 } }) // => 50
 */
export function barsNeeded(use: MeasureUse): number {
  const params = paramsOf(use);
  const needed = NEEDED[use.measure];
  return needed === undefined || (params["sampling"] ?? "daily") !== "daily" ? Infinity : needed(params);
}
