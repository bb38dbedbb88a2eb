import { HOLD_COUNT, HOLDS, WORD } from "./hold-signs";
import { latestEntries, type YearsOfWindow } from "./latest-entries";
import { START_DAYS, type StartDays } from "./start-days";
import { DIGITS, holdsUpTo, type WindowCounts } from "./window-counts";

/** What makes a start day and hold a hit. */
export interface WindowsWanted extends YearsOfWindow {
  /** Wins of the years, at least; 1 or more. */
  readonly wins: number;
  /** 1 for exits above entries, -1 for those below. */
  readonly side: 1 | -1;
  /** Shortest and longest hold, within `HOLDS`. */
  readonly holds: readonly [number, number];
}

/** What a search found, a value a start day in the order of `START_DAYS`. */
export interface WindowSearch {
  /** Holds that are hits, a number. */
  readonly hits: Uint8Array;
  /** The best hit in sessions, 0 where there is none. */
  readonly holds: Uint8Array;
  /** Its wins. */
  readonly wins: Uint8Array;
  /** Its mean signed return, a fraction. */
  readonly means: Float64Array;
}

/** Means no further apart are one to a choice (method 7, H10, Q08). */
export const SAME_MEAN = 1e-12;

/**
 * The windows of one series that went one way in enough of their years, and the best hold of each start day.
 * Formula: most wins, then highest mean, then shortest (method 7, H10, Q08).
 * @param counts of the series, over the years wanted
 * @param close of it, NaN where it has no bar
 * @param starts of its calendar
 * @param wanted what makes a hit
 */
export function searchWindows(counts: WindowCounts, close: Float64Array, starts: StartDays, wanted: WindowsWanted): WindowSearch {
  const days = START_DAYS.length;
  const found = {
    hits: new Uint8Array(days),
    holds: new Uint8Array(days),
    wins: new Uint8Array(days),
    means: new Float64Array(days).fill(NaN),
  };
  const digits = wanted.side === 1 ? counts.up : counts.down;
  const range = [0, 1].map((w) => holdsUpTo(wanted.holds[1], w) & ~holdsUpTo(wanted.holds[0] - 1, w)) as [number, number];
  const means = new Float64Array(HOLDS.longest + 1);
  const own = new Int32Array(wanted.years);
  const compared: Compared = { close, counts, starts, wanted, start: 0, latest: -1, own, entriesFor: undefined, means };
  for (let d = 0; d < days; d++) {
    const known0 = counts.known[2 * d]! & range[0];
    const known1 = counts.known[2 * d + 1]! & range[1];
    let hits = 0;
    for (let wins = wanted.years; wins >= wanted.wins; wins--) {
      const equal0 = known0 && known0 & havingCount(digits, 2 * DIGITS * d, wins);
      const equal1 = known1 && known1 & havingCount(digits, 2 * DIGITS * d + DIGITS, wins);
      if ((equal0 | equal1) === 0) continue;
      if (hits === 0) {
        found.wins[d] = wins;
        compared.start = d;
        compared.latest = latestOf(close, starts, d);
        compared.entriesFor = undefined;
        found.holds[d] = bestHold(equal0, equal1, compared);
        found.means[d] = means[found.holds[d]!]!;
      }
      hits += bitsOf(equal0) + bitsOf(equal1);
    }
    found.hits[d] = hits;
  }
  return found;
}

/** The holds whose count is a number, as bits. */
function havingCount(digits: Int32Array, at: number, count: number): number {
  let equal = -1;
  for (let p = 0; p < DIGITS; p++) equal &= ~(digits[at + p]! ^ -((count >>> p) & 1));
  return equal;
}

interface Compared {
  readonly close: Float64Array;
  readonly counts: WindowCounts;
  readonly starts: StartDays;
  readonly wanted: WindowsWanted;
  start: number;
  /** Session index of the latest entry of the start day. */
  latest: number;
  /** Entries of the hold compared last. */
  readonly own: Int32Array;
  /** Whether they are those of holds whose latest exit there is, or of the others; undefined for one of its own. */
  entriesFor: boolean | undefined;
  /** Takes the mean of each hold that is compared. */
  readonly means: Float64Array;
}

/** Of holds with equal wins the one with the highest mean, then the shortest. */
function bestHold(word0: number, word1: number, compared: Compared): number {
  const { means } = compared;
  let best = 0;
  let near = 0;
  for (let w = 0; w < 2; w++) {
    for (let bits = w === 0 ? word0 : word1; bits !== 0; bits &= bits - 1) {
      const hold = HOLDS.shortest + WORD * w + 31 - Math.clz32(bits & -bits);
      means[hold] = meanOf(hold, compared);
      if (best === 0) best = hold;
      else if (Math.abs(means[hold] - means[best]!) <= NEAR) near++;
      else if (means[hold] > means[best]!) best = hold;
    }
  }
  return near === 0 ? best : bestOfNear(word0, word1, means);
}

/** Means that may be one through others between them. */
const NEAR = 1e-10;

/** As `bestHold` where means lie so close that some may be one: runs of neighbours are. */
function bestOfNear(word0: number, word1: number, means: Float64Array): number {
  const holds = Array.from({ length: HOLD_COUNT }, (_, h) => HOLDS.shortest + h).filter(
    (_, h) => (((h < WORD ? word0 : word1) >>> (h % WORD)) & 1) === 1,
  );
  holds.sort((a, b) => means[b]! - means[a]!);
  let best = holds[0]!;
  for (let k = 1; k < holds.length && means[holds[k - 1]!]! - means[holds[k]!]! <= SAME_MEAN; k++)
    best = Math.min(best, holds[k]!);
  return best;
}

/** The mean of one hold; the entries are those of the hold before it, unless one of the two lacks an exit that the other has. */
function meanOf(hold: number, compared: Compared): number {
  const { close, counts, starts, start, wanted, own } = compared;
  const at = hold - HOLDS.shortest;
  const isOdd = ((counts.odd[2 * start + (at < WORD ? 0 : 1)]! >>> (at % WORD)) & 1) === 1;
  const isLatestDone = close[compared.latest + hold]! > 0;
  if (isOdd || compared.entriesFor !== isLatestDone) {
    latestEntries(close, starts, { start, hold }, wanted, own);
    compared.entriesFor = isOdd ? undefined : isLatestDone;
  }
  let sum = 0;
  for (let k = 0; k < own.length; k++) sum += close[own[k]! + hold]! / close[own[k]!]! - 1;
  return (wanted.side * sum) / wanted.years;
}

/** The latest entry of a start day with a bar; -1 without one. */
function latestOf(close: Float64Array, { years, entries }: StartDays, start: number): number {
  for (let y = years.length - 1; y >= 0; y--) {
    const entry = entries[start * years.length + y]!;
    if (entry >= 0 && entry + HOLDS.shortest < close.length && close[entry] === close[entry]) return entry;
  }
  return -1;
}

function bitsOf(word: number): number {
  let count = 0;
  for (let bits = word; bits !== 0; bits &= bits - 1) count++;
  return count;
}
