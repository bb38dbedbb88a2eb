import { exactExp } from "./exact-math";
import type { MarketFactor } from "./factors";
import * as planted from "./planted";
import { randomStream } from "./random";
import type { StockPlan } from "./stock-plan";

/** Simulated bars of a stock over the sessions of its market; NaN where it has none. */
export interface SimulatedBars {
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  readonly volume: Float64Array;
  /** Sessions of its reports and the surprise of each, in standard deviations. */
  readonly reports: readonly { readonly session: number; readonly surprise: number }[];
}

export interface StockFactors {
  readonly market: MarketFactor;
  readonly sector: Float64Array;
  readonly industry: Float64Array;
  readonly size: Float64Array;
}

const QUARTER = 63;
/** Share of the sessions of a rising market that lie within the planted reversal. */
const REVERSAL_SHARE = 0.3;
const cents = (x: number) => Math.max(0.01, Math.round(x * 100) / 100);

/**
 * Simulates one stock: its factors, its own trending and clustering noise, jumps and drift at reports, the planted
 * reversal after closing lows, now and then a halt, and its end.
 * @param seed the world's seed
 * @param plan what is decided about it
 * @param factors log returns a session of what it depends on
 */
export function simulateStock(seed: number, plan: StockPlan, factors: StockFactors): SimulatedBars {
  const random = randomStream(seed, `stock:${plan.ticker}`);
  const n = factors.market.returns.length;
  const empty = () => new Float64Array(n).fill(NaN);
  const out = { open: empty(), high: empty(), low: empty(), close: empty(), volume: empty() };
  const reports: { session: number; surprise: number }[] = [];
  const root = Math.sqrt(252);
  const last = plan.ends ? plan.ends.session : n - 1;
  let price = plan.price;
  let drift = 0.1 * random.normal();
  let cluster = 1;
  let busy = 0;
  let reportDrift = 0;
  let reportLeft = 0;
  let reversalLeft = 0;
  let halted = 0;
  const recent: number[] = [];
  for (let t = plan.lists; t <= last; t++) {
    const untilEnd = plan.ends ? last - t : Infinity;
    const settled = plan.ends?.how === "taken over" && untilEnd < 45;
    const failing = plan.ends?.how === "failed" && untilEnd < 380;
    const marketSigma = factors.market.sigma[t]!;
    const sigma =
      ((plan.ownVol * (failing ? 1.7 : 1)) / root) * Math.sqrt(cluster) * (0.75 + 0.25 * Math.min(3, marketSigma / 0.009));
    const shock = Math.max(-6, Math.min(6, random.fatTailed()));
    cluster = Math.max(0.5, Math.min(3.5, 1 + 0.94 * (cluster - 1) + 0.03 * (shock * shock - 1)));
    drift = 0.994 * drift + 0.009 * random.normal();
    let r =
      plan.beta * factors.market.returns[t]! +
      plan.sectorBeta * factors.sector[t]! +
      factors.industry[t]! +
      plan.sizeBeta * factors.size[t]! +
      (plan.ownDrift + drift) / 252 +
      sigma * shock;
    if (reversalLeft > 0) {
      r += planted.LOW_REVERSAL;
      reversalLeft--;
    }
    if (reportLeft > 0) {
      r += reportDrift;
      reportLeft--;
    }
    // So that noise and the planted reversal do not make the whole market richer.
    r -= 0.5 * sigma * sigma + (factors.market.rising[t] === 1 ? REVERSAL_SHARE * planted.LOW_REVERSAL : 0);
    if (failing) r -= 0.0085;
    else if (price < 3) r += 0.002;
    else if (price > 250) r -= 0.0003;
    let gap = 0;
    if ((t - plan.lists) % QUARTER === plan.reportOffset && !settled) {
      const surprise = random.fatTailed();
      gap = 0.032 * surprise;
      reports.push({ session: t, surprise });
      reportDrift = (gap * planted.REPORT_DRIFT_SHARE) / planted.REPORT_DRIFT_SESSIONS;
      reportLeft = planted.REPORT_DRIFT_SESSIONS;
    }
    if (settled) r = untilEnd === 44 ? 0.24 + 0.04 * random.normal() : 0.0015 * random.normal();
    if (halted === 0 && !settled && t > plan.lists + 30 && untilEnd > 5 && random.uniform() < 0.00022)
      halted = random.whole(1, 4);

    const daily = settled ? 0.002 : Math.sqrt(sigma * sigma + marketSigma * marketSigma);
    const overnight = settled && untilEnd !== 44 ? 0 : gap + 0.3 * r + 0.35 * daily * random.normal() + (settled ? 0.7 * r : 0);
    const open = cents(price * exactExp(overnight));
    price *= exactExp(r + gap);
    const close = cents(price);
    const top = Math.max(open, close);
    const bottom = Math.min(open, close);
    const up = daily * 0.42 * Math.abs(random.normal());
    const down = daily * 0.42 * Math.abs(random.normal());
    const high = Math.max(top, cents(top * exactExp(up)));
    const low = Math.min(bottom, cents(bottom * exactExp(-down)));

    const earlierLow = recent.length === 9 ? Math.min(...recent) : -Infinity;
    const newLow = recent.length === 9 && close < earlierLow;
    busy = 0.9 * busy + 0.16 * random.normal();
    const size = Math.min(6, Math.abs(r + gap) / Math.max(0.004, daily));
    const climax = newLow && r < -1.8 * daily ? 1.1 : 0;
    const traded = plan.shares * plan.turnover * exactExp(busy + 0.33 * size - 0.3 + climax);
    if (halted > 0) {
      halted--;
      continue;
    }
    out.open[t] = open;
    out.high[t] = high;
    out.low[t] = low;
    out.close[t] = close;
    out.volume[t] = Math.max(100, Math.round(traded / 100) * 100);
    if (newLow && reversalLeft === 0 && factors.market.rising[t] === 1) reversalLeft = planted.LOW_REVERSAL_SESSIONS;
    recent.push(close);
    if (recent.length > 9) recent.shift();
  }
  return { ...out, reports };
}
