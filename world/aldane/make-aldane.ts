import type { Dataset, FundamentalsRow, InstrumentBars, InstrumentRow, MembershipRow } from "@core/columns/dataset";
import { epochDay } from "@core/columns/epoch-day";
import { makeCalendar, type HolidayRule } from "../calendar";
import { groupFactor, marketFactor, withSeason } from "../factors";
import { makeFundamentals } from "../fundamentals";
import { indexBars, volatilityBars, type Bars } from "../index-bars";
import { indexMembers, type IndexRule, type MemberRun } from "../index-members";
import type { Progress, WorldSize } from "../world-size";
import { nameSource } from "../names";
import { INDUSTRY_LEADERSHIP, SECTOR_LEADERSHIP } from "../planted";
import { randomStream } from "../random";
import { simulateStock, type SimulatedBars } from "../stock-bars";
import { planStocks, type StockPlan } from "../stock-plan";
import { ALDANE_SECTORS } from "./sectors";

/** Days on which the islands' exchange is closed. */
const HOLIDAYS: readonly HolidayRule[] = [
  { month: 1, date: 1 },
  { month: 2, nth: 3, weekday: 1 },
  { month: 4, nth: 2, weekday: 5 },
  { month: 5, nth: 1, weekday: 1 },
  { month: 6, date: 24 },
  { month: 8, nth: 2, weekday: 1 },
  { month: 9, date: 14 },
  { month: 11, nth: 4, weekday: 4 },
  { month: 12, date: 25 },
];

const MARKET = "ALDANE";
const CURRENCY = "ALD";
/** The demo's last delivered session, a Friday. */
const LAST_DAY = epochDay("2026-10-16");
const SESSIONS_A_YEAR = 252;

interface RankedIndex extends IndexRule {
  readonly ticker: string;
  readonly name: string;
  readonly base: number;
}

/** A history of Aldane with the reserve still in it, and the epoch days of its sessions. */
export interface WholeHistory {
  readonly dataset: Dataset;
  readonly sessions: Int32Array;
}

/**
 * Makes Aldane, the home market: stocks, dated indexes, the volatility index, fundamentals and holidays.
 * @param seed the world's seed
 * @param size how large
 * @param progress is told the share done and what is being made
 */
