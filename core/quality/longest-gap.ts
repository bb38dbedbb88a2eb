export interface Gap {
  /** Sessions without a bar, and the days of the bars around them. */
  readonly sessions: number;
  readonly after: number;
  readonly before: number;
}

/**
 * The longest run of a market's sessions for which an instrument has no bar, between its first and its last one.
 * Source: the definition.
 * @param days epoch days of the instrument's bars, ascending
 * @param sessions epoch days of the market's sessions, ascending
 * @returns the first of the longest gaps; undefined where there is none
 * @example longestGap(Int32Array.of(1, 4, 5), Int32Array.of(1, 2, 3, 4, 5)) // => { sessions: 2, after: 1, before: 4 }
 */
export function longestGap(days: Int32Array, sessions: Int32Array): Gap | undefined {
  let longest: Gap | undefined;
  let s = 0;
  for (let k = 1; k < days.length; k++) {
    const after = days[k - 1]!;
    const before = days[k]!;
    while (s < sessions.length && sessions[s]! <= after) s++;
    const from = s;
    while (s < sessions.length && sessions[s]! < before) s++;
    if (s - from > (longest?.sessions ?? 0)) longest = { sessions: s - from, after, before };
  }
  return longest;
}
