import { percentileRankAmong } from "../stats/percentile-rank";
import type { Pivot, Swings } from "./swings";

/** A move between two successive pivots. */
export interface Leg {
  readonly direction: "up" | "down";
  /** Rows of its ends, and its length in rows with a bar. */
  readonly from: number;
  readonly to: number;
  readonly sessions: number;
  /** Close to close, a fraction. */
  readonly size: number;
  /** Close to close in ATR(14) at its start. */
  readonly atrs: number;
}

/** How a leg compares with the finished legs of its direction, 0 to 100; NaN when there are none. */
export interface LegPlace {
  readonly length: number;
  readonly size: number;
  readonly atrs: number;
  readonly among: number;
}

export interface PresentLeg extends Leg {
  readonly place: LegPlace;
}

/**
 * The finished legs: the moves between successive confirmed pivots.
 * @param found swings of a series
 * @param close the series they are of
 * @returns legs in order; one fewer than pivots
 */
export function finishedLegs({ pivots }: Swings, close: Float64Array): Leg[] {
  return pivots.slice(1).map((end, k) => legBetween(pivots[k]!, end.at, close));
}

/**
 * The present leg: from the last confirmed pivot to the last close, placed among the finished legs of its direction.
 * Formula: length in sessions, size in percent and in ATR(14) at its start; place = percentile rank of the magnitude,
 * ranked from outside (method 4; 0, A04).
 * @param found swings of a series
 * @param close the series they are of, ending with the session from which one looks
 * @returns undefined before the first pivot or without a close on the last row
 */
export function presentLeg(found: Swings, close: Float64Array): PresentLeg | undefined {
  const last = found.pivots[found.pivots.length - 1];
  const t = close.length - 1;
  if (!last || Number.isNaN(close[t])) return undefined;
  const leg = legBetween(last, t, close);
  const others = finishedLegs(found, close).filter((l) => l.direction === leg.direction);
  const sign = leg.direction === "up" ? 1 : -1;
  const rank = (of: (l: Leg) => number) => percentileRankAmong(of(leg), others.map(of));
  return {
    ...leg,
    place: {
      length: rank((l) => l.sessions),
      size: rank((l) => sign * l.size),
      atrs: rank((l) => sign * l.atrs),
      among: others.length,
    },
  };
}

function legBetween(from: Pivot, to: number, close: Float64Array): Leg {
  let sessions = 0;
  for (let t = from.at + 1; t <= to; t++) if (!Number.isNaN(close[t])) sessions++;
  const direction = from.kind === "low" ? "up" : "down";
  const move = close[to]! - from.close;
  return { direction, from: from.at, to, sessions, size: move / from.close, atrs: move / from.atr };
}
