import type { Dataset, FundamentalsRow, InstrumentBars, InstrumentRow, MembershipRow } from "@core/columns/dataset";
import type { SectorPlan } from "../aldane/sectors";
import type { Calendar, HolidayRule } from "../calendar";
import { groupFactor, withSeason, type MarketFactor } from "../factors";
import { makeFundamentals } from "../fundamentals";
import { indexBars, volatilityBars, type Bars } from "../index-bars";
import { indexMembers, type IndexRule, type MemberRun } from "../index-members";
import { INDUSTRY_LEADERSHIP, SECTOR_LEADERSHIP } from "../planted";
import { randomStream, type Random } from "../random";
import { simulateStock, type SimulatedBars } from "../stock-bars";
import { planStocks, type StockPlan } from "../stock-plan";
import type { Progress, WorldSize } from "../world-size";

/** Level of every index on its first session. */
const BASE = 1000;

/** An index of a market by rank of market value. */
export interface RankedIndex extends IndexRule {
  readonly ticker: string;
  readonly name: string;
}

/** What distinguishes one made market from another. */
export interface MarketPlan {
  readonly code: string;
  readonly name: string;
  readonly currency: string;
  /** Names the stream from which the stocks are planned. */
  readonly stream: string;
  /** Yearly days on which the exchange is closed. */
  readonly holidays: readonly HolidayRule[];
  readonly sectors: readonly SectorPlan[];
  readonly stocks: number;
  /** The broad index first; ranks of a market of `rankedFor` stocks, scaled to the one that is made. */
  readonly indexes: readonly RankedIndex[];
  readonly rankedFor: number;
  /** An index of the broad index's members at equal weight. */
  readonly equalWeight?: { readonly ticker: string; readonly name: string };
  readonly volatility: { readonly ticker: string; readonly name: string };
}

/** A history of a market with the reserve still in it. */
export interface MadeMarket {
  readonly dataset: Dataset;
  readonly sessions: Int32Array;
  readonly factor: MarketFactor;
}

/**
 * Makes a market: stocks, dated indexes, the volatility index, fundamentals and holidays.
 * @param seed the world's seed
 * @param plan the market
 * @param calendar its sessions
 * @param market the factor that all its stocks share
 * @param size how large, and how many sessions are the reserve's
 * @param draws what the stocks are planned from: a stream, and a source of invented words
 * @param progress is told the share done and what is being made
 */
export function makeMarket(
  seed: number,
  plan: MarketPlan,
  calendar: Calendar,
  market: MarketFactor,
  size: WorldSize,
  { random, word }: { readonly random: Random; readonly word: () => string },
  progress: Progress,
): MadeMarket {
  const { sessions } = calendar;
  const n = sessions.length;
  const named = (group: string) => (plan.stream === "aldane" ? group : `${plan.code}:${group}`);
  const sizeFactor = groupFactor(seed, named("size"), market, { annual: 0.05, halfLife: 120, noise: 0.06 });
  const sectorFactor = new Map(
    plan.sectors.map((s) => {
      const factor = groupFactor(seed, named(s.name), market, { ...SECTOR_LEADERSHIP, noise: 0.07 });
      return [s.name, withSeason(factor, s.name, sessions)] as const;
    }),
  );
  const industryFactor = new Map(
    plan.sectors
      .flatMap((s) => s.industries)
      .map((i) => [i.name, groupFactor(seed, named(i.name), market, { ...INDUSTRY_LEADERSHIP, noise: 0.05 })] as const),
  );

  const lives = {
    stocks: plan.stocks,
    late: Math.round(plan.stocks / 8),
    ending: Math.round(plan.stocks / 9.6),
    sessions: n - size.reserve,
  };
  const plans = planStocks(random, plan.sectors, lives, word);
  const stocks: SimulatedBars[] = [];
  const fundamentals: FundamentalsRow[] = [];
  plans.forEach((stock, i) => {
    if (i % 20 === 0) progress((0.95 * i) / plans.length, `stocks of ${plan.name}, ${i} of ${plans.length}`);
    const bars = simulateStock(seed, stock, {
      market,
      sector: sectorFactor.get(stock.sector)!,
      industry: industryFactor.get(stock.industry)!,
      size: sizeFactor,
    });
    stocks.push(bars);
    fundamentals.push(...makeFundamentals(seed, stock, bars, sessions));
  });

  progress(0.96, `indexes of ${plan.name}`);
  const shares = sharesKnown(plans, fundamentals, sessions);
  const universe = {
    stocks: plans.length,
    sessions: n,
    value: (stock: number, t: number) => shares(stock, t) * lastClose(stocks[stock]!.close, t),
    end: (stock: number) => plans[stock]!.ends?.session,
  };
  const reviews = reviewSessions(sessions);
  const scale = plan.stocks / plan.rankedFor;
  const rank = (r: number) => Math.max(1, Math.round(r * scale));
  const scaled = (i: RankedIndex): RankedIndex => ({
    ...i,
    firstRank: i.firstRank === 1 ? 1 : rank(i.firstRank - 1) + 1,
    lastRank: rank(i.lastRank),
    buffer: rank(i.buffer),
  });
  const row = (ticker: string, name: string, kind: "index" | "volatility") =>
    indexRow(ticker, name, kind, { market: plan.code, currency: plan.currency, listed: sessions[0]! });
  const made: { row: InstrumentRow; bars: Bars }[] = [];
  const membership: MembershipRow[] = [];
  const membershipOf = (group: string, runs: readonly MemberRun[]) =>
    runs.map((r): MembershipRow => ({
      group,
      kind: "index",
      ticker: plans[r.stock]!.ticker,
      from: sessions[r.from]!,
      to: r.to === undefined ? null : sessions[r.to]!,
      weight: null,
    }));
  const broadTicker = plan.indexes[0]!.ticker;
  let broad: MemberRun[] = [];
  for (const index of plan.indexes.map(scaled)) {
    const runs = indexMembers(universe, reviews, index);
    if (index.ticker === broadTicker) broad = runs;
    const noise = randomStream(seed, `index:${index.ticker}`);
    const bars = indexBars(stocks, runs, (stock, t) => shares(stock, t - 1), BASE, market.sigma, noise);
    made.push({ row: row(index.ticker, index.name, "index"), bars });
    membership.push(...membershipOf(index.ticker, runs));
  }
  if (plan.equalWeight) {
    const { ticker, name } = plan.equalWeight;
    const units = equalUnits(stocks, reviews, n);
    const bars = indexBars(stocks, broad, units, BASE, market.sigma, randomStream(seed, `index:${ticker}`));
    made.push({ row: row(ticker, name, "index"), bars });
    membership.push(...membershipOf(ticker, broad));
  }
  const { ticker, name } = plan.volatility;
  made.push({
    row: row(ticker, name, "volatility"),
    bars: volatilityBars(market.returns, market.sigma, randomStream(seed, `index:${ticker}`)),
  });
  return {
    sessions,
    factor: market,
    dataset: {
      markets: [
        {
          market: plan.code,
          name: plan.name,
          currency: plan.currency,
          broadIndex: broadTicker,
          volatilityIndex: plan.volatility.ticker,
        },
      ],
      instruments: [...plans.map((p) => stockRow(p, plan, sessions)), ...made.map((m) => m.row)],
      bars: [
        ...plans.map((p, i) => instrumentBars(p.ticker, stocks[i]!, sessions)),
        ...made.map((m) => instrumentBars(m.row.ticker, m.bars, sessions)),
      ],
      membership,
      holidays: calendar.holidays,
      fundamentals: fundamentals.sort((a, b) => a.known - b.known),
    },
  };
}

