import { fourier, type Fourier } from "../stats/fourier";

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
 * @param shifted the sums of each, or of all together, where they are there already
 * @returns p, two-sided; NaN for fewer than two occurrences or L < 2
 */
export function reDatingP(
  instruments: readonly DatedReturns[],
  hold: number,
  shifted: readonly ShiftedSums[] = instruments.map(shiftedSums),
): number {
  const length = instruments[0]?.deviations.length ?? 0;
  if (length < 2) return NaN;
  const together = shifted.length === 1 ? shifted[0]! : shifted.reduce<ShiftedSums | undefined>(addShifted, undefined)!;
  const statistics = shiftStatistics(instruments, together, Math.max(1, hold));
  const own = statistics[0]!;
  if (Number.isNaN(own)) return NaN;
  const least = own - 1e-9 * Math.max(1, own);
  let extreme = 1;
  for (let k = 1; k < length; k++) if (statistics[k]! >= least) extreme++;
  return extreme / length;
}

/** The statistic of each shift from 0 to L - 1; NaN where fewer than two occurrences are left. */
function shiftStatistics(
  instruments: readonly DatedReturns[],
  { sums, squares, counts }: ShiftedSums,
  hold: number,
): Float64Array {
  const length = sums.length;
  let [total, totalSquares, all] = [0, 0, 0];
  for (const { deviations } of instruments) {
    for (let k = 0; k < length; k++) {
      const x = deviations[k]!;
      if (x !== x) continue;
      total += x;
      totalSquares += x * x;
      all++;
    }
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

/** Of each shift: sum and sum of squares of the deviations at the shifted places, and how many there are. */
export interface ShiftedSums {
  readonly sums: Float64Array;
  readonly squares: Float64Array;
  readonly counts: Float64Array;
}

/** The sums of some instruments that move together, added to those of others. */
export function addShifted(into: ShiftedSums | undefined, more: ShiftedSums): ShiftedSums {
  if (!into) return { sums: more.sums.slice(), squares: more.squares.slice(), counts: more.counts.slice() };
  for (const name of ["sums", "squares", "counts"] as const) {
    const [total, column] = [into[name], more[name]];
    for (let k = 0; k < total.length; k++) total[k]! += column[k]!;
  }
  return into;
}

/** Occurrences from which transforms are faster than adding up. */
const TRANSFORM_WORTH = 120;

/**
 * The deviations of one instrument at its occurrences, for every shift of them.
 * @param instrument deviations by numbered session, and the numbers of the occurrences
 * @returns columns by shift, 0 to L - 1
 */
export function shiftedSums(instrument: DatedReturns): ShiftedSums {
  // Adding up is as many steps as occurrences x sessions; by transforms they hardly count.
  return instrument.occurrences.length < TRANSFORM_WORTH ? addedUp(instrument) : correlated(instrument);
}

/** Shifts that are added up at a time, so that their sums stay near the processor. */
const BLOCK = 512;

function addedUp({ deviations, occurrences }: DatedReturns): ShiftedSums {
  const length = deviations.length;
  const sums = new Float64Array(length);
  const squares = new Float64Array(length);
  const counts = new Float64Array(length);
  const { values, squared, known } = twice(deviations);
  for (let start = 0; start < length; start += BLOCK) {
    const end = Math.min(length, start + BLOCK);
    let first = 0;
    // Four at a time, one after the other, so that a sum is fetched and put back once for them.
    for (; first + 4 <= occurrences.length; first += 4) {
      const [a, b, c, d] = [occurrences[first]!, occurrences[first + 1]!, occurrences[first + 2]!, occurrences[first + 3]!];
      for (let k = start; k < end; k++) {
        sums[k] = sums[k]! + values[a + k]! + values[b + k]! + values[c + k]! + values[d + k]!;
        squares[k] = squares[k]! + squared[a + k]! + squared[b + k]! + squared[c + k]! + squared[d + k]!;
      }
    }
    for (; first < occurrences.length; first++) {
      const at = occurrences[first]!;
      for (let k = start; k < end; k++) {
        sums[k]! += values[at + k]!;
        squares[k]! += squared[at + k]!;
      }
    }
    if (known) for (const at of occurrences) for (let k = start; k < end; k++) counts[k]! += known[at + k]!;
  }
  if (!known) counts.fill(occurrences.length);
  return { sums, squares, counts };
}

/** Values and squares twice round, 0 where there is none; and where there is one, unless everywhere. */
function twice(deviations: Float64Array) {
  const length = deviations.length;
  const values = new Float64Array(2 * length);
  const squared = new Float64Array(2 * length);
  const known = new Uint8Array(2 * length);
  let missing = false;
  for (let k = 0; k < 2 * length; k++) {
    const x = deviations[k < length ? k : k - length]!;
    if (x === x) {
      values[k] = x;
      squared[k] = x * x;
      known[k] = 1;
    } else missing = true;
  }
  return { values, squared, known: missing ? known : undefined };
}

/** The same as circular correlations of where the occurrences are with the deviations, their squares, and where they are known. */
function correlated({ deviations, occurrences }: DatedReturns): ShiftedSums {
  const length = deviations.length;
  const { scatter, gather, opposite, room } = roomOf(2 ** Math.ceil(Math.log2(2 * length)));
  for (const column of room) column.fill(0);
  const [re, im, placesRe, placesIm, countRe, countIm] = room;
  let missing = false;
  for (const at of occurrences) placesRe[at] = 1;
  for (let k = 0; k < length; k++) {
    const x = deviations[k]!;
    if (x === x) {
      re[k] = x;
      im[k] = x * x;
    } else missing = true;
  }
  // Where something is not known everywhere, that travels with where the occurrences are.
  if (missing) for (let k = 0; k < length; k++) placesIm[k] = deviations[k] === deviations[k] ? 1 : 0;
  scatter(re, im);
  scatter(placesRe, placesIm);
  // Values in the real and squares in the imaginary part; counts apart.
  for (let f = 0; f < re.length; f++) {
    let oRe = placesRe[f]!;
    let oIm = placesIm[f]!;
    if (missing) {
      // Two real series in one transform: their own spectra are its even and odd parts.
      const g = opposite[f]!;
      oRe = (placesRe[f]! + placesRe[g]!) / 2;
      oIm = (placesIm[f]! - placesIm[g]!) / 2;
      const kRe = (placesIm[f]! + placesIm[g]!) / 2;
      const kIm = (placesRe[g]! - placesRe[f]!) / 2;
      countRe[f] = oRe * kRe + oIm * kIm;
      countIm[f] = oRe * kIm - oIm * kRe;
    }
    const x = re[f]!;
    const y = im[f]!;
    re[f] = oRe * x + oIm * y;
    im[f] = oRe * y - oIm * x;
  }
  gather(re, im);
  if (missing) gather(countRe, countIm);
  const wrapped = (column: Float64Array) => {
    const [size, out] = [column.length, new Float64Array(length)];
    out[0] = column[0]! / size;
    for (let k = 1; k < length; k++) out[k] = (column[k]! + column[size - length + k]!) / size;
    return out;
  };
  const counts = missing ? wrapped(countRe).map(Math.round) : new Float64Array(length).fill(occurrences.length);
  return { sums: wrapped(re), squares: wrapped(im), counts };
}

type Room = readonly [Float64Array, Float64Array, Float64Array, Float64Array, Float64Array, Float64Array];

const rooms = new Map<number, Fourier & { readonly room: Room }>();

/** The transform of a size, whose turns are worked out once, and room to work in. */
function roomOf(size: number): Fourier & { readonly room: Room } {
  let own = rooms.get(size);
  if (!own) {
    const column = () => new Float64Array(size);
    own = { ...fourier(size), room: [column(), column(), column(), column(), column(), column()] };
    rooms.set(size, own);
  }
  return own;
}
