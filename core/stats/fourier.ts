import { CoreError } from "../core-error";

/** The discrete Fourier transform of one length, forth in scattered order and back: what is multiplied in between needs no other. */
export interface Fourier {
  /** Transforms a series in place; frequency f is left at the place whose binary digits are those of f backwards. */
  readonly scatter: (re: Float64Array, im: Float64Array) => void;
  /** The inverse of the same, n times as large: from scattered frequencies to the series. */
  readonly gather: (re: Float64Array, im: Float64Array) => void;
  /** The place of frequency -f, by the place of f. */
  readonly opposite: Uint32Array;
}

/**
 * The discrete Fourier transform of a length that is a power of two.
 * Formula: X[f] = sum over k of x[k] exp(-2 pi i f k / n); forth by decimation in frequency, back by decimation in time (Gentleman
 * and Sande; Cooley and Tukey), two halvings at a time.
 * @param n length, a power of two
 * @throws CoreError `bad-length` for another length
 * @example (() => { const re = Float64Array.of(1, 2, 3, 4); fourier(4).scatter(re, new Float64Array(4)); return re[0]; })() // => 10
 */
export function fourier(n: number): Fourier {
  if (n < 1 || (n & (n - 1)) !== 0) throw new CoreError("bad-length", `fourier: needs a power of two, got ${n}`);
  // The quarters of each pass, from the widest on; what is left of an odd number of halvings are neighbours.
  const quarters: number[] = [];
  let left = n;
  for (; left >= 4; left /= 4) quarters.push(left / 4);
  const hasPairs = left === 2;
  const turns = quarters.map(turnsOf);
  return {
    scatter(re, im) {
      for (const [pass, quarter] of quarters.entries()) scatterPass(re, im, quarter, turns[pass]!);
      if (hasPairs) addPairs(re, im);
    },
    gather(re, im) {
      if (hasPairs) addPairs(re, im);
      for (let pass = quarters.length - 1; pass >= 0; pass--) gatherPass(re, im, quarters[pass]!, turns[pass]!);
    },
    opposite: oppositePlaces(n),
  };
}

/** Turns by one, two and three k-ths of four quarters, one behind the other, so that they are read in runs. */
function turnsOf(quarter: number): Float64Array {
  const turns = new Float64Array(6 * quarter);
  for (let k = 0; k < quarter; k++)
    for (const m of [1, 2, 3]) {
      const angle = (Math.PI * m * k) / (2 * quarter);
      turns[6 * k + 2 * m - 2] = Math.cos(angle);
      turns[6 * k + 2 * m - 1] = -Math.sin(angle);
    }
  return turns;
}

function scatterPass(re: Float64Array, im: Float64Array, quarter: number, turns: Float64Array): void {
  const n = re.length;
  for (let start = 0; start < n; start += 4 * quarter) {
    for (let k = 0, w = 0; k < quarter; k++, w += 6) {
      const a = start + k;
      const b = a + quarter;
      const c = b + quarter;
      const d = c + quarter;
      const sumRe = re[a]! + re[c]!;
      const sumIm = im[a]! + im[c]!;
      const lessRe = re[a]! - re[c]!;
      const lessIm = im[a]! - im[c]!;
      const nextRe = re[b]! + re[d]!;
      const nextIm = im[b]! + im[d]!;
      // Turned by a quarter.
      const turnedRe = im[b]! - im[d]!;
      const turnedIm = re[d]! - re[b]!;
      re[a] = sumRe + nextRe;
      im[a] = sumIm + nextIm;
      const twoRe = sumRe - nextRe;
      const twoIm = sumIm - nextIm;
      re[b] = twoRe * turns[w + 2]! - twoIm * turns[w + 3]!;
      im[b] = twoRe * turns[w + 3]! + twoIm * turns[w + 2]!;
      const oneRe = lessRe + turnedRe;
      const oneIm = lessIm + turnedIm;
      re[c] = oneRe * turns[w]! - oneIm * turns[w + 1]!;
      im[c] = oneRe * turns[w + 1]! + oneIm * turns[w]!;
      const threeRe = lessRe - turnedRe;
      const threeIm = lessIm - turnedIm;
      re[d] = threeRe * turns[w + 4]! - threeIm * turns[w + 5]!;
      im[d] = threeRe * turns[w + 5]! + threeIm * turns[w + 4]!;
    }
  }
}

/** The same backwards: every turn the other way round. */
function gatherPass(re: Float64Array, im: Float64Array, quarter: number, turns: Float64Array): void {
  const n = re.length;
  for (let start = 0; start < n; start += 4 * quarter) {
    for (let k = 0, w = 0; k < quarter; k++, w += 6) {
      const a = start + k;
      const b = a + quarter;
      const c = b + quarter;
      const d = c + quarter;
      const twoRe = re[b]! * turns[w + 2]! + im[b]! * turns[w + 3]!;
      const twoIm = im[b]! * turns[w + 2]! - re[b]! * turns[w + 3]!;
      const oneRe = re[c]! * turns[w]! + im[c]! * turns[w + 1]!;
      const oneIm = im[c]! * turns[w]! - re[c]! * turns[w + 1]!;
      const threeRe = re[d]! * turns[w + 4]! + im[d]! * turns[w + 5]!;
      const threeIm = im[d]! * turns[w + 4]! - re[d]! * turns[w + 5]!;
      const sumRe = re[a]! + twoRe;
      const sumIm = im[a]! + twoIm;
      const lessRe = re[a]! - twoRe;
      const lessIm = im[a]! - twoIm;
      const nextRe = oneRe + threeRe;
      const nextIm = oneIm + threeIm;
      // Turned back by a quarter.
      const turnedRe = threeIm - oneIm;
      const turnedIm = oneRe - threeRe;
      re[a] = sumRe + nextRe;
      im[a] = sumIm + nextIm;
      re[c] = sumRe - nextRe;
      im[c] = sumIm - nextIm;
      re[b] = lessRe + turnedRe;
      im[b] = lessIm + turnedIm;
      re[d] = lessRe - turnedRe;
      im[d] = lessIm - turnedIm;
    }
  }
}

/** The transform of every two neighbours. */
function addPairs(re: Float64Array, im: Float64Array): void {
  for (let a = 0; a < re.length; a += 2) {
    const x = re[a + 1]!;
    const y = im[a + 1]!;
    re[a + 1] = re[a]! - x;
    im[a + 1] = im[a]! - y;
    re[a]! += x;
    im[a]! += y;
  }
}

function oppositePlaces(n: number): Uint32Array {
  const backwards = new Uint32Array(n);
  for (let k = 1; k < n; k++) backwards[k] = (backwards[k >> 1]! >> 1) | (k & 1 ? n >> 1 : 0);
  return backwards.map((f) => backwards[(n - f) & (n - 1)]!);
}
