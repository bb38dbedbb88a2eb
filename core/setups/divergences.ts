import { isAbove, isBelow } from "../columns/compare";
import type { HighLowClose } from "../indicators/atr";
import { stochastic } from "../indicators/range-position";
import { swings, type Pivot } from "../swings/swings";

/** Sessions within which a turn is seen. */
const SEEN = 3;

export interface Divergences {
  /** Rows, ascending. */
  readonly low: readonly number[];
  readonly lowWithTrend: readonly number[];
  readonly high: readonly number[];
  readonly highWithTrend: readonly number[];
}

/**
 * Divergences of the closes and the stochastic K(8, 3).
 * Formula: h = the last confirmed high, l = the last confirmed low before h, m = the earliest session of the lowest close since h;
 * 3 >= t - m >= 1 and C[t] above C[m]. Regular: C[m] below C[l] and K[m] > K[l]; with the trend: C[m] above C[l] and K[m] < K[l].
 * Highs mirrored. 'Last' goes by the pivot's own session among those confirmed by t; m begins on the session after it (method 11,
 * P05, R17).
 * @param bars own bars of one instrument, none of them missing
 */
export function divergences(bars: HighLowClose): Divergences {
  const { pivots } = swings(bars);
  const { k } = stochastic(bars, { n: 8, smooth: 3 });
  const found = { low: [] as number[], lowWithTrend: [] as number[], high: [] as number[], highWithTrend: [] as number[] };
  for (const side of [1, -1] as const) {
    const [regular, withTrend] = side > 0 ? [found.low, found.lowWithTrend] : [found.high, found.highWithTrend];
    walk(bars.close, k, pivots, side, (t, isRegular) => (isRegular ? regular : withTrend).push(t));
  }
  return found;
}

/** On one side: 1 for lows after a confirmed high, -1 for highs after a confirmed low. */
function walk(
  close: Float64Array,
  k: Float64Array,
  pivots: readonly Pivot[],
  side: 1 | -1,
  tell: (t: number, isRegular: boolean) => void,
): void {
  const [opposite, same] = side > 0 ? (["high", "low"] as const) : (["low", "high"] as const);
  const isBeyond = (x: number, y: number) => (side > 0 ? isBelow(x, y) : isAbove(x, y));
  const isInside = (x: number, y: number) => (side > 0 ? isAbove(x, y) : isBelow(x, y));
  const byConfirmed = [...pivots].sort((a, b) => a.confirmed - b.confirmed || a.at - b.at);
  const known: Pivot[] = [];
  let next = 0;
  let turn: Pivot | undefined;
  let before: Pivot | undefined;
  let m = -1;
  for (let t = 0; t < close.length; t++) {
    let isNew = false;
    for (; next < byConfirmed.length && byConfirmed[next]!.confirmed <= t; next++) {
      known.push(byConfirmed[next]!);
      isNew = true;
    }
    if (isNew) {
      const lastOf = (kind: Pivot["kind"], until: number) =>
        known
          .filter((p) => p.kind === kind && p.at < until)
          .reduce<Pivot | undefined>((a, p) => (a && a.at > p.at ? a : p), undefined);
      const last = lastOf(opposite, Infinity);
      before = last && lastOf(same, last.at);
      if (last !== turn) {
        turn = last;
        m = -1;
        for (let s = turn!.at + 1; s < t; s++) if (m < 0 || isBeyond(close[s]!, close[m]!)) m = s;
      }
    }
    if (!turn || t <= turn.at) continue;
    if (m < 0 || isBeyond(close[t]!, close[m]!)) m = t;
    if (!before || t - m < 1 || t - m > SEEN || !isInside(close[t]!, close[m]!)) continue;
    const apart = side * (k[m]! - k[before.at]!);
    if (isBeyond(close[m]!, before.close) && apart > 0) tell(t, true);
    else if (isInside(close[m]!, before.close) && apart < 0) tell(t, false);
  }
}
