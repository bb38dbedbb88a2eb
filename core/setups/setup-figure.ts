import { isAbove, isBelow } from "../columns/compare";
import { ownBars, rowBack } from "../columns/over-defined";
import { priceDecimals } from "../columns/tick";
import type { MeasuredBars } from "../conditions/measure";
import { atr } from "../indicators/atr";
import { bollinger } from "../indicators/bollinger";
import { rsi } from "../indicators/rsi";
import { simpleReturn } from "../indicators/simple-return";
import { sma } from "../indicators/sma";
import { trailingSd } from "../stats/trailing-sd";
import type { Turn } from "../swings/swings";
import { cutFrom, DECIDING_BARS, firstOfTurns, turnsAmong } from "./deciding-bars";
import { divergences } from "./divergences";
import { reach } from "./reach";
import type { EndKind, SetupKind } from "./setup-kinds";
import { trendEndDistance } from "./trend-ends";

/**
 * The figure that makes the last session a setup of a kind.
 * Formula: compression its range in ATR(14); tight with reach its Reach in risks of its bracket; squeeze the band's width, a fraction;
 * doji its body as a share of its range; streak its closes; closing low or high the sessions whose closes it lies beyond; short RSI its
 * RSI(2); shock its return in sd of the 60 before; volume climax its volume in averages of 50; divergence K at the extreme less K at the
 * turn before; an end its distance in ATR(14) (method 11).
 * @param kind a kind that the session is of
 * @param bars of one instrument up to the session, NaN where it has no bar
 * @param turns its confirmed swing pivots
 */
export function setupFigure(kind: SetupKind | EndKind, bars: MeasuredBars, turns: readonly Turn[]): number {
  const { close } = bars;
  if (kind.startsWith("divergence")) return divergenceOf(kind, bars, turns);
  const start = rowBack(close, close.length, DECIDING_BARS);
  const { rows, bars: latest } = ownBars(close.subarray(start), cutFrom(bars, start));
  const figure = figureOf(kind, latest);
  // Streaks and extremes can reach back farther.
  const isCut = start > 0 && /closing|streak/.test(kind) && figure >= rows.length - 1;
  return isCut ? figureOf(kind, ownBars(close, bars).bars) : figure;
}

/** K at the extreme less K at the turn before. */
function divergenceOf(kind: SetupKind | EndKind, bars: MeasuredBars, turns: readonly Turn[]): number {
  const start = firstOfTurns(bars.close, turns);
  const { rows, bars: own } = ownBars(bars.close.subarray(start), cutFrom(bars, start));
  const found = divergences(own, turnsAmong(turns, rows, start), rows.length - 1).find((d) => d.kind === kind);
  return found ? found.now - found.before : NaN;
}

/** The figure of any other kind at the last of own bars. */
function figureOf(kind: SetupKind | EndKind, bars: MeasuredBars): number {
  const { open, high, low, close, volume } = bars;
  const t = close.length - 1;
  const range = high[t]! - low[t]!;
  switch (kind) {
    case "compression":
      return range / atr(bars, 14)[t]!;
    case "tight with reach":
      return reach(bars)[t]! / (range + 2 * 10 ** -priceDecimals(close[t]!));
    case "squeeze":
      return bollinger(close).width[t]!;
    case "doji":
      return Math.abs(close[t]! - open[t]!) / range;
    case "streak down":
      return lengthBack(t, (s) => isBelow(close[s + 1]!, close[s]!));
    case "streak up":
      return lengthBack(t, (s) => isAbove(close[s + 1]!, close[s]!));
    case "10-session closing low":
    case "30-session closing low":
      return 1 + lengthBack(t, (s) => isBelow(close[t]!, close[s]!));
    case "10-session closing high":
    case "30-session closing high":
      return 1 + lengthBack(t, (s) => isAbove(close[t]!, close[s]!));
    case "short RSI low, with the trend":
    case "short RSI low, against it":
    case "short RSI high, with the trend":
    case "short RSI high, against it":
      return rsi(close, 2)[t]!;
    case "shock down":
    case "shock up": {
      const r1 = simpleReturn(close, 1);
      return r1[t]! / trailingSd(r1, 60)[t - 1]!;
    }
    case "volume climax at a low":
    case "volume climax at a high":
      return volume[t]! / sma(volume, 50)[t]!;
    case "value end":
    case "leader end":
      return trendEndDistance(bars)[t]!;
    default:
      return NaN;
  }
}

/** How many sessions before one in a row are as said. */
function lengthBack(t: number, isSo: (s: number) => boolean): number {
  let s = t - 1;
  while (s >= 0 && isSo(s)) s--;
  return t - 1 - s;
}
