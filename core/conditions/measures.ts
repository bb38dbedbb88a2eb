import { CoreError } from "../core-error";
import { HORIZONS } from "../breadth/participation";
import { atr } from "../indicators/atr";
import { bollinger } from "../indicators/bollinger";
import { detrendedPrice } from "../indicators/detrended-price";
import { directionalMovement } from "../indicators/directional-movement";
import { ema } from "../indicators/ema";
import { highest, lowest } from "../indicators/highest";
import { historicalVolatility } from "../indicators/historical-volatility";
import { linearRegression } from "../indicators/linear-regression";
import { macd, ppo } from "../indicators/macd";
import { parabolicSar } from "../indicators/parabolic-sar";
import { dayPosition, rangePosition, stochastic, williamsR } from "../indicators/range-position";
import { rsi } from "../indicators/rsi";
import { simpleReturn } from "../indicators/simple-return";
import { sma } from "../indicators/sma";
import { turnover } from "../indicators/turnover";
import type { MeasureUse } from "./condition";
import { ofN, plain, window, type Measure } from "./measure";

/** Every measure there is, in the order in which they are offered. */
export const MEASURES: readonly Measure[] = [
  plain("close", "price", "close", (b) => b.close),
  plain("open", "price", "open", (b) => b.open),
  plain("high", "price", "high", (b) => b.high),
  plain("low", "price", "low", (b) => b.low),
  ofN(
    "sma",
    "price",
    window(50),
    (n) => `${n}-session simple average`,
    (b, n) => sma(b.close, n),
  ),
  ofN(
    "ema",
    "price",
    window(50),
    (n) => `${n}-session exponential average`,
    (b, n) => ema(b.close, n),
  ),
  ofN(
    "highest close",
    "price",
    window(20),
    (n) => `highest close of ${n} sessions`,
    (b, n) => highest(b.close, n),
  ),
  ofN(
    "lowest close",
    "price",
    window(20),
    (n) => `lowest close of ${n} sessions`,
    (b, n) => lowest(b.close, n),
  ),
  ofN(
    "regression end",
    "price",
    window(63, 2),
    (n) => `end of the ${n}-session regression line`,
    (b, n) => linearRegression(b.close, n).end,
  ),
  ofN(
    "upper band",
    "price",
    window(20, 2),
    (n) => `upper Bollinger band of ${n} sessions`,
    (b, n) => bollinger(b.close, n).upper,
  ),
  ofN(
    "lower band",
    "price",
    window(20, 2),
    (n) => `lower Bollinger band of ${n} sessions`,
    (b, n) => bollinger(b.close, n).lower,
  ),
  plain("parabolic sar", "price", "parabolic SAR", (b) => parabolicSar(b)),
  ofN(
    "detrended price",
    "number",
    window(20),
    (n) => `detrended price of ${n} sessions`,
    (b, n) => detrendedPrice(b.close, n),
  ),
  ofN(
    "regression slope",
    "number",
    window(20, 2),
    (n) => `slope of the ${n}-session regression line`,
    (b, n) => linearRegression(b.close, n).slope,
  ),
  ofN(
    "return",
    "fraction",
    window(21),
    (n) => `return over ${n} sessions`,
    (b, n) => simpleReturn(b.close, n),
  ),
  ofN(
    "rsi",
    "percent",
    window(14),
    (n) => `RSI(${n})`,
    (b, n) => rsi(b.close, n),
  ),
  ofN(
    "stochastic",
    "percent",
    window(14),
    (n) => `stochastic K(${n}, 3)`,
    (b, n) => stochastic(b, { n }).k,
  ),
  ofN(
    "williams r",
    "percent",
    window(14),
    (n) => `Williams %R(${n})`,
    (b, n) => williamsR(b, n),
  ),
  ofN(
    "range position",
    "percent",
    window(20),
    (n) => `range position over ${n} sessions`,
    (b, n) => rangePosition(b, n),
  ),
  plain("day position", "percent", "day position", (b) => dayPosition(b)),
  plain("macd", "number", "MACD line", (b) => macd(b.close).line),
  plain("macd signal", "number", "MACD signal", (b) => macd(b.close).signal),
  plain("macd histogram", "number", "MACD histogram", (b) => macd(b.close).histogram),
  plain("ppo", "percent", "PPO", (b) => ppo(b.close).line),
  ofN(
    "adx",
    "percent",
    window(14),
    (n) => `ADX(${n})`,
    (b, n) => directionalMovement(b, n).adx,
  ),
  ofN(
    "plus di",
    "percent",
    window(14),
    (n) => `+DI(${n})`,
    (b, n) => directionalMovement(b, n).plus,
  ),
  ofN(
    "minus di",
    "percent",
    window(14),
    (n) => `\u2212DI(${n})`,
    (b, n) => directionalMovement(b, n).minus,
  ),
  ofN(
    "band width",
    "fraction",
    window(20, 2),
    (n) => `Bollinger width of ${n} sessions`,
    (b, n) => bollinger(b.close, n).width,
  ),
  ofN(
    "historical volatility",
    "fraction",
    window(21, 2),
    (n) => `historical volatility of ${n} sessions`,
    (b, n) => historicalVolatility(b.close, n),
  ),
  ofN(
    "atr",
    "number",
    window(14),
    (n) => `ATR(${n})`,
    (b, n) => atr(b, n),
  ),
  plain("volume", "number", "volume", (b) => b.volume),
  ofN(
    "average volume",
    "number",
    window(50),
    (n) => `average volume of ${n} sessions`,
    (b, n) => sma(b.volume, n),
  ),
  plain("turnover", "number", "turnover", (b) => turnover(b.close, b.volume)),
  plain("pressure", "number", "Pressure"),
  {
    ...ofN(
      "participation",
      "percent",
      { name: "n", default: 50, least: 5, most: 200, among: HORIZONS },
      (n) => `share of members above their ${n}-session average`,
    ),
  },
  plain("all five", "percent", "share of members above all five averages"),
  plain("mcclellan", "number", "McClellan oscillator"),
];

