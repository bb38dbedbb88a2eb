import type { FundamentalsRow } from "@core/columns/dataset";
import { exactExp, exactLog } from "./exact-math";
import { randomStream } from "./random";
import type { SimulatedBars } from "./stock-bars";
import type { StockPlan } from "./stock-plan";

const QUARTER = 63;
const round = (x: number, places: number) => Math.round(x * 10 ** places) / 10 ** places;

/**
 * What became known of a stock and when: a row at its listing and one at each report. Earnings follow the price
 * slowly, surprises move them, and weak companies lose money for a while.
 * @param seed the world's seed
 * @param plan the stock
 * @param bars its simulated bars, with the sessions of its reports
 * @param sessions epoch days of the market's sessions
 */
export function makeFundamentals(seed: number, plan: StockPlan, bars: SimulatedBars, sessions: Int32Array): FundamentalsRow[] {
  const random = randomStream(seed, `fundamentals:${plan.ticker}`);
  const rows: FundamentalsRow[] = [];
  let logEps = exactLog(plan.price * plan.earningsYield);
  let growth = plan.growth;
  let shares = plan.shares;
  let losing = 0;
  const add = (session: number, surprise: number) => {
    const price = lastClose(bars.close, session, plan.price);
    logEps += 0.16 * (exactLog(price * plan.earningsYield) - logEps) + 0.035 * surprise + 0.045 * random.normal();
    growth = Math.max(-12, Math.min(32, growth + 0.15 * (plan.growth - growth) + 1.1 * surprise + 0.7 * random.normal()));
    const ending = plan.ends?.how === "failed" && plan.ends.session - session < 450;
    if (losing > 0) losing--;
    else if (ending || random.uniform() < (plan.temperament === "defensive" ? 0.004 : 0.012)) losing = random.whole(2, 6);
    const size = exactExp(logEps);
    const eps = round(losing > 0 ? -size * random.between(0.1, 0.8) : size, 3);
    if (random.uniform() < 0.25) shares = 1000 * Math.round((shares * (1 + 0.008 * random.normal())) / 1000);
    const next = session === plan.lists ? session + plan.reportOffset : session + QUARTER;
    rows.push({
      ticker: plan.ticker,
      known: sessions[session]!,
      eps,
      epsExpected: round(eps > 0 ? eps * (1 + growth / 100) * (1 + 0.03 * random.normal()) : size * 0.3, 3),
      growth: round(growth, 1),
      salesGrowth: round(0.6 * growth + 2 * random.normal(), 1),
      dividend: eps > 0 && plan.temperament !== "growth" ? round(0.4 * eps, 2) : 0,
      shares,
      nextReport: next < sessions.length ? sessions[next]! : sessions[session]! + 91,
    });
  };
  add(plan.lists, 0);
  for (const { session, surprise } of bars.reports) add(session, surprise);
  return rows;
}

function lastClose(close: Float64Array, session: number, otherwise: number): number {
  for (let t = session; t >= 0; t--) if (!Number.isNaN(close[t])) return close[t]!;
  return otherwise;
}
