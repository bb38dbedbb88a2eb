import { atLeast } from "./chance";
import { countHolds, HOLD_COUNT, HOLDS, WORD, type HoldSigns } from "./hold-signs";
import { START_DAYS } from "./start-days";
import type { WindowCounts, WindowSeries } from "./window-counts";
import type { WindowsWanted } from "./window-search";

/** Of so many sessions only so many tell something of their own, as holds overlap (method 7, H11). */
const OWN_SHARE = 0.727;

/** How the holds of one series came out, whatever the date; by hold, the shortest first. */
export interface HoldShares {
  /** How many there were; 0 where no start day has the years. */
  readonly holds: Int32Array;
  /** Share of them that ended above their entry, NaN without any. */
  readonly up: Float64Array;
  /** Share that ended below it. */
  readonly down: Float64Array;
}

/**
 * How often holds of each length went up and down, entered on any date.
 * Formula: those entered from the first bar of the earliest year that any start day uses (method 7, Z18, Q09).
 * @param series of it
 * @param counts of its windows
 */
export function holdShares({ close, signs, starts }: WindowSeries, { firstYears }: WindowCounts): HoldShares {
  const shares = {
    holds: new Int32Array(HOLD_COUNT),
    up: new Float64Array(HOLD_COUNT).fill(NaN),
    down: new Float64Array(HOLD_COUNT).fill(NaN),
  };
  const kept = new Map<number, readonly [Int32Array, Int32Array]>();
  firstYears.forEach((year, h) => {
    if (year === 0) return;
    const hold = HOLDS.shortest + h;
    const first = starts.firsts[starts.years.indexOf(year)]!;
    if (first < signs.from && close.subarray(first, signs.from).some((c) => c === c)) {
      // The signs begin later.
      const up = holdsBetween(close, { hold, first, last: signs.last, side: 1 });
      const down = holdsBetween(close, { hold, first, last: signs.last, side: -1 });
      [shares.holds[h], shares.up[h], shares.down[h]] = [up.holds, up.share, down.share];
      return;
    }
    let won = kept.get(first);
    if (!won) kept.set(first, (won = [countHolds(signs, signs.up, first), countHolds(signs, signs.down, first)]));
    const holds = holdsWithBars(close, signs, { hold, first });
    [shares.holds[h], shares.up[h], shares.down[h]] = [holds, won[0][h]! / holds, won[1][h]! / holds];
  });
  return shares;
}

function holdsWithBars(close: Float64Array, signs: HoldSigns, { hold, first }: { hold: number; first: number }): number {
  const from = Math.max(first, signs.from);
  const to = signs.last - hold;
  let count = Math.max(0, to - from + 1);
  for (const gap of signs.gaps) {
    if (gap >= from && gap <= to) count--;
    // One that lacks both was taken away already.
    if (gap - hold >= from && close[gap - hold] === close[gap - hold]) count--;
  }
  return count;
}

/**
 * By hold, the chance that a start day is a hit where nothing depends on the date.
 * @param shares how its holds came out
 * @param wanted what makes a hit
 * @returns a chance a hold, the shortest first; 0 for holds not wanted, and where no start day has the years
 */
export function chancesByHold(shares: HoldShares, wanted: WindowsWanted): Float64Array {
  const own = wanted.side === 1 ? shares.up : shares.down;
  return Float64Array.from(own, (share, h) => {
    const hold = HOLDS.shortest + h;
    const isWanted = hold >= wanted.holds[0] && hold <= wanted.holds[1] && shares.holds[h]! > 0;
    return isWanted ? chanceOfHit({ holds: shares.holds[h]!, share }, hold, wanted) : 0;
  });
}

/**
 * The chance that one start day is a hit, of how all holds of its length came out.
 * Formula: P(X >= k), X hypergeometric: n drawn from M = floor(holds / (0.727 h)), at least n, of which share x M won, linear
 * between the whole numbers around it (method 7, H11).
 * @param about how many holds there were, and the share of them that won
 * @param hold sessions
 * @param wanted n years, k wins
 * @returns a fraction
 */
export function chanceOfHit(
  { holds, share }: { readonly holds: number; readonly share: number },
  hold: number,
  { years, wins }: Pick<WindowsWanted, "years" | "wins">,
): number {
  const of = Math.max(years, Math.floor(holds / (OWN_SHARE * hold)));
  const won = share * of;
  const below = Math.floor(won);
  const low = atLeast(wins, years, of, below);
  return won === below ? low : low + (won - below) * (atLeast(wins, years, of, below + 1) - low);
}

/**
 * The hits that chance alone would give, a number a start day: the sum of the chances of the holds that have the years.
 * @param counts of one series
 * @param chances of its holds
 */
export function expectedHits({ known }: WindowCounts, chances: Float64Array): Float64Array {
  const out = new Float64Array(START_DAYS.length);
  let seen0 = 0;
  let seen1 = 0;
  let sum = 0;
  for (let d = 0; d < out.length; d++) {
    const word0 = known[2 * d]!;
    const word1 = known[2 * d + 1]!;
    if (word0 !== seen0 || word1 !== seen1) {
      seen0 = word0;
      seen1 = word1;
      sum = 0;
      for (let h = 0; h < WORD; h++) sum += ((word0 >>> h) & 1) * chances[h]! + ((word1 >>> h) & 1) * chances[WORD + h]!;
    }
    out[d] = sum;
  }
  return out;
}

/**
 * The holds of one length between two sessions.
 * @param close of the series, NaN where it has no bar
 * @param about the hold, the first session entered on and the last left on, and which way counts
 * @returns how many there were, and the share of them that went that way, NaN without any
 */
export function holdsBetween(
  close: Float64Array,
  { hold, first, last, side }: { readonly hold: number; readonly first: number; readonly last: number; readonly side: 1 | -1 },
): { readonly holds: number; readonly share: number } {
  let [won, holds] = [0, 0];
  for (let s = first; s + hold <= last; s++) {
    const entry = close[s]!;
    const move = side * (close[s + hold]! - entry);
    if (move !== move) continue;
    holds++;
    // `isAbove` or `isBelow`, whichever is asked.
    if (move > 1e-9 * Math.abs(entry)) won++;
  }
  return { holds, share: won / holds };
}
