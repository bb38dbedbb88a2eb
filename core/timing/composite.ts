import { runsOf, type Belonging, type Panel } from "../columns/panel";

/**
 * Equal-weighted index of a set of members: a market's composite, or the series of a sector or industry.
 * Formula: I[t] = I[t-1] x (1 + mean r(1)) over the members of session t with a bar on t and an earlier one; r(1)
 * runs over own bars, also from before joining; 1000 on the first session with a member that has a bar; NaN on a
 * session on which no member has one, and the next return is chained to the last level (method 3, D01; 5, F02).
 * @param panel bars, instruments x sessions
 * @param members dated membership in the set
 * @param known levels of the sessions before `start`, one value a session; those from `start` on are written into it
 * @param start first session to calculate [0]
 * @returns a level a session, 1000 at the start
 */
export function composite(
  panel: Panel,
  members: Belonging,
  known: Float64Array = new Float64Array(panel.sessions.length),
  start = 0,
): Float64Array {
  const spans = runsOf(members);
  const sessions = panel.sessions.length;
  // Sums of the sessions from `start` on.
  const sum = new Float64Array(sessions - start);
  const returns = new Uint16Array(sessions - start);
  const present = new Uint16Array(sessions - start);
  for (let i = 0; i < panel.count; i++) {
    const base = i * panel.stride;
    const end = spans.offset[i + 1]!;
    for (let k = spans.offset[i]!; k < end; k++) {
      const from = Math.max(start, spans.from[k]!);
      const to = Math.min(sessions - 1, spans.to[k]!);
      let before = NaN;
      for (let s = from - 1; s >= 0 && before !== before; s--) before = panel.close[base + s]!;
      for (let s = from; s <= to; s++) {
        const c = panel.close[base + s]!;
        if (c !== c) continue;
        present[s - start]!++;
        if (before === before) {
          sum[s - start]! += c / before - 1;
          returns[s - start]!++;
        }
        before = c;
      }
    }
  }
  const out = known.fill(NaN, start);
  let level = NaN;
  for (let s = start - 1; s >= 0 && level !== level; s--) level = out[s]!;
  for (let s = start; s < sessions; s++) {
    if (present[s - start] === 0) continue;
    if (level !== level) level = 1000;
    else if (returns[s - start]! > 0) level *= 1 + sum[s - start]! / returns[s - start]!;
    out[s] = level;
  }
  return out;
}
