/** A run of one state: its first and last row, and the state. */
export type Run = readonly [from: number, to: number, state: number];

/** The runs of equal states, in order. */
export function runsOf(states: Int8Array): Run[] {
  const runs: Run[] = [];
  for (let start = 0; start < states.length;) {
    let end = start;
    while (end + 1 < states.length && states[end + 1] === states[start]) end++;
    runs.push([start, end, states[start]!]);
    start = end + 1;
  }
  return runs;
}
