/**
 * The first session on or after a day.
 * @param sessions epoch days, ascending
 * @param day epoch day
 * @returns its index; the number of sessions where all lie before
 * @example firstFrom(Int32Array.of(10, 12), 11) // => 1
 */
export function firstFrom(sessions: ArrayLike<number>, day: number): number {
  let [low, high] = [0, sessions.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sessions[middle]! < day) low = middle + 1;
    else high = middle;
  }
  return low;
}
