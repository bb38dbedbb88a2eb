import type { Dataset, InstrumentBars, InstrumentKind, InstrumentRow, MembershipRow } from "@core/columns/dataset";
import type { WorldWeather } from "../abroad/make-abroad";
import { makeCalendar } from "../calendar";
import { drawBar, emptyBars } from "../draw-bar";
import { exactExp } from "../exact-math";
import { groupFactor } from "../factors";
import type { Bars } from "../index-bars";
import { indexRow, instrumentBars } from "../market/make-market";
import { randomStream } from "../random";
import { ASSET_CLASSES, BONDS, COMMODITY_INDEX, CURRENCIES, FAMILIES, REAL_ASSETS, type FamilyPlan } from "./plan";

const BASE = 1000;
const YEAR = 252;
/** Share of a commodity's way from where it began that it comes back in a year. */
const PULL = 0.16;

/**
 * Makes what is traded beyond stocks: commodities in families with their index, currencies against the aldan, bonds and
 * real assets, and the list of asset classes. They belong to no market and share their days.
 * @param seed the world's seed
 * @param weather what the world shares
 * @returns the part of the dataset
 */
export function makeAssets(seed: number, { days: weekdays, world }: WorldWeather): Dataset {
  const rest = [
    { month: 1, date: 1 },
    { month: 12, date: 25 },
  ];
  const calendar = makeCalendar("ASSETS", weekdays[0]!, weekdays.length, rest, randomStream(seed, "calendar:ASSETS"));
  const open = new Set(calendar.sessions);
  const rows = Array.from(weekdays.keys()).filter((k) => open.has(weekdays[k]!));
  const days = Int32Array.from(rows, (k) => weekdays[k]!);
  const shared = { returns: daily(world.returns, rows), sigma: Float64Array.from(rows, (k) => world.sigma[k]!) };
  const factor = { ...shared, rising: new Uint8Array(rows.length) };

  const instruments: InstrumentRow[] = [];
  const bars: InstrumentBars[] = [];
  const membership: MembershipRow[] = [];
  const add = (ticker: string, name: string, kind: InstrumentKind, made: Bars, currency: string | null) => {
    const row = indexRow(ticker, name, "index", { market: null, currency: "ALD", listed: days[0]! });
    instruments.push({ ...row, kind, currency });
    bars.push(instrumentBars(ticker, made, days));
  };
  const joins = (group: string, kind: MembershipRow["kind"], ticker: string) =>
    membership.push({ group, kind, ticker, from: days[0]!, to: null, weight: null });

  const cycle = groupFactor(seed, "commodities", factor, { annual: 0.05, halfLife: 200, noise: 0.1 });
  const commodities = FAMILIES.map((family) => {
    const own = groupFactor(seed, `family:${family.name}`, factor, { annual: 0.1, halfLife: 110, noise: family.shared });
    const together = own.map((r, t) => r + family.cycle * cycle[t]!);
    return { family, returns: family.members.map((m) => commodityReturns(seed, m.ticker, m.own, family, together, shared)) };
  });
  const all: Float64Array[] = [];
  for (const { family, returns } of commodities) {
    family.members.forEach((m, k) => {
      add(m.ticker, m.name, "commodity", barsFrom(seed, m.ticker, returns[k]!, m.price), "ALD");
      joins(family.name, "family", m.ticker);
      joins(COMMODITY_INDEX.ticker, "index", m.ticker);
      all.push(returns[k]!);
    });
  }
  add(
    COMMODITY_INDEX.ticker,
    COMMODITY_INDEX.name,
    "index",
    barsFrom(seed, COMMODITY_INDEX.ticker, meanReturns(all), BASE),
    null,
  );

  for (const plan of CURRENCIES) {
    const own = groupFactor(seed, `currency:${plan.ticker}`, factor, { annual: 0.035, halfLife: 140, noise: plan.own });
    const returns = own.map((r, t) => r + plan.beta * shared.returns[t]!);
    add(plan.ticker, plan.name, "currency", barsFrom(seed, plan.ticker, returns, plan.price, 10_000), "ALD");
  }

  const rates = ratesPath(seed, shared.returns);
  for (const plan of BONDS) {
    const random = randomStream(seed, `bond:${plan.ticker}`);
    const returns = shared.returns.map(
      (r, t) =>
        (rates.level[t]! + plan.spread) / YEAR -
        plan.duration * rates.change[t]! +
        plan.beta * (r - 0.035 / YEAR) +
        (plan.own / Math.sqrt(YEAR)) * random.normal(),
    );
    add(plan.ticker, plan.name, "bond", barsFrom(seed, plan.ticker, returns, BASE), "ALD");
  }
  for (const plan of REAL_ASSETS) {
    const own = groupFactor(seed, `real:${plan.ticker}`, factor, { annual: 0.05, halfLife: 150, noise: plan.own });
    const family = "family" in plan ? commodities.find((c) => c.family.name === plan.family) : undefined;
    const basis = family ? meanReturns(family.returns) : shared.returns.map((r) => plan.beta * r);
    const returns = own.map((r, t) => r + basis[t]! - (family ? 0 : plan.duration * rates.change[t]!));
    add(plan.ticker, plan.name, "index", barsFrom(seed, plan.ticker, returns, BASE), null);
    if (family) for (const m of family.family.members) joins(plan.ticker, "index", m.ticker);
  }
  for (const { name, tickers } of ASSET_CLASSES) for (const ticker of tickers) joins(name, "asset-class", ticker);
  return { markets: [], instruments, bars, membership, holidays: [], fundamentals: [] };
}

