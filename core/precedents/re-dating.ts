/** One instrument's base returns and occurrences, on numbered sessions. */
export interface DatedReturns {
  /** Base return less the own base mean, by number of the session; NaN where there is none. */
  readonly deviations: Float64Array;
  /** Numbers of the sessions of the counted occurrences. */
  readonly occurrences: readonly number[];
}

/**
 * How often an edge as large would have come about with all occurrences moved together to other dates.
 * Formula: the statistic of a shift is |m - m'| / sqrt(s^2 / n + s'^2 max(1, h) / n'), with m, s, n of the deviations at the
 * shifted places and m', s' (population), n' of the others; every shift k of 1..L-1 round the end is taken once;
 * p = (1 + shifts whose statistic is not below that of k = 0) / L; a shift with n < 2 is not extreme (method 8, I07).
 * @param instruments all of one length L; where an instrument has no base return an occurrence is left out of that shift
 * @param hold sessions held, h
 * @returns p, two-sided; NaN for fewer than two occurrences or L < 2
 */
export function reDatingP(instruments: readonly DatedReturns[], hold: number): number {
  const length = instruments[0]?.deviations.length ?? 0;
  if (length < 2) return NaN;
  const statistics = shiftStatistics(instruments, length, Math.max(1, hold));
  const own = statistics[0]!;
  if (Number.isNaN(own)) return NaN;
  const least = own - 1e-9 * Math.max(1, own);
  let extreme = 1;
  for (let k = 1; k < length; k++) if (statistics[k]! >= least) extreme++;
  return extreme / length;
}

/** The statistic of each shift from 0 to L - 1; NaN where fewer than two occurrences are left. */
function shiftStatistics(instruments: readonly DatedReturns[], length: number, hold: number): Float64Array {
  const sums = new Float64Array(length);
  const squares = new Float64Array(length);
  const counts = new Float64Array(length);
  let [total, totalSquares, all] = [0, 0, 0];
  for (const { deviations, occurrences } of instruments) {
    // Without a value it adds nothing to the sums, and is not counted.
    const values = deviations.map((x) => (Number.isNaN(x) ? 0 : x));
    let missing = false;
    for (let k = 0; k < length; k++) {
      if (Number.isNaN(deviations[k])) {
        missing = true;
        continue;
      }
      total += values[k]!;
      totalSquares += values[k]! * values[k]!;
      all++;
    }
    for (const at of occurrences) {
      addShifted(sums, values, at, false);
      addShifted(squares, values, at, true);
      if (missing) {
        for (let k = 0, p = at; k < length; k++, p = p + 1 === length ? 0 : p + 1) if (!Number.isNaN(deviations[p])) counts[k]!++;
      }
    }
    if (!missing) for (let k = 0; k < length; k++) counts[k]! += occurrences.length;
  }
  const out = new Float64Array(length).fill(NaN);
  for (let k = 0; k < length; k++) {
    const n = counts[k]!;
    const others = all - n;
    if (n < 2 || others < 1) continue;
    const m = sums[k]! / n;
    const variance = Math.max(0, (squares[k]! - n * m * m) / (n - 1));
    const m2 = (total - sums[k]!) / others;
    const variance2 = Math.max(0, (totalSquares - squares[k]!) / others - m2 * m2);
    const spread = Math.sqrt(variance / n + (variance2 * hold) / others);
    out[k] = spread > 0 ? Math.abs(m - m2) / spread : 0;
  }
  return out;
}

/** Adds to each shift the value (or its square) that an occurrence has there, round the end. */
function addShifted(sums: Float64Array, values: Float64Array, at: number, squared: boolean): void {
  const length = values.length;
  const turn = length - at;
  if (squared) {
    for (let k = 0; k < turn; k++) sums[k]! += values[at + k]! * values[at + k]!;
    for (let k = turn; k < length; k++) sums[k]! += values[k - turn]! * values[k - turn]!;
  } else {
    for (let k = 0; k < turn; k++) sums[k]! += values[at + k]!;
    for (let k = turn; k < length; k++) sums[k]! += values[k - turn]!;
  }
}
