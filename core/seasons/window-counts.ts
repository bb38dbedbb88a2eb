import { isAbove, isBelow } from "../columns/compare";
import { firstFrom } from "../columns/first-from";
import { HOLD_COUNT, HOLDS, WORD, type HoldSigns } from "./hold-signs";
import { latestEntries, type YearsOfWindow } from "./latest-entries";
import { START_DAYS, type StartDays } from "./start-days";

/** Binary digits of a number of wins, so that up to 31 years can be counted. */
export const DIGITS = 5;

const ALL_HOLDS = [holdsUpTo(HOLDS.longest, 0), holdsUpTo(HOLDS.longest, 1)];

/** How often every window of one series went up and down; words of bits by hold, as in `HoldSigns`. */
export interface WindowCounts {
  /** Holds that have the years, two words a start day. */
  readonly known: Int32Array;
  /** Those of them of which some latest year lacks the exit, so that their years are their own. */
  readonly odd: Int32Array;
  /** Exits above entries: the binary digits of their number, the lowest first, `DIGITS` words for each of the two of a start day. */
  readonly up: Int32Array;
  /** Exits below entries. */
  readonly down: Int32Array;
  /** By hold, the earliest year that any start day uses; 0 where none has the years. */
  readonly firstYears: Int32Array;
}

/** A series with what is known of it. */
export interface WindowSeries {
  /** Closes, NaN where it has no bar. */
  readonly close: Float64Array;
  readonly signs: HoldSigns;
  /** The start days of its calendar. */
  readonly starts: StartDays;
}

/**
 * Counts the wins of every start day and hold over its latest years.
 * Formula: all holds at once, as the words of each year are added to a counter whose binary digits are words. Holds whose latest exit
 * is yet to come have their years one further back; those that lack an exit are counted one by one (method 7, H08, H09, Q09).
 * @param series with signs from any session; those that `firstForWindows` names are counted fast
 * @param asked which years; at most 31
 * @returns counts a start day
 */
export function countWindows(series: WindowSeries, asked: YearsOfWindow): WindowCounts {
  const { close, signs, starts } = series;
  const counts = {
    known: new Int32Array(2 * START_DAYS.length),
    odd: new Int32Array(2 * START_DAYS.length),
    up: new Int32Array(2 * DIGITS * START_DAYS.length),
    down: new Int32Array(2 * DIGITS * START_DAYS.length),
  };
  const years = starts.years.length;
  /** By year, the holds of which it is the earliest used by some start day. */
  const used = new Int32Array(2 * years);
  const entries = new Int32Array(years);
  const places = new Int32Array(years);
  const odd = new Int32Array(2);
  const own = new Int32Array(asked.years);
  const earliest = asked.skip + asked.years - 1;
  for (let d = 0; d < START_DAYS.length; d++) {
    let count = 0;
    let isCut = false;
    for (let y = years - 1; y >= 0 && count <= earliest + 1; y--) {
      const entry = starts.entries[d * years + y]!;
      if (entry < 0 || entry + HOLDS.shortest > signs.last || close[entry] !== close[entry]) continue;
      isCut = entry < signs.from;
      if (isCut) break;
      entries[count] = entry;
      places[count++] = y;
    }
    if (count <= earliest && !isCut) continue;
    findOdd(entries, count, signs, odd);
    // Where the signs begin too late there is nothing to count together.
    if (isCut) ALL_HOLDS.forEach((all, w) => (odd[w] = all));
    counts.odd.set(odd, 2 * d);
    for (let w = 0; w < 2 && !isCut; w++) {
      const all = ALL_HOLDS[w]! & ~odd[w]!;
      const now = all & holdsUpTo(signs.last - entries[0]!, w);
      const before = count > earliest + 1 ? all & ~now : 0;
      counts.known[2 * d + w] = now | before;
      used[2 * places[earliest]! + w]! |= now;
      if (before !== 0) used[2 * places[earliest + 1]! + w]! |= before;
      const years = { entries, from: asked.skip, to: earliest, now, before, from0: signs.from, w };
      addYears(signs.up, years, counts.up, DIGITS * (2 * d + w));
      addYears(signs.down, years, counts.down, DIGITS * (2 * d + w));
    }
    if ((odd[0]! | odd[1]!) !== 0) countOneByOne(series, { ...asked, start: d, odd, own }, counts, used);
  }
  const firstYears = Int32Array.from({ length: HOLD_COUNT }, (_, h) => {
    const y = starts.years.findIndex((_year, k) => ((used[2 * k + Math.floor(h / WORD)]! >>> (h % WORD)) & 1) === 1);
    return y < 0 ? 0 : starts.years[y]!;
  });
  return { ...counts, firstYears };
}

