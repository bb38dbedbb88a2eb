import { exactExp } from "./exact-math";
import type { MemberRun } from "./index-members";
import type { Random } from "./random";
import type { SimulatedBars } from "./stock-bars";

export type Bars = Omit<SimulatedBars, "reports">;

const round = (x: number) => Math.round(x * 100) / 100;

/** Weight of a stock in the change from session t - 1 to t, in any unit. */
export type IndexWeight = (stock: number, t: number) => number;

/**
 * Bars of an index from its members. Level: L[t] = L[t-1] x sum(w C[t]) / sum(w C[t-1]) over the members of t that
 * have had a bar before, a halted one at its last close; the open likewise. High and low lie outside open and close
 * by the market's volatility. Rounded to cents; the chain itself is not.
 * @param stocks bars of every stock
 * @param runs membership
 * @param weight shares (cap-weighted) or units (equal-weighted) of a stock for session t, known at t - 1
 * @param base level at the first session
 * @param sigma volatility of the market a session
 * @param random draws the reach of highs and lows
 */
export function indexBars(
  stocks: readonly Bars[],
  runs: readonly MemberRun[],
  weight: IndexWeight,
  base: number,
  sigma: Float64Array,
  random: Random,
): Bars {
  const n = sigma.length;
  const now = new Float64Array(n);
  const atOpen = new Float64Array(n);
  const before = new Float64Array(n);
  const volume = new Float64Array(n);
  for (const { stock, from, to = n - 1 } of runs) {
    const { open, close, volume: traded } = stocks[stock]!;
    let last = NaN;
    for (let s = from - 1; s >= 0 && Number.isNaN(last); s--) last = close[s]!;
    for (let t = from; t <= to; t++) {
      const c = close[t]!;
      if (!Number.isNaN(last)) {
        const w = weight(stock, t);
        before[t]! += w * last;
        now[t]! += w * (Number.isNaN(c) ? last : c);
        atOpen[t]! += w * (Number.isNaN(c) ? last : open[t]!);
      }
      if (Number.isNaN(c)) continue;
      volume[t]! += traded[t]!;
      last = c;
    }
  }
  const out: Bars = {
    open: new Float64Array(n),
    high: new Float64Array(n),
    low: new Float64Array(n),
    close: new Float64Array(n),
    volume,
  };
  let level = base;
  for (let t = 0; t < n; t++) {
    const open = before[t]! > 0 ? (level * atOpen[t]!) / before[t]! : level;
    if (before[t]! > 0) level *= now[t]! / before[t]!;
    const top = Math.max(open, level) * exactExp(sigma[t]! * 0.42 * Math.abs(random.normal()));
    const bottom = Math.min(open, level) * exactExp(-sigma[t]! * 0.42 * Math.abs(random.normal()));
    out.open[t] = round(open);
    out.close[t] = round(level);
    out.high[t] = Math.max(round(top), out.open[t]!, out.close[t]!);
    out.low[t] = Math.min(round(bottom), out.open[t]!, out.close[t]!);
  }
  return out;
}

/**
 * Bars of a volatility index: the market's volatility in percent a year with a premium, slow noise of its own, and a
 * jump on falls.
 */
export function volatilityBars(returns: Float64Array, sigma: Float64Array, random: Random): Bars {
  const n = sigma.length;
  const make = () => new Float64Array(n);
  const out: Bars = { open: make(), high: make(), low: make(), close: make(), volume: new Float64Array(n).fill(NaN) };
  let noise = 0;
  let smooth = sigma[0]!;
  let last = sigma[0]! * 1587 * 1.12;
  for (let t = 0; t < n; t++) {
    noise = 0.95 * noise + 0.025 * random.normal();
    smooth += 0.25 * (sigma[t]! - smooth);
    const fear = Math.max(-0.12, Math.min(0.5, -0.07 * (returns[t]! / sigma[t]!)));
    const level = smooth * 1587 * 1.12 * exactExp(noise + fear);
    const open = last * exactExp(0.02 * random.normal());
    out.open[t] = round(open);
    out.close[t] = round(level);
    out.high[t] = round(Math.max(open, level) * (1 + 0.03 * Math.abs(random.normal())));
    out.low[t] = round(Math.min(open, level) * (1 - 0.025 * Math.min(3, Math.abs(random.normal()))));
    last = level;
  }
  return out;
}
