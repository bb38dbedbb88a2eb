import type { StartDays } from "./start-days";

/** Shortest and longest hold of a window, in sessions. */
export const HOLDS = { shortest: 5, longest: 60 } as const;
/** How many holds there are. */
export const HOLD_COUNT = HOLDS.longest - HOLDS.shortest + 1;
/** Holds in one word of bits; two words hold them all. */
export const WORD = HOLD_COUNT / 2;

/** Which way the close had gone after each hold from each session: a bit a hold, two words a session, the shortest hold lowest. */
export interface HoldSigns {
  /** Session index of the first session they are of, which has a bar. */
  readonly from: number;
  /** Session index of the last bar. */
  readonly last: number;
  /** Set where the exit lies above the entry. */
  readonly up: Int32Array;
  /** Set where it lies below. */
  readonly down: Int32Array;
  /** Session indexes between them without a bar. */
  readonly gaps: Int32Array;
}

/**
 * The signs of all holds of 5 to 60 sessions.
 * Formula: exit above (below) entry by the rule for prices (method 0, A05; method 7, H09); neither where a bar lacks.
 * @param close of one series, NaN where it has no bar
 * @param from the first session that is looked at
 * @returns signs from the first bar at or after it; none without a bar
 * @example holdSigns(Float64Array.of(1, 1, 1, 1, 1, 2), 0).up[0] // => 1
 */
export function holdSigns(close: Float64Array, from: number): HoldSigns {
  let first = from;
  while (first < close.length && Number.isNaN(close[first])) first++;
  let last = close.length - 1;
  while (last >= first && Number.isNaN(close[last])) last--;
  const count = Math.max(0, last - first + 1);
  const up = new Int32Array(2 * count);
  const down = new Int32Array(2 * count);
  // What lies behind the last bar is no exit.
  const own = new Float64Array(count + HOLDS.longest).fill(NaN, count);
  own.set(close.subarray(first, last + 1));
  const gaps: number[] = [];
  for (let s = 0; s < count; s++) {
    const entry = own[s]!;
    if (entry !== entry) gaps.push(first + s);
    const margin = 1e-9 * Math.abs(entry);
    let up0 = 0;
    let up1 = 0;
    let down0 = 0;
    let down1 = 0;
    for (let h = WORD - 1; h >= 0; h--) {
      const move0 = own[s + h + HOLDS.shortest]! - entry;
      const move1 = own[s + h + HOLDS.shortest + WORD]! - entry;
      up0 = (up0 << 1) | Number(move0 > margin);
      down0 = (down0 << 1) | Number(-move0 > margin);
      up1 = (up1 << 1) | Number(move1 > margin);
      down1 = (down1 << 1) | Number(-move1 > margin);
    }
    up[2 * s] = up0;
    up[2 * s + 1] = up1;
    down[2 * s] = down0;
    down[2 * s + 1] = down1;
  }
  return { from: first, last, up, down, gaps: Int32Array.from(gaps) };
}

/**
 * The first session that windows over so many years look at, counted back from the last bar of a series; two more for those that
 * lack a bar.
 * @param close of the series, NaN where it has no bar
 * @param starts of its calendar
 * @param wanted latest years looked at
 * @returns a session index
 */
export function firstForWindows(
  close: Float64Array,
  { years, firsts }: Pick<StartDays, "years" | "firsts">,
  wanted: number,
): number {
  let last = close.length - 1;
  while (last >= 0 && Number.isNaN(close[last])) last--;
  let y = years.length - 1;
  while (y > 0 && firsts[y]! > last) y--;
  return firsts[Math.max(0, y - wanted - 2)] ?? 0;
}

/**
 * How many holds of each length went one way, of those entered at a session or later.
 * @param signs of the series
 * @param words its `up` or `down`
 * @param entry session index of the first entry
 * @returns a count a hold, the shortest first
 */
export function countHolds(signs: HoldSigns, words: Int32Array, entry: number): Int32Array {
  const out = new Int32Array(HOLD_COUNT);
  // Bits j, j + 8, j + 16 and j + 24 of a word are counted in the four bytes of one number, emptied before a byte is full.
  const sums = new Int32Array(16);
  const start = Math.max(0, entry - signs.from);
  const count = words.length / 2;
  for (let block = start; block < count; block += 255) {
    sums.fill(0);
    for (let s = block; s < Math.min(count, block + 255); s++) {
      const w0 = words[2 * s]!;
      const w1 = words[2 * s + 1]!;
      for (let j = 0; j < 8; j++) {
        sums[j]! += (w0 >>> j) & 0x01010101;
        sums[8 + j]! += (w1 >>> j) & 0x01010101;
      }
    }
    for (let h = 0; h < HOLD_COUNT; h++) {
      const bit = h % WORD;
      out[h]! += (sums[(h < WORD ? 0 : 8) + (bit & 7)]! >>> (bit & 24)) & 255;
    }
  }
  return out;
}
