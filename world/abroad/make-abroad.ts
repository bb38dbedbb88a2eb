import type { Dataset, InstrumentBars, InstrumentRow, MembershipRow } from "@core/columns/dataset";
import { weekday } from "@core/columns/epoch-day";
import { makeCalendar, type HolidayRule } from "../calendar";
import { drawBar, emptyBars } from "../draw-bar";
import { exactExp } from "../exact-math";
import { groupFactor, marketFactor, mixedFactor, type MarketFactor } from "../factors";
import { instrumentBars, indexRow } from "../market/make-market";
import type { Bars } from "../index-bars";
import { randomStream, type Random } from "../random";
import { REGIONS, WORLD_INDEX, type NationPlan, type RegionPlan } from "./regions";

const BASE = 1000;

interface Nation {
  readonly plan: NationPlan;
  /** Value of one index point, so that value = level x points. */
  readonly points: number;
  readonly bars: Bars;
}

/** The weather that all of the world shares, on every weekday. */
export interface WorldWeather {
  readonly days: Int32Array;
  readonly world: MarketFactor;
}

/**
 * The factor of the world: its own weather mixed with the home market's.
 * @param seed the world's seed
 * @param home the home market's factor and its sessions, which the world shares in
 */
export function worldWeather(seed: number, home: { readonly factor: MarketFactor; readonly days: Int32Array }): WorldWeather {
  const days = weekdays(home.days[0]!, home.days[home.days.length - 1]!);
  return { days, world: mixedFactor(marketFactor(seed, "WORLD", { sessions: days, holidays: [] }), days, home) };
}

/**
 * Makes the indexes abroad: sixteen nations, each with its own days of rest, four regions and the world by market
 * value. They belong to no market.
 * @param seed the world's seed
 * @param weather what they share
 */
export function makeAbroad(seed: number, { days, world }: WorldWeather): Dataset {
  const regions = REGIONS.map((region) => {
    const shared = groupFactor(seed, region.name, world, { annual: 0.05, halfLife: 150, noise: region.shared });
    return { region, nations: region.nations.map((plan) => makeNation(seed, plan, region, { days, world, shared })) };
  });

  const instruments: InstrumentRow[] = [];
  const bars: InstrumentBars[] = [];
  const membership: MembershipRow[] = [];
  const add = (ticker: string, name: string, made: Bars, points: number | null = null) => {
    const row = indexRow(ticker, name, "index", { market: null, currency: "ALD", listed: days[0]! });
    instruments.push({ ...row, currency: null, marketValueShares: points });
    bars.push(instrumentBars(ticker, made, days));
  };
  const joins = (group: string, kind: "region" | "index", ticker: string) =>
    membership.push({ group, kind, ticker, from: days[0]!, to: null, weight: null });
  for (const { region, nations } of regions) {
    for (const n of nations) {
      add(n.plan.ticker, n.plan.name, n.bars, n.points);
      joins(region.name, "region", n.plan.ticker);
      joins(WORLD_INDEX.ticker, "index", n.plan.ticker);
    }
    add(region.ticker, region.name, valueIndex(nations, world.sigma, randomStream(seed, `index:${region.ticker}`)));
  }
  const all = regions.flatMap((r) => r.nations);
  add(WORLD_INDEX.ticker, WORLD_INDEX.name, valueIndex(all, world.sigma, randomStream(seed, `index:${WORLD_INDEX.ticker}`)));
  return { markets: [], instruments, bars, membership, holidays: [], fundamentals: [] };
}

function weekdays(from: number, to: number): Int32Array {
  const days: number[] = [];
  for (let day = from; day <= to; day++) if (weekday(day) <= 5) days.push(day);
  return Int32Array.from(days);
}

function makeNation(
  seed: number,
  plan: NationPlan,
  region: RegionPlan,
  { days, world, shared }: { readonly days: Int32Array; readonly world: MarketFactor; readonly shared: Float64Array },
): Nation {
  const random = randomStream(seed, `nation:${plan.ticker}`);
  const rules = Array.from({ length: 5 }, (): HolidayRule => ({ month: random.whole(1, 12), date: random.whole(1, 28) }));
  const { sessions } = makeCalendar(plan.ticker, days[0]!, days.length, [{ month: 1, date: 1 }, ...rules], random);
  const open = new Set(sessions);
  const bars = emptyBars(days.length);
  const leadership = groupFactor(seed, plan.name, world, { annual: 0.06, halfLife: 120, noise: plan.own });
  let level = BASE * (0.5 + 4 * random.uniform());
  const points = (plan.value * 1e6) / level;
  let overnight = 0;
  for (let t = 0; t < days.length; t++) {
    const r = region.beta * world.returns[t]! + shared[t]! + leadership[t]!;
    overnight += r;
    const gap = overnight * (0.2 + 0.3 * random.uniform());
    const reach = [Math.abs(random.normal()), Math.abs(random.normal())] as const;
    const busy = random.between(0.6, 1.4);
    if (!open.has(days[t]!)) continue;
    const opening = level * exactExp(gap);
    level *= exactExp(overnight);
    drawBar(bars, t, { open: opening, close: level, reach, sigma: world.sigma[t]! * 1.1 });
    bars.volume[t] = Math.round(plan.value * 1e4 * busy * (1 + 12 * Math.abs(r)));
    overnight = 0;
  }
  return { plan, points, bars };
}

/** An index by market value: its level moves as the value of the nations does, those at rest at their last close. */
function valueIndex(nations: readonly Nation[], sigma: Float64Array, random: Random): Bars {
  const n = sigma.length;
  const bars = emptyBars(n);
  const last = nations.map((nation) => nation.bars.close.find((c) => !Number.isNaN(c))!);
  const start = nations.reduce((sum, nation, k) => sum + nation.points * last[k]!, 0);
  for (let t = 0; t < n; t++) {
    let opening = 0;
    let closing = 0;
    let volume = 0;
    nations.forEach(({ points, bars: own }, k) => {
      const c = own.close[t]!;
      opening += points * (Number.isNaN(c) ? last[k]! : own.open[t]!);
      if (!Number.isNaN(c)) {
        last[k] = c;
        volume += own.volume[t]!;
      }
      closing += points * last[k]!;
    });
    const reach = [Math.abs(random.normal()), Math.abs(random.normal())] as const;
    if (nations.every((nation) => Number.isNaN(nation.bars.close[t]))) continue;
    drawBar(bars, t, { open: (BASE * opening) / start, close: (BASE * closing) / start, reach, sigma: sigma[t]! });
    bars.volume[t] = volume;
  }
  return bars;
}
