import { CoreError } from "../core-error";

/**
 * The discrete Fourier transform of a length that is a power of two, in place.
 * Formula: X[f] = sum over k of x[k] exp(-2 pi i f k / n), by decimation in time (Cooley and Tukey).
 * @param n length, a power of two
 * @returns transforms the real and imaginary parts of a series of that length
 * @throws CoreError `bad-length` for another length
 * @example (() => { const re = Float64Array.of(1, 2, 3, 4); fourier(4)(re, new Float64Array(4)); return re[0]; })() // => 10
 */
export function fourier(n: number): (re: Float64Array, im: Float64Array) => void {
  if (n < 1 || (n & (n - 1)) !== 0) throw new CoreError("bad-length", `fourier: needs a power of two, got ${n}`);
  // The turns of each pass one behind the other, so that they are read in runs.
  const passes: Float64Array[] = [];
  for (let half = 1; half < n; half <<= 1) {
    const turns = new Float64Array(2 * half);
    for (let k = 0; k < half; k++) {
      turns[2 * k] = Math.cos((Math.PI * k) / half);
      turns[2 * k + 1] = -Math.sin((Math.PI * k) / half);
    }
    passes.push(turns);
  }
  const reversed = new Uint32Array(n);
  for (let k = 1; k < n; k++) reversed[k] = (reversed[k >> 1]! >> 1) | (k & 1 ? n >> 1 : 0);
  return (re, im) => {
    for (let k = 0; k < n; k++) {
      const r = reversed[k]!;
      if (r <= k) continue;
      const x = re[k]!;
      const y = im[k]!;
      re[k] = re[r]!;
      im[k] = im[r]!;
      re[r] = x;
      im[r] = y;
    }
    for (let half = 1, pass = 0; half < n; half <<= 1, pass++) {
      const turns = passes[pass]!;
      for (let start = 0; start < n; start += 2 * half) {
        const end = start + half;
        for (let a = start, w = 0; a < end; a++, w += 2) {
          const b = a + half;
          const c = turns[w]!;
          const s = turns[w + 1]!;
          const x = re[b]! * c - im[b]! * s;
          const y = re[b]! * s + im[b]! * c;
          re[b] = re[a]! - x;
          im[b] = im[a]! - y;
          re[a]! += x;
          im[a]! += y;
        }
      }
    }
  };
}
