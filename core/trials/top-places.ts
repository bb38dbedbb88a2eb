import { isTie } from "../columns/compare";

/** Which end of a measure is taken. */
export type Order = "highest" | "lowest";

/**
 * The places of the highest (lowest) values of a row, the best first.
 * Formula: sorted neighbours that tie (A04) are one run; within a run by the order of the row, which is that of tickers; NaN is never
 * taken (method 12, R30, R31).
 * @param values by place
 * @param most so many [all]
 * @param order which end
 * @example topPlaces([2, NaN, 3, 3 + 1e-12, 1], 2, "highest") // => [2, 3]
 */
export function topPlaces(values: ArrayLike<number>, most: number, order: Order): number[] {
  const sign = order === "highest" ? -1 : 1;
  // Only those up to the last that is taken, and what ties with it, are put in order.
  const room = new Float64Array(values.length);
  let n = 0;
  for (let k = 0; k < values.length; k++) if (values[k] === values[k]) room[n++] = sign * values[k]!;
  const sorted = room.subarray(0, n).sort();
  let count = Math.min(most, sorted.length);
  while (count > 0 && count < sorted.length && isTie(sorted[count - 1]!, sorted[count]!)) count++;
  const bound = count > 0 ? sorted[count - 1]! : -Infinity;
  const known: number[] = [];
  for (let k = 0; k < values.length; k++) if (sign * values[k]! <= bound) known.push(k);
  known.sort((a, b) => sign * (values[a]! - values[b]!) || a - b);
  for (let start = 0; start < Math.min(known.length, most);) {
    let end = start + 1;
    while (end < known.length && isTie(values[known[end - 1]!]!, values[known[end]!]!)) end++;
    if (end - start > 1) {
      const run = known.slice(start, end).sort((a, b) => a - b);
      for (let k = start; k < end; k++) known[k] = run[k - start]!;
    }
    start = end;
  }
  return known.slice(0, most);
}
