import { isAbove, isBelow } from "../columns/compare";
import type { Swings } from "./swings";

/** A price at which the series turned, seen from the present close. */
export interface Level {
  readonly price: number;
  /** Row of the latest turn there, and how many turns were within half an ATR of it. */
  readonly at: number;
  readonly met: number;
  /** From the close to the level: a fraction, and in ATRs. */
  readonly distance: number;
  readonly atrs: number;
}

/** Turns this close together, in ATR(14) as of now, are one level. */
const NEAR = 0.5;

/**
 * The next swing levels above and below the close.
 * Formula: closes of confirmed pivots of either kind; pivots within half an ATR(14) of a later one are meetings of its
 * level; nearest first. Yubrin's own, on the pivots of method 1.
 * @param found swings of a series
 * @param close the present close
 * @param atr its ATR(14)
 * @param most how many on either side [3]
 * @returns levels above and below, each nearest first; both empty without a close or an ATR
 */
export function nextLevels(
  { pivots }: Swings,
  close: number,
  atr: number,
  most = 3,
): { readonly above: Level[]; readonly below: Level[] } {
  if (!(atr > 0) || Number.isNaN(close)) return { above: [], below: [] };
  const levels: { price: number; at: number; met: number }[] = [];
  for (const pivot of [...pivots].reverse()) {
    const known = levels.find((l) => Math.abs(l.price - pivot.close) <= NEAR * atr);
    if (known) known.met++;
    else levels.push({ price: pivot.close, at: pivot.at, met: 1 });
  }
  const seen = levels.map((l): Level => ({ ...l, distance: l.price / close - 1, atrs: (l.price - close) / atr }));
  const nearest = (a: Level, b: Level) => Math.abs(a.atrs) - Math.abs(b.atrs);
  return {
    above: seen
      .filter((l) => isAbove(l.price, close))
      .sort(nearest)
      .slice(0, most),
    below: seen
      .filter((l) => isBelow(l.price, close))
      .sort(nearest)
      .slice(0, most),
  };
}
