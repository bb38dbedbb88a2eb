import { barsOf, runsOf, type Belonging, type Panel } from "../columns/panel";

/** The horizons of participation, in sessions (method 2). */
export const HORIZONS = [5, 10, 20, 50, 200] as const;
const LONGEST = 200;

/** Counts a session; horizon h of `HORIZONS` stands at [h], all five together last. */
export interface Participation {
  /** Members above the average: sessions values for each of the five horizons and for all five at once. */
  readonly above: readonly Uint16Array[];
  /** Members for which the average (all five averages) is defined. */
  readonly counted: readonly Uint16Array[];
}

/** Room that one pass over an instrument needs, and what it counts into. */
interface Counting {
  /** The instrument's own closes, and the session of each. */
  readonly own: Float64Array;
  readonly at: Int32Array;
  /** 1 on the sessions on which it is a member. */
  readonly member: Uint8Array;
  /** Counts above, two horizons an element: 5 and 10, 20 and 50, 200 and all five (the second times 65,536). */
  readonly pairs: readonly [Int32Array, Int32Array, Int32Array];
  /** Members whose five averages are all defined; before that, members counted for each horizon. */
  readonly full: Uint16Array;
  readonly early: readonly Uint16Array[];
}

/**
 * How many members close above their averages, on every session, and above all five at once.
 * Formula: participation(n) = members with C > average(n) / members whose average(n) is defined; all five over the
 * members for which all are defined; a member without a bar is not counted (method 2, C01, C02). One pass an
 * instrument with the five averages in scalars; they are those of `ema` and `sma`.
 * @param panel bars, instruments x sessions
 * @param members dated membership
 * @param average exponential or simple averages
 * @returns counts a session
 */
export function participation(panel: Panel, members: Belonging, average: "ema" | "sma"): Participation {
  const spans = runsOf(members);
  const sessions = panel.sessions.length;
  const counts = (): Uint16Array => new Uint16Array(sessions);
  const counting: Counting = {
    own: new Float64Array(sessions),
    at: new Int32Array(sessions),
    member: new Uint8Array(sessions),
    pairs: [new Int32Array(sessions), new Int32Array(sessions), new Int32Array(sessions)],
    full: counts(),
    early: HORIZONS.map(counts),
  };
  const count = average === "ema" ? countEma : countSma;
  for (let i = 0; i < panel.count; i++) {
    if (spans.offset[i] === spans.offset[i + 1]) continue;
    counting.member.fill(0);
    for (let k = spans.offset[i]!; k < spans.offset[i + 1]!; k++) counting.member.fill(1, spans.from[k], spans.to[k]! + 1);
    count(counting, ownCloses(panel, i, counting));
  }
  const { pairs, full, early } = counting;
  const above = HORIZONS.map((_, h) => Uint16Array.from(pairs[h >> 1]!, (pair) => (h % 2 === 0 ? pair & 0xffff : pair >>> 16)));
  const allFive = Uint16Array.from(pairs[2], (pair) => pair >>> 16);
  return { above: [...above, allFive], counted: [...early.map((e) => e.map((n, s) => n + full[s]!)), full] };
}

/** Puts the closes of an instrument's own bars side by side and says how many there are. */
function ownCloses(panel: Panel, i: number, { own, at }: Counting): number {
  const base = i * panel.stride;
  let bars = 0;
  const [from, end] = barsOf(panel, i);
  for (let s = from; s < end; s++) {
    const close = panel.close[base + s]!;
    if (close !== close) continue;
    own[bars] = close;
    at[bars++] = s;
  }
  return bars;
}

/** 1 when a close is above a level by the rule of `isAbove`; averages of prices are positive. */
function over(close: number, level: number): 0 | 1 {
  return close - level > 1e-9 * level ? 1 : 0;
}

/**
 * Room for how far five closes fall short of being above: negative above, by the rule of `over`. Read as whole numbers, the highest
 * bit of every second one is the sign, little end first; a branch for each would be guessed wrong too often.
 */
function newShort() {
  const short = new Float64Array(HORIZONS.length);
  return { short, highest: new Int32Array(short.buffer) };
}

/** Counts one instrument against one average on a bar before all five are defined. */
function tallyEarly({ own, at, member, pairs, early }: Counting, h: number, k: number, level: number): void {
  const s = at[k]!;
  if (member[s] === 0) return;
  early[h]![s]!++;
  pairs[h >> 1]![s]! += over(own[k]!, level) << (h % 2 === 0 ? 0 : 16);
}

function countEma(counting: Counting, bars: number): void {
  const { own, at, member, pairs, full } = counting;
  const [first, second, third] = pairs;
  const begun = new Float64Array(HORIZONS.length);
  for (let h = 0; h < HORIZONS.length; h++) {
    const n = HORIZONS[h]!;
    let e = 0;
    for (let k = 0; k < Math.min(bars, LONGEST); k++) {
      if (k >= n) e += (2 / (n + 1)) * (own[k]! - e);
      else e = k === n - 1 ? (e + own[k]!) / n : e + own[k]!;
      if (k >= n - 1 && k < LONGEST - 1) tallyEarly(counting, h, k, e);
    }
    begun[h] = e;
  }
  // Each a number by itself from the start: those that come out of a list are boxed, which takes as long as all the rest.
  let e5 = begun[0]!;
  let e10 = begun[1]!;
  let e20 = begun[2]!;
  let e50 = begun[3]!;
  let e200 = begun[4]!;
  const { short, highest } = newShort();
  for (let k = LONGEST - 1; k < bars; k++) {
    const close = own[k]!;
    if (k >= LONGEST) {
      e5 += (2 / 6) * (close - e5);
      e10 += (2 / 11) * (close - e10);
      e20 += (2 / 21) * (close - e20);
      e50 += (2 / 51) * (close - e50);
      e200 += (2 / 201) * (close - e200);
    }
    const s = at[k]!;
    if (member[s] === 0) continue;
    short[0] = 1e-9 * e5 - (close - e5);
    short[1] = 1e-9 * e10 - (close - e10);
    short[2] = 1e-9 * e20 - (close - e20);
    short[3] = 1e-9 * e50 - (close - e50);
    short[4] = 1e-9 * e200 - (close - e200);
    const u5 = highest[1]! >>> 31;
    const u10 = highest[3]! >>> 31;
    const u20 = highest[5]! >>> 31;
    const u50 = highest[7]! >>> 31;
    const u200 = highest[9]! >>> 31;
    first[s]! += u5 + (u10 << 16);
    second[s]! += u20 + (u50 << 16);
    third[s]! += u200 + ((u5 & u10 & u20 & u50 & u200) << 16);
    full[s]!++;
  }
}

