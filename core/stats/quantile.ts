/** A quantile of sorted values, by linear interpolation; NaN of none. */
export function quantileOfSorted(sorted: Float64Array, share: number): number {
  if (sorted.length === 0) return NaN;
  const place = (sorted.length - 1) * share;
  const low = Math.floor(place);
  const rest = place - low;
  return rest === 0 ? sorted[low]! : sorted[low]! + rest * (sorted[low + 1]! - sorted[low]!);
}