export function makeAldane(seed: number, size: WorldSize, progress: Progress): WholeHistory {
  const calendar = aldaneCalendar(seed, size);
  const { sessions } = calendar;
  const n = sessions.length;
  progress(0.01, "the market's weather");
  const market = marketFactor(seed, MARKET, calendar);
  const sizeFactor = groupFactor(seed, "size", market, { annual: 0.05, halfLife: 120, noise: 0.06 });
  const sectorFactor = new Map(
    ALDANE_SECTORS.map((s) => {
      const factor = groupFactor(seed, s.name, market, { ...SECTOR_LEADERSHIP, noise: 0.07 });
      return [s.name, withSeason(factor, s.name, sessions)] as const;
    }),
  );
  const industryFactor = new Map(
    ALDANE_SECTORS.flatMap((s) => s.industries).map(
      (i) => [i.name, groupFactor(seed, i.name, market, { ...INDUSTRY_LEADERSHIP, noise: 0.05 })] as const,
    ),
  );

  const random = randomStream(seed, "aldane");
  const lives = {
    stocks: size.stocks,
    late: Math.round(size.stocks / 8),
    ending: Math.round(size.stocks / 9.6),
    sessions: n - size.reserve,
  };
  const plans = planStocks(random, ALDANE_SECTORS, lives, nameSource(random));
  const stocks: SimulatedBars[] = [];
  const fundamentals: FundamentalsRow[] = [];
  plans.forEach((plan, i) => {
    if (i % 20 === 0) progress(0.02 + (0.9 * i) / plans.length, `stocks, ${i} of ${plans.length}`);
    const bars = simulateStock(seed, plan, {
      market,
      sector: sectorFactor.get(plan.sector)!,
      industry: industryFactor.get(plan.industry)!,
      size: sizeFactor,
    });
    stocks.push(bars);
    fundamentals.push(...makeFundamentals(seed, plan, bars, sessions));
  });

  progress(0.93, "indexes");
  const shares = sharesKnown(plans, fundamentals, sessions);
  const universe = {
    stocks: plans.length,
    sessions: n,
    value: (stock: number, t: number) => shares(stock, t) * lastClose(stocks[stock]!.close, t),
    end: (stock: number) => plans[stock]!.ends?.session,
  };
  const reviews = reviewSessions(sessions);
  const scale = size.stocks / 480;
  const rank = (r: number) => Math.max(1, Math.round(r * scale));
  const indexes: RankedIndex[] = [
    { ticker: "ALBRO", name: "Aldane broad", base: 1000, firstRank: 1, lastRank: rank(400), buffer: rank(20) },
    { ticker: "ALBIG", name: "Aldane large 60", base: 1000, firstRank: 1, lastRank: rank(60), buffer: rank(8) },
    { ticker: "ALMED", name: "Aldane mid", base: 1000, firstRank: rank(60) + 1, lastRank: rank(200), buffer: rank(15) },
    { ticker: "ALSML", name: "Aldane small", base: 1000, firstRank: rank(200) + 1, lastRank: rank(400), buffer: rank(20) },
  ];
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
  let broad: MemberRun[] = [];
  for (const index of indexes) {
    const runs = indexMembers(universe, reviews, index);
    if (index.ticker === "ALBRO") broad = runs;
    const noise = randomStream(seed, `index:${index.ticker}`);
    const bars = indexBars(stocks, runs, (stock, t) => shares(stock, t - 1), index.base, market.sigma, noise);
    made.push({ row: indexRow(index.ticker, index.name, "index", sessions[0]!), bars });
    membership.push(...membershipOf(index.ticker, runs));
  }
  const units = equalUnits(stocks, reviews, n);
  const equal = indexBars(stocks, broad, units, 1000, market.sigma, randomStream(seed, "index:ALEQW"));
  made.push({ row: indexRow("ALEQW", "Aldane equal weight", "index", sessions[0]!), bars: equal });
  membership.push(...membershipOf("ALEQW", broad));
  const volatility = volatilityBars(market.returns, market.sigma, randomStream(seed, "index:ALVOL"));
  made.push({ row: indexRow("ALVOL", "Aldane volatility", "volatility", sessions[0]!), bars: volatility });
  for (const ticker of ["ALBRO", "ALBIG", "ALMED", "ALSML", "ALEQW"]) {
    membership.push({ group: "exposure", kind: "list", ticker, from: sessions[0]!, to: null, weight: null });
  }

  progress(0.98, "tables");
  return {
    sessions,
    dataset: {
      markets: [{ market: MARKET, name: "Aldane", currency: CURRENCY, broadIndex: "ALBRO", volatilityIndex: "ALVOL" }],
      instruments: [...plans.map((p) => stockRow(p, sessions)), ...made.map((m) => m.row)],
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

/** The calendar whose delivered part ends on the demo's last day. */
function aldaneCalendar(seed: number, size: WorldSize) {
  const wanted = Math.round(size.years * SESSIONS_A_YEAR);
  const first = LAST_DAY - Math.ceil((wanted * 7) / 5) - 30 * size.years;
  const whole = makeCalendar(
    MARKET,
    first,
    wanted + 40 * size.years + size.reserve,
    HOLIDAYS,
    randomStream(seed, `calendar:${MARKET}`),
  );
  const last = whole.sessions.findIndex((day) => day >= LAST_DAY);
  const sessions = whole.sessions.slice(last + 1 - wanted, last + 1 + size.reserve);
  const from = sessions[0]!;
  return { sessions, holidays: whole.holidays.filter((h) => h.date >= from && h.known <= sessions[sessions.length - 1]!) };
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

function stockRow(plan: StockPlan, sessions: Int32Array): InstrumentRow {
  return {
    ticker: plan.ticker,
    name: plan.name,
    kind: "stock",
    market: MARKET,
    currency: CURRENCY,
    listed: sessions[plan.lists]!,
    delisted: plan.ends ? sessions[plan.ends.session]! : null,
    sector: plan.sector,
    industry: plan.industry,
    temperament: plan.temperament,
    leverage: null,
    marketValueShares: null,
  };
}

function indexRow(ticker: string, name: string, kind: "index" | "volatility", listed: number): InstrumentRow {
  return {
    ticker,
    name,
    kind,
    market: MARKET,
    currency: CURRENCY,
    listed,
    delisted: null,
    sector: null,
    industry: null,
    temperament: null,
    leverage: null,
    marketValueShares: null,
  };
}

function instrumentBars(ticker: string, bars: Bars, sessions: Int32Array): InstrumentBars {
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