/** After so many bars the running sums are formed anew, so that rounding cannot build up. */
const ANCHOR = 512;

function countSma(counting: Counting, bars: number): void {
  const { own, at, member, pairs, full } = counting;
  const [first, second, third] = pairs;
  const sumOf = (n: number, k: number): number => {
    let sum = 0;
    for (let b = Math.max(0, k - n + 1); b <= k; b++) sum += own[b]!;
    return sum;
  };
  for (let h = 0; h < HORIZONS.length; h++) {
    const n = HORIZONS[h]!;
    for (let k = n - 1; k < Math.min(bars, LONGEST - 1); k++) tallyEarly(counting, h, k, sumOf(n, k) / n);
  }
  let s5 = 0;
  let s10 = 0;
  let s20 = 0;
  let s50 = 0;
  let s200 = 0;
  let anchor = LONGEST - 1;
  const { short, highest } = newShort();
  for (let k = LONGEST - 1; k < bars; k++) {
    const close = own[k]!;
    if (k === anchor) {
      anchor += ANCHOR;
      s5 = sumOf(5, k);
      s10 = sumOf(10, k);
      s20 = sumOf(20, k);
      s50 = sumOf(50, k);
      s200 = sumOf(200, k);
    } else {
      s5 += close - own[k - 5]!;
      s10 += close - own[k - 10]!;
      s20 += close - own[k - 20]!;
      s50 += close - own[k - 50]!;
      s200 += close - own[k - 200]!;
    }
    const s = at[k]!;
    if (member[s] === 0) continue;
    short[0] = 1e-9 * s5 - (5 * close - s5);
    short[1] = 1e-9 * s10 - (10 * close - s10);
    short[2] = 1e-9 * s20 - (20 * close - s20);
    short[3] = 1e-9 * s50 - (50 * close - s50);
    short[4] = 1e-9 * s200 - (200 * close - s200);
    const u5 = highest[1]! >>> 31;
    const u10 = highest[3]! >>> 31;
    const u20 = highest[5]! >>> 31;
    const u50 = highest[7]! >>> 31;
    const u200 = highest[9]! >>> 31;
    first[s]! += u5 + (u10 << 16);
    second[s]! += u20 + (u50 << 16);
    third[s]! += u200 + ((u5 & u10 & u20 & u50 & u200) << 16);
    full[s]!++;
  }
}

/**
 * Share of members above an average.
 * Formula: 100 x above / counted, in that order (method, Z11).
 * @param above counts
 * @param counted counts of the same length
 * @returns percent, NaN where nothing is counted
 * @example participationPercent(Uint16Array.of(1, 0), Uint16Array.of(4, 0)) // => [25, NaN]
 */
export function participationPercent(above: Uint16Array, counted: Uint16Array): Float64Array {
  const out = new Float64Array(above.length).fill(NaN);
  for (let s = 0; s < above.length; s++) if (counted[s]! > 0) out[s] = (100 * above[s]!) / counted[s]!;
  return out;
}

/**
 * The same counts for some sessions only, from averages that are at hand.
 * @param panel bars, instruments x sessions
 * @param members dated membership
 * @param into averages: of the five horizons, instruments x stride as the panel; counts: to write into, which hold the
 * sessions before `start` already; start: first session to count
 */
export function participationFrom(
  panel: Panel,
  members: Belonging,
  {
    averages,
    counts,
    start,
  }: {
    readonly averages: readonly Float64Array[];
    readonly counts: { readonly above: readonly Uint16Array[]; readonly counted: readonly Uint16Array[] };
    readonly start: number;
  },
): void {
  const spans = runsOf(members);
  for (const column of [...counts.above, ...counts.counted]) column.fill(0, start);
  for (let i = 0; i < panel.count; i++) {
    for (let k = spans.offset[i]!; k < spans.offset[i + 1]!; k++) {
      const to = Math.min(panel.sessions.length - 1, spans.to[k]!);
      for (let s = Math.max(start, spans.from[k]!); s <= to; s++) {
        const close = panel.close[i * panel.stride + s]!;
        if (close !== close) continue;
        let above = 0;
        let defined = 0;
        averages.forEach((column, h) => {
          const level = column[i * panel.stride + s]!;
          if (level !== level) return;
          defined++;
          counts.counted[h]![s]!++;
          above += over(close, level);
          counts.above[h]![s]! += over(close, level);
        });
        if (defined < averages.length) continue;
        counts.counted[averages.length]![s]!++;
        if (above === defined) counts.above[averages.length]![s]!++;
      }
    }
  }
}