const BY_NAME = new Map(MEASURES.map((m) => [m.name, m]));

/**
 * A measure by its name.
 * @param name as conditions give it
 * @returns the measure
 * @throws CoreError `bad-option` when there is none of that name
 * @example measureOf("rsi").unit // => "percent"
 */
export function measureOf(name: string): Measure {
  const found = BY_NAME.get(name);
  if (!found) throw new CoreError("bad-option", `measureOf: there is no measure "${name}"`);
  return found;
}

/**
 * The parameters of a use, with the defaults of those left out.
 * @param use a measure and the parameters that were given
 * @returns every parameter
 * @throws CoreError `bad-option` for a measure or parameter that does not exist, or a value outside its range
 * @example paramsOf({ measure: "rsi" }) // => { n: 14 }
 */
export function paramsOf(use: MeasureUse): Record<string, number> {
  const { params } = measureOf(use.measure);
  const given = use.params ?? {};
  for (const name of Object.keys(given)) {
    if (!params.some((p) => p.name === name))
      throw new CoreError("bad-option", `paramsOf: "${use.measure}" has no parameter "${name}"`);
  }
  return Object.fromEntries(
    params.map((p) => {
      const value = given[p.name] ?? p.default;
      if (p.among && !p.among.includes(value)) {
        throw new CoreError(
          "bad-option",
          `paramsOf: ${p.name} of "${use.measure}" needs one of ${p.among.join(", ")}, got ${value}`,
        );
      }
      if (!Number.isInteger(value) || value < p.least || value > p.most) {
        throw new CoreError(
          "bad-option",
          `paramsOf: ${p.name} of "${use.measure}" needs a whole number from ${p.least} to ${p.most}, got ${value}`,
        );
      }
      return [p.name, value];
    }),
  );
}
