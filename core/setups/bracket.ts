import { isAbove, isBelow } from "../columns/compare";
import { priceDecimals } from "../columns/tick";

/** One side of a bracket: where one gets in, where one is wrong, and where it may lead. */
export interface BracketSide {
  readonly entry: number;
  readonly stop: number;
  /** Nearest first, one to three; none for a short whose only target would be at or below 0. */
  readonly targets: readonly number[];
  /** Of the first target, in risks; NaN without one. */
  readonly rewardToRisk: number;
}

export interface Bracket {
  readonly long: BracketSide;
  readonly short: BracketSide;
}

export interface BracketedSession {
  readonly high: number;
  readonly low: number;
  readonly close: number;
  /** ATR(14). */
  readonly range: number;
}

const MOST_TARGETS = 3;

/**
 * A two-sided bracket around a session for the next one.
 * Formula: long entry H + tick, stop min(L - tick, entry - ATR(14)), of a narrow session L - tick; targets the closes of confirmed
 * swing pivots above the entry, nearest first, at most three, those nearer than half an ATR passed over, equal ones once, else
 * entry + 2 ATR; reward to risk (first target - entry)/(entry - stop). Short mirrored; a target at or below 0 is none (method 11,
 * L10, P07, R12, R19).
 * @param session the session, all four known
 * @param pivots closes of the confirmed swing pivots, of either kind
 * @param isNarrow whether the stop lies beyond the other side of the session
 * @example bracketOf({ high: 11, low: 10, close: 10.5, range: 1 }, [], true).long.entry // => 11.01
 */
export function bracketOf({ high, low, close, range }: BracketedSession, pivots: readonly number[], isNarrow: boolean): Bracket {
  const tick = 10 ** -priceDecimals(close);
  const side = (sign: 1 | -1): BracketSide => {
    const [near, far] = sign > 0 ? [high, low] : [low, high];
    const entry = near + sign * tick;
    const beyond = far - sign * tick;
    const stop = isNarrow ? beyond : sign > 0 ? Math.min(beyond, entry - range) : Math.max(beyond, entry + range);
    const targets = targetsFrom(entry, sign, range, pivots);
    const risk = sign * (entry - stop);
    return {
      entry,
      stop,
      targets,
      rewardToRisk: targets.length === 0 || !(risk > 0) ? NaN : (sign * (targets[0]! - entry)) / risk,
    };
  };
  return { long: side(1), short: side(-1) };
}

function targetsFrom(entry: number, sign: 1 | -1, range: number, pivots: readonly number[]): number[] {
  const isAhead = (p: number) => (sign > 0 ? isAbove(p, entry) : isBelow(p, entry));
  const far = pivots.filter((p) => isAhead(p) && !isBelow(sign * (p - entry), range / 2)).sort((a, b) => sign * (a - b));
  const apart: number[] = [];
  for (const p of far) {
    const last = apart.at(-1);
    if (last === undefined || isAbove(p, last) || isBelow(p, last)) apart.push(p);
    if (apart.length === MOST_TARGETS) break;
  }
  const targets = apart.length > 0 ? apart : [entry + sign * 2 * range];
  return targets.filter((p) => p > 0);
}
