/**
 * Thrust events: participation that rises from washed out to nearly all within a few sessions.
 * Formula: at t the reading is >= 80, it is the first such after the latest reading <= 20, and that one lies no more
 * than 10 sessions before t (method 2, C06).
 * @param participation percent a session, participation(10)
 * @returns sessions of the events, ascending
 * @example thrusts(Float64Array.of(15, 40, 85, 90, 82)) // => [2]
 */
export function thrusts(participation: Float64Array): number[] {
  const events: number[] = [];
  let low = -Infinity;
  for (let t = 0; t < participation.length; t++) {
    const p = participation[t]!;
    if (p <= 20) low = t;
    else if (p >= 80) {
      if (t - low <= 10) events.push(t);
      low = -Infinity;
    }
  }
  return events;
}
