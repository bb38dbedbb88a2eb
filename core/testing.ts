/* Makers of data and plain slow calculations that tests compare with; they share no code with what they check. */

/** A stream of numbers in [0, 1) from a seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export interface TestBars {
  open: Float64Array;
  high: Float64Array;
  low: Float64Array;
  close: Float64Array;
  volume: Float64Array;
}

/** A random walk of bars in cents. */
export function randomBars(seed: number, n: number): TestBars {
  const random = seeded(seed);
  const bars: TestBars = {
    open: new Float64Array(n),
    high: new Float64Array(n),
    low: new Float64Array(n),
    close: new Float64Array(n),
    volume: new Float64Array(n),
  };
  let price = 20 + 60 * random();
  const cents = (x: number) => Math.max(0.01, Math.round(100 * x) / 100);
  for (let i = 0; i < n; i++) {
    bars.open[i] = cents(price * (1 + 0.01 * (random() - 0.5)));
    price = Math.max(1, price * (1 + 0.04 * (random() - 0.497)));
    bars.close[i] = cents(price);
    bars.high[i] = cents(Math.max(bars.open[i]!, bars.close[i]!) * (1 + 0.01 * random()));
    bars.low[i] = cents(Math.min(bars.open[i]!, bars.close[i]!) * (1 - 0.01 * random()));
    bars.volume[i] = Math.floor(1e5 * random());
  }
  return bars;
}

/** The bars with some rows blanked out, and the rows that are left. */
export function withGaps(bars: TestBars, seed: number, share: number): { bars: TestBars; kept: number[] } {
  const random = seeded(seed);
  const out = Object.fromEntries(Object.entries(bars).map(([k, v]) => [k, (v as Float64Array).slice()])) as unknown as TestBars;
  const kept: number[] = [];
  for (let i = 0; i < bars.close.length; i++) {
    if (random() < share) for (const column of Object.values(out) as Float64Array[]) column[i] = NaN;
    else kept.push(i);
  }
  return { bars: out, kept };
}

/** A column as a plain list of its defined values. */
export const definedOf = (column: ArrayLike<number>): number[] => Array.from(column).filter((x) => !Number.isNaN(x));

/** The largest relative difference of two lists of one length. */
export function largestDifference(a: readonly number[], b: readonly number[]): number {
  if (a.length !== b.length) return Infinity;
  return a.reduce((worst, x, i) => Math.max(worst, Math.abs(x - b[i]!) / Math.max(1e-12, Math.abs(b[i]!))), 0);
}

const defined = (x: number) => !Number.isNaN(x);
const middle = (xs: readonly number[]) => {
  const sorted = [...xs].sort((a, b) => a - b);
  const n = sorted.length;
  return n === 0 ? NaN : n % 2 === 1 ? sorted[(n - 1) / 2]! : (sorted[n / 2 - 1]! + sorted[n / 2]!) / 2;
};
const lastN = (xs: readonly number[], s: number, n: number) =>
  xs
    .slice(0, s + 1)
    .filter(defined)
    .slice(-n);
const plainSd = (xs: readonly number[], s: number, n: number) => {
  const own = lastN(xs, s, n);
  if (own.length < n || !defined(xs[s]!)) return NaN;
  const m = own.reduce((a, b) => a + b, 0) / n;
  return Math.sqrt(own.reduce((sum, x) => sum + (x - m) ** 2, 0) / (n - 1));
};
const plainEma3 = (xs: readonly number[]) => {
  let e = NaN;
  const seen: number[] = [];
  return xs.map((x) => {
    if (!defined(x)) return NaN;
    seen.push(x);
    if (seen.length < 3) return NaN;
    e = seen.length === 3 ? (seen[0]! + seen[1]! + seen[2]!) / 3 : 0.5 * x + 0.5 * e;
    return e;
  });
};
/** Relative trend and momentum of method 6 on lists. */
export function plainRotation(
  q: readonly (readonly number[])[],
  member: (i: number, s: number) => boolean,
  n: number,
  k: number,
) {
  const samples = q[0]!.map((_, s) => s);
  const smooth = (raw: readonly (readonly number[])[], spread: readonly (readonly number[])[]) => {
    const unit = samples.map((s) => middle(spread.flatMap((x, i) => (member(i, s) && defined(x[s]!) ? [x[s]!] : []))));
    return raw.map((own) => plainEma3(own.map((x, s) => x / unit[s]!)));
  };
  const sd = (columns: readonly (readonly number[])[]) => columns.map((own) => samples.map((s) => plainSd(own, s, n)));
  const u = q.map((own) =>
    samples.map((s) => {
      const window = lastN(own, s, n);
      return window.length < n ? NaN : own[s]! - window.reduce((a, b) => a + b, 0) / n;
    }),
  );
  const T = smooth(u, sd(q));
  const d = T.map((own) => samples.map((s) => (defined(own[s]!) ? own[s]! - (lastN(own, s, k + 1).at(-k - 1) ?? NaN) : NaN)));
  return { T, M: smooth(d, sd(d)) };
}
