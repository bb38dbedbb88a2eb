import { atr } from "../indicators/atr";
import { bollinger } from "../indicators/bollinger";
import { ema } from "../indicators/ema";
import { highest, lowest } from "../indicators/highest";
import { sma } from "../indicators/sma";
import type { MeasuredBars } from "../conditions/measure";
import { swings } from "../swings/swings";

/** What a level is. */
export type RungKind = "average" | "extreme" | "band" | "session" | "swing" | "drawing";

/** A price level, as seen from the present close. */
export interface Rung {
  readonly kind: RungKind;
  readonly name: string;
  readonly price: number;
  /** From the close to the level, in ATR(14) and as a fraction. */
  readonly place: number;
  readonly percent: number;
  /** Row of the bar that turned there, for a swing. */
  readonly at?: number;
}

/** Rungs so close to each other that they are one line. */
export interface RungLine<R extends Rung = Rung> {
  /** Of its lowest rung. */
  readonly price: number;
  readonly place: number;
  /** From the lowest up. */
  readonly rungs: readonly R[];
}

const AVERAGES = [20, 50, 200];
const EXTREMES = [20, 63, 252];
const SWINGS = 3;
const SHARED = 0.1;

/**
 * The levels around the present close.
 * Formula: SMA and EMA of 20, 50 and 200; highs and lows of 20, 63 and 252 bars; Bollinger(20, 2); the session's high and
 * low; closes of the last three confirmed swing highs and lows; what is drawn; each at (v - C)/ATR(14) and v/C - 1 (method 17, S77).
 * @param bars columns of one instrument up to the session, NaN where it has no bar
 * @param drawn prices of what is drawn on its chart, by what they are called [none]
 * @returns rungs from the lowest up, ties by name; none without a close or an ATR(14) at the last row
 * @throws CoreError `bad-length`
 */
export function levelLadder(
  bars: MeasuredBars,
  drawn: readonly { readonly name: string; readonly price: number }[] = [],
): Rung[] {
  const { high, low, close } = bars;
  const last = close.length - 1;
  const range = atr(bars, 14)[last] ?? NaN;
  const c = close[last] ?? NaN;
  if (!(range > 0) || Number.isNaN(c)) return [];
  const bands = bollinger(close);
  const placed = (kind: RungKind, name: string, price: number): Rung => ({
    ...{ kind, name, price },
    place: (price - c) / range,
    percent: price / c - 1,
  });
  const rung = (kind: RungKind, name: string, column: Float64Array, at?: number): Rung => ({
    ...placed(kind, name, column[at ?? last]!),
    ...(at === undefined ? {} : { at }),
  });
  const { pivots } = swings(bars);
  const lastOf = (kind: "high" | "low") => pivots.filter((p) => p.kind === kind).slice(-SWINGS);
  return [
    ...AVERAGES.flatMap((n) => [
      rung("average", `${n}-session simple average`, sma(close, n)),
      rung("average", `${n}-session exponential average`, ema(close, n)),
    ]),
    ...EXTREMES.flatMap((n) => [
      rung("extreme", `${n}-session high`, highest(high, n)),
      rung("extreme", `${n}-session low`, lowest(low, n)),
    ]),
    rung("band", "upper Bollinger band (20, 2)", bands.upper),
    rung("band", "lower Bollinger band (20, 2)", bands.lower),
    rung("session", "high of the session", high),
    rung("session", "low of the session", low),
    ...lastOf("high").map((p) => rung("swing", "swing high", close, p.at)),
    ...lastOf("low").map((p) => rung("swing", "swing low", close, p.at)),
    ...drawn.map(({ name, price }) => placed("drawing", name, price)),
  ]
    .filter((r) => !Number.isNaN(r.price))
    .sort((a, b) => a.price - b.price || (a.name < b.name ? -1 : 1));
}

/**
 * Rungs that share a line.
 * Formula: from the lowest up a rung joins a line while it is within 0.1 ATR of its lowest; no chains (method 17, S78).
 * @param rungs from the lowest up
 * @returns lines from the lowest up
 */
export function sharedLines<R extends Rung>(rungs: readonly R[]): RungLine<R>[] {
  const lines: { price: number; place: number; rungs: R[] }[] = [];
  for (const rung of rungs) {
    const line = lines.at(-1);
    // As the difference of two quotients, it is a billionth off at most.
    if (line && rung.place - line.place <= SHARED + 1e-9) line.rungs.push(rung);
    else lines.push({ price: rung.price, place: rung.place, rungs: [rung] });
  }
  return lines;
}