interface YearsAdded {
  /** The latest first. */
  readonly entries: Int32Array;
  readonly from: number;
  readonly to: number;
  /** Holds of which the latest year is the first of these, and those of which the earliest is the one after the last. */
  readonly now: number;
  readonly before: number;
  readonly from0: number;
  readonly w: number;
}

function addYears(
  words: Int32Array,
  { entries, from, to, now, before, from0, w }: YearsAdded,
  out: Int32Array,
  at: number,
): void {
  // The years between they all have in common.
  let p0 = words[2 * (entries[from]! - from0) + w]! & now;
  if (before !== 0) p0 |= words[2 * (entries[to + 1]! - from0) + w]! & before;
  let p1 = 0;
  let p2 = 0;
  let p3 = 0;
  let p4 = 0;
  for (let k = from + 1; k <= to; k++) {
    const bits = words[2 * (entries[k]! - from0) + w]!;
    const c1 = p0 & bits;
    p0 ^= bits;
    const c2 = p1 & c1;
    p1 ^= c1;
    const c3 = p2 & c2;
    p2 ^= c2;
    p4 ^= p3 & c3;
    p3 ^= c3;
  }
  out[at] = p0;
  out[at + 1] = p1;
  out[at + 2] = p2;
  out[at + 3] = p3;
  out[at + 4] = p4;
}

/** The holds that lack an exit in some of the latest years; all of them where years lie closer together than the longest hold. */
function findOdd(entries: Int32Array, count: number, { gaps, last }: HoldSigns, odd: Int32Array): void {
  odd.fill(count > 1 && entries[1]! + HOLDS.longest > last ? -1 : 0);
  for (let k = 0; gaps.length > 0 && k < count; k++) {
    const entry = entries[k]!;
    for (let g = firstFrom(gaps, entry + HOLDS.shortest); g < gaps.length && gaps[g]! <= entry + HOLDS.longest; g++) {
      const at = gaps[g]! - entry - HOLDS.shortest;
      odd[at < WORD ? 0 : 1]! |= 1 << (at % WORD);
    }
  }
  for (let w = 0; w < 2; w++) odd[w]! &= ALL_HOLDS[w]!;
}

interface OneByOne extends YearsOfWindow {
  readonly start: number;
  readonly odd: Int32Array;
  /** Room for the entries of one hold. */
  readonly own: Int32Array;
}

/** The holds that were left, each with the years that it has. */
function countOneByOne(
  { close, starts }: WindowSeries,
  { years, skip, start, odd, own }: OneByOne,
  counts: Omit<WindowCounts, "firstYears">,
  used: Int32Array,
): void {
  const count = starts.years.length;
  for (let w = 0; w < 2; w++) {
    for (let left = odd[w]!; left !== 0; left &= left - 1) {
      const bit = left & -left;
      const hold = HOLDS.shortest + WORD * w + 31 - Math.clz32(bit);
      if (latestEntries(close, starts, { start, hold }, { years, skip }, own) < years) continue;
      const y = starts.entries.indexOf(own[years - 1]!, start * count) - start * count;
      used[2 * y + w]! |= bit;
      counts.known[2 * start + w]! |= bit;
      let [up, down] = [0, 0];
      for (let k = 0; k < years; k++) {
        const [entry, exit] = [close[own[k]!]!, close[own[k]! + hold]!];
        if (isAbove(exit, entry)) up++;
        else if (isBelow(exit, entry)) down++;
      }
      setCount(counts.up, DIGITS * (2 * start + w), bit, up);
      setCount(counts.down, DIGITS * (2 * start + w), bit, down);
    }
  }
}

function setCount(digits: Int32Array, at: number, bit: number, count: number): void {
  for (let p = 0; p < DIGITS; p++) digits[at + p] = (digits[at + p]! & ~bit) | (((count >>> p) & 1) === 1 ? bit : 0);
}

/** Holds of a word up to one of so many sessions, as bits. */
export function holdsUpTo(sessions: number, word: number): number {
  const count = Math.min(WORD, Math.max(0, sessions - HOLDS.shortest + 1 - WORD * word));
  return count === 0 ? 0 : -1 >>> (32 - count);
}
