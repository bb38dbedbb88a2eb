/**
 * A column of another calendar on the dates of one's own.
 * Formula: the last value on or before each date, from a date of the other calendar at most 5 own sessions back, and
 * only across dates on which the other calendar has no session; a session there without a value gives none (method 0,
 * A09).
 * @param values a value a session of the other calendar
 * @param days epoch days of the other calendar, ascending
 * @param onto epoch days of one's own calendar, ascending
 * @param most sessions to carry [5]
 * @returns a value a session of one's own calendar, NaN where there is none
 * @example align(Float64Array.of(1, 2), Int32Array.of(10, 12), Int32Array.of(10, 11, 12)) // => [1, 1, 2]
 */
export function align(values: Float64Array, days: Int32Array, onto: Int32Array, most = 5): Float64Array {
  const out = new Float64Array(onto.length).fill(NaN);
  let k = -1;
  let reached = -1;
  for (let s = 0; s < onto.length; s++) {
    while (k + 1 < days.length && days[k + 1]! <= onto[s]!) {
      k++;
      reached = s;
    }
    // `reached` is the first own session on or after the other calendar's latest one.
    if (k < 0) continue;
    const behind = days[k] === onto[reached] ? s - reached : s - reached + 1;
    if (behind <= most) out[s] = values[k]!;
  }
  return out;
}