/** First sessions of March, June, September and December, and the very first one. */
function reviewSessions(sessions: Int32Array): number[] {
  const monthOf = (t: number) => new Date(sessions[t]! * 86_400_000).getUTCMonth();
  const reviews = [0];
  for (let t = 1; t < sessions.length; t++) if (monthOf(t) !== monthOf(t - 1) && monthOf(t) % 3 === 2) reviews.push(t);
  return reviews;
}

/** Shares of a stock known after a session. */
function sharesKnown(plans: readonly StockPlan[], rows: readonly FundamentalsRow[], sessions: Int32Array) {
  const byTicker = new Map(plans.map((p, i) => [p.ticker, i]));
  const columns = plans.map(() => new Float64Array(sessions.length).fill(NaN));
  const indexOf = new Map(Array.from(sessions, (day, t) => [day, t]));
  for (const row of rows) {
    if (row.shares !== null) columns[byTicker.get(row.ticker)!]![indexOf.get(row.known)!] = row.shares;
  }
  for (const column of columns) {
    for (let t = 1; t < column.length; t++) if (Number.isNaN(column[t])) column[t] = column[t - 1]!;
  }
  return (stock: number, t: number) => columns[stock]![Math.max(0, t)]!;
}

/** Units that made the members equal in value at the latest review before a session. */
function equalUnits(stocks: readonly Bars[], reviews: readonly number[], n: number) {
  const reviewOf = new Int32Array(n);
  for (let t = 0, k = 0; t < n; t++) {
    if (k + 1 < reviews.length && reviews[k + 1]! <= t) k++;
    reviewOf[t] = reviews[k]!;
  }
  return (stock: number, t: number) => 1 / lastClose(stocks[stock]!.close, Math.max(0, reviewOf[t]! - 1));
}

function lastClose(close: Float64Array, t: number): number {
  for (let s = t; s >= 0 && s > t - 12; s--) if (!Number.isNaN(close[s])) return close[s]!;
  return NaN;
}

function stockRow(plan: StockPlan, { code, currency }: MarketPlan, sessions: Int32Array): InstrumentRow {
  return {
    ticker: plan.ticker,
    name: plan.name,
    kind: "stock",
    market: code,
    currency,
    listed: sessions[plan.lists]!,
    delisted: plan.ends ? sessions[plan.ends.session]! : null,
    sector: plan.sector,
    industry: plan.industry,
    temperament: plan.temperament,
    leverage: null,
    marketValueShares: null,
  };
}

/** The row of an index: nothing but its names and when it began. */
export function indexRow(
  ticker: string,
  name: string,
  kind: "index" | "volatility",
  facts: { readonly market: string | null; readonly currency: string; readonly listed: number },
): InstrumentRow {
  return {
    ticker,
    name,
    kind,
    ...facts,
    delisted: null,
    sector: null,
    industry: null,
    temperament: null,
    leverage: null,
    marketValueShares: null,
  };
}

/** Bars of one instrument as rows, without the sessions on which it has none. */
export function instrumentBars(ticker: string, bars: Bars, sessions: Int32Array): InstrumentBars {
  const rows: number[] = [];
  for (let t = 0; t < sessions.length; t++) if (!Number.isNaN(bars.close[t])) rows.push(t);
  const take = (column: Float64Array) => Float64Array.from(rows, (t) => column[t]!);
  return {
    ticker,
    days: Int32Array.from(rows, (t) => sessions[t]!),
    open: take(bars.open),
    high: take(bars.high),
    low: take(bars.low),
    close: take(bars.close),
    volume: take(bars.volume),
  };
}
