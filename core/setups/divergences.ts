import { MARGIN } from "../columns/compare";
import type { HighLowClose } from "../indicators/atr";
import { swings, type Turn } from "../swings/swings";
import type { SetupKind } from "./setup-kinds";

/** Sessions within which a turn is seen. */
const SEEN = 3;

export type DivergenceKind = Extract<SetupKind, `divergence ${string}`>;

/** A turn that the stochastic did not follow. */
export interface Divergence {
  readonly t: number;
  readonly kind: DivergenceKind;
  /** K at the turn before, and at the present extreme. */
  readonly before: number;
  readonly now: number;
}

/**
 * Divergences of the closes and the stochastic K(8, 3).
 * Formula: h = the last confirmed high, l = the last confirmed low before h, m = the earliest session of the lowest close since h;
 * 3 >= t - m >= 1 and C[t] above C[m]. Regular: C[m] below C[l] and K[m] > K[l]; with the trend: C[m] above C[l] and K[m] < K[l].
 * Highs mirrored. 'Last' goes by the pivot's own session among those confirmed by t; m begins on the session after it (method 11,
 * P05, R17).
 * @param bars own bars of one instrument, none of them missing
 * @param turns its confirmed swing pivots
 * @param from first row to judge [0]
 */
export function divergences(bars: HighLowClose, turns: readonly Turn[] = swings(bars).pivots, from = 0): Divergence[] {
  return [...walk(bars, turns, from, 1), ...walk(bars, turns, from, -1)];
}

/** On one side: 1 for lows after a confirmed high, -1 for highs after a confirmed low. */
function walk(bars: HighLowClose, turns: readonly Turn[], from: number, side: 1 | -1): Divergence[] {
  const { close } = bars;
  const [opposite, same] = side > 0 ? (["high", "low"] as const) : (["low", "high"] as const);
  // By the rule for ties, on its side.
  const isBeyond = (x: number, y: number) => side * (y - x) > MARGIN * Math.abs(y);
  const isInside = (x: number, y: number) => side * (x - y) > MARGIN * Math.abs(y);
  const found: Divergence[] = [];
  let known = 0;
  let turn: Turn | undefined;
  let before: Turn | undefined;
  let m = -1;
  for (let t = from; t < close.length; t++) {
    const earlier = known;
    while (known < turns.length && turns[known]!.confirmed <= t) known++;
    const last = known > earlier ? lastOf(turns, known, opposite, Infinity) : turn;
    if (last !== turn) {
      turn = last;
      before = last && lastOf(turns, known, same, last.at);
      m = -1;
      for (let s = turn!.at + 1; s < t; s++) if (m < 0 || isBeyond(close[s]!, close[m]!)) m = s;
    }
    if (!turn || t <= turn.at) continue;
    if (m < 0 || isBeyond(close[t]!, close[m]!)) {
      m = t;
      continue;
    }
    if (!before || t - m > SEEN || !isInside(close[t]!, close[m]!)) continue;
    const isRegular = isBeyond(close[m]!, before.close);
    if (!isRegular && !isInside(close[m]!, before.close)) continue;
    const [then, now] = [kAt(bars, before.at), kAt(bars, m)];
    const apart = side * (now - then);
    if (!(isRegular ? apart > 0 : apart < 0)) continue;
    found.push({ t, kind: isRegular ? `divergence at a ${same}` : `divergence at a ${same}, with the trend`, before: then, now });
  }
  return found;
}

/** The last of the first turns of a kind before a session; turns are confirmed in the order of their sessions. */
function lastOf(turns: readonly Turn[], known: number, kind: Turn["kind"], until: number): Turn | undefined {
  for (let k = known - 1; k >= 0; k--) if (turns[k]!.kind === kind && turns[k]!.at < until) return turns[k];
  return undefined;
}

const K_RANGE = 8;
const K_SMOOTH = 3;

/** The stochastic K(8, 3) on one row: the mean of three range positions; NaN with too few bars before. */
function kAt(bars: HighLowClose, row: number): number {
  if (Number.isNaN(bars.high[row]! - bars.low[row]!)) return NaN;
  let sum = 0;
  let positions = 0;
  for (let t = row; t >= 0 && positions < K_SMOOTH; t--) {
    const [top, bottom] = [extremeOf(bars.high, t, 1), extremeOf(bars.low, t, -1)];
    const position = top === bottom ? 50 : (100 * (bars.close[t]! - bottom)) / (top - bottom);
    if (position !== position) continue;
    sum += position;
    positions++;
  }
  return positions < K_SMOOTH ? NaN : sum / K_SMOOTH;
}

/** The highest or lowest of the last eight values up to a row; NaN without one on it, and with fewer. */
function extremeOf(column: Float64Array, row: number, sign: 1 | -1): number {
  let extreme = column[row]!;
  let seen = 1;
  if (extreme !== extreme) return NaN;
  for (let t = row - 1; t >= 0 && seen < K_RANGE; t--) {
    const x = column[t]!;
    if (x !== x) continue;
    if (sign * x > sign * extreme) extreme = x;
    seen++;
  }
  return seen < K_RANGE ? NaN : extreme;
}
