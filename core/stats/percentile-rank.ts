import { isTie } from "../columns/compare";

/**
 * Percentile rank of every value in its own set.
 * Formula: 100 (count below + half the ties) / count over the defined values; a value ties with itself, so that a
 * set of one gives 50. Runs of sorted neighbours within 1e-9 of the larger magnitude are one tie (A04).
 * @param values the set; NaN stays NaN and is not counted
 * @returns as many ranks, 0 to 100
 * @example percentileRanks([5, 7, 7, 9]) // => [12.5, 50, 50, 87.5]
 */
export function percentileRanks(values: ArrayLike<number>): Float64Array {
  const out = new Float64Array(values.length).fill(NaN);
  const sorted = sortedOf(values);
  // The rank of each place of the sorted set, one for a run of ties; then every value finds its place.
  const ranks = new Float64Array(sorted.length);
  for (let start = 0; start < sorted.length;) {
    let end = start + 1;
    while (end < sorted.length && isTie(sorted[end - 1]!, sorted[end]!)) end++;
    ranks.fill((100 * (start + (end - start) / 2)) / sorted.length, start, end);
    start = end;
  }
  for (let i = 0; i < values.length; i++) if (values[i] === values[i]) out[i] = ranks[placeOf(sorted, values[i]!)]!;
  return out;
}

/** Place of the first of a sorted set that is not below a value of it. */
function placeOf(sorted: Float64Array, x: number): number {
  let low = 0;
  let high = sorted.length - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < x) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * Percentile rank of one value in its own set, without ranking the others.
 * Formula: as `percentileRanks`, in one walk over the set.
 * @param values the set; NaN is not counted
 * @param i position of the value
 * @returns 0 to 100, NaN when that value is NaN
 * @example percentileRankAt([5, 7, 7, 9], 1) // => 50
 */
export function percentileRankAt(values: ArrayLike<number>, i: number): number {
  const x = values[i]!;
  if (x !== x) return NaN;
  // A run of ties could reach on through neighbours: those near enough to matter are looked at in order.
  const near = 1e-6 * Math.max(1, Math.abs(x));
  const close: number[] = [];
  let count = 0;
  let below = 0;
  for (let k = 0; k < values.length; k++) {
    const v = values[k]!;
    if (v !== v) continue;
    count++;
    if (v < x - near) below++;
    else if (v <= x + near) close.push(v);
  }
  close.sort((a, b) => a - b);
  let low = close.indexOf(x);
  let high = low + 1;
  while (high < close.length && isTie(close[high - 1]!, close[high]!)) high++;
  while (low > 0 && isTie(close[low - 1]!, close[low]!)) low--;
  return (100 * (below + low + (high - low) / 2)) / count;
}

/**
 * Percentile rank of a value from outside a set: compared with the set without being counted in it (A04).
 * @param x the value
 * @param values the set; NaN is not counted
 * @returns 0 to 100, NaN when x is NaN or the set is empty
 * @example percentileRankAmong(6, [5, 7, 7, 9]) // => 25
 */
export function percentileRankAmong(x: number, values: ArrayLike<number>): number {
  return rankAmongSorted(x, sortedOf(values));
}

/**
 * As `percentileRankAmong` for several values, the set being sorted once.
 * @param outside the values; NaN stays NaN
 * @param values the set; NaN is not counted
 * @returns as many ranks, 0 to 100
 * @example percentileRanksAmong([6, 7], [5, 7, 7, 9]) // => [25, 50]
 */
export function percentileRanksAmong(outside: ArrayLike<number>, values: ArrayLike<number>): Float64Array {
  const sorted = sortedOf(values);
  return Float64Array.from(outside, (x) => rankAmongSorted(x, sorted));
}

function sortedOf(values: ArrayLike<number>): Float64Array {
  const room = new Float64Array(values.length);
  let count = 0;
  for (let i = 0; i < values.length; i++) if (values[i] === values[i]) room[count++] = values[i]!;
  return room.subarray(0, count).sort();
}

function rankAmongSorted(x: number, set: Float64Array): number {
  if (Number.isNaN(x) || set.length === 0) return NaN;
  let low = placeOf(set, x);
  if (set[low]! < x) low++;
  let high = low;
  for (let edge = x; high < set.length && isTie(edge, set[high]!); high++) edge = set[high]!;
  for (let edge = x; low > 0 && isTie(edge, set[low - 1]!); low--) edge = set[low - 1]!;
  return (100 * (low + (high - low) / 2)) / set.length;
}