/** Returns of the sessions; what happened on a day of rest comes with the next session. */
function daily(returns: Float64Array, rows: readonly number[]): Float64Array {
  return Float64Array.from(rows, (row, t) => {
    let sum = 0;
    for (let k = t === 0 ? row : rows[t - 1]! + 1; k <= row; k++) sum += returns[k]!;
    return sum;
  });
}

function commodityReturns(
  seed: number,
  ticker: string,
  noise: number,
  family: FamilyPlan,
  together: Float64Array,
  shared: { readonly returns: Float64Array; readonly sigma: Float64Array },
): Float64Array {
  const factor = { ...shared, rising: new Uint8Array(together.length) };
  const own = groupFactor(seed, `commodity:${ticker}`, factor, { annual: 0.09, halfLife: 90, noise });
  // What is dug or grown comes back to what it costs, in years.
  let away = 0;
  return own.map((r, t) => {
    const moved = r + together[t]! + family.beta * shared.returns[t]! - (PULL / YEAR) * away;
    away += moved;
    return moved;
  });
}

function meanReturns(all: readonly Float64Array[]): Float64Array {
  return all[0]!.map((_, t) => all.reduce((sum, r) => sum + r[t]!, 0) / all.length);
}

/** The level of rates, pulled to its middle, falling when the world falls; and its change a session. */
function ratesPath(seed: number, world: Float64Array): { readonly level: Float64Array; readonly change: Float64Array } {
  const random = randomStream(seed, "rates");
  const level = new Float64Array(world.length);
  const change = new Float64Array(world.length);
  let rate = 0.032;
  for (let t = 0; t < world.length; t++) {
    const step = (0.03 - rate) / (YEAR * 6) + 0.00042 * random.normal() + 0.012 * world[t]!;
    const next = Math.max(0.001, Math.min(0.09, rate + step));
    change[t] = next - rate;
    level[t] = rate = next;
  }
  return { level, change };
}

/** Bars along given log returns; prices are rounded to cents, or finer where a unit is small. */
function barsFrom(seed: number, ticker: string, returns: Float64Array, start: number, ticks = 100): Bars {
  const random = randomStream(seed, `asset:${ticker}`);
  const bars = emptyBars(returns.length);
  // Drawn a hundred times larger where cents would be coarse, and brought back.
  const unit = ticks / 100;
  let price = start * unit;
  const sigma = Math.sqrt(returns.reduce((sum, r) => sum + r * r, 0) / returns.length);
  for (let t = 0; t < returns.length; t++) {
    const open = price * exactExp(returns[t]! * (0.15 + 0.35 * random.uniform()));
    price *= exactExp(returns[t]!);
    const reach = [Math.abs(random.normal()), Math.abs(random.normal())] as const;
    drawBar(bars, t, { open, close: price, reach, sigma });
    bars.volume[t] = Math.round(20_000 * random.between(0.6, 1.4) * (1 + Math.min(4, Math.abs(returns[t]!) / sigma)));
  }
  if (unit !== 1)
    for (const c of [bars.open, bars.high, bars.low, bars.close])
      c.forEach((x, t) => (c[t] = Math.round(x * 100) / (100 * unit)));
  return bars;
}
