/*
 * Exponential and logarithm from additions and multiplications only. Those are exact to the last bit on every
 * machine, which Math.exp and Math.log are not: a seed must give the same bytes everywhere.
 */
const LN2_HIGH = 0.69314718036912381649;
const LN2_LOW = 1.90821492927058770002e-10;
const bits = new DataView(new ArrayBuffer(8));

/** e to the power of x, for |x| below 700. */
export function exactExp(x: number): number {
  const k = Math.round(x / 0.6931471805599453);
  const r = x - k * LN2_HIGH - k * LN2_LOW;
  let term = 1;
  let sum = 1;
  for (let n = 1; n <= 14; n++) {
    term *= r / n;
    sum += term;
  }
  bits.setUint32(0, (k + 1023) << 20);
  bits.setUint32(4, 0);
  return sum * bits.getFloat64(0);
}

/** Natural logarithm of a positive, normal number. */
export function exactLog(x: number): number {
  bits.setFloat64(0, x);
  const head = bits.getUint32(0);
  let k = (head >>> 20) - 1023;
  bits.setUint32(0, (head & 0xfffff) | (1023 << 20));
  let m = bits.getFloat64(0);
  if (m > 1.4142135623730951) {
    m /= 2;
    k++;
  }
  const s = (m - 1) / (m + 1);
  const square = s * s;
  let power = s;
  let sum = 0;
  for (let n = 1; n <= 25; n += 2) {
    sum += power / n;
    power *= square;
  }
  return 2 * sum + k * LN2_LOW + k * LN2_HIGH;
}
