import type { Dataset, InstrumentBars, InstrumentRow, MembershipRow, ReserveSession } from "@core/columns/dataset";
import { epochDay } from "@core/columns/epoch-day";
import { makeAbroad, worldWeather } from "./abroad/make-abroad";
import { ALDANE } from "./aldane/plan";
import { makeAssets } from "./assets/make-assets";
import { makeCalendar, type Calendar } from "./calendar";
import { CORVANY } from "./corvany/plan";
import { marketFactor, mixedFactor } from "./factors";
import { makeMarket, type MarketPlan } from "./market/make-market";
import { makeFunds } from "./funds/make-funds";
import { nameSource } from "./names";
import { randomStream } from "./random";
import { DEMO_SIZE, type Progress, type WorldSize } from "./world-size";

/** The demo's last delivered session, a Friday. */
const LAST_DAY = epochDay("2026-10-16");
const SESSIONS_A_YEAR = 252;
/** Stocks of Corvany for each of Aldane's. */
const CORVANY_SHARE = 0.25;

export interface World {
  readonly dataset: Dataset;
  readonly reserve: readonly ReserveSession[];
}

/**
 * Makes the demo world, as world.md describes it: a seed gives the same bytes on every machine.
 * @param seed any whole number
 * @param size how large [the demo]
 * @param progress is told the share done, 0 to 1, and what is being made
 */
export function makeWorld(seed: number, size: WorldSize = DEMO_SIZE, progress: Progress = () => undefined): World {
  const within =
    (from: number, to: number): Progress =>
    (share, doing) => {
      progress(from + (to - from) * share, doing);
    };
  const words = new Set<string>();
  const drawsOf = (plan: Pick<MarketPlan, "stream">) => {
    const random = randomStream(seed, plan.stream);
    return { random, word: nameSource(random, words) };
  };
  const calendar = homeCalendar(seed, size);
  const { sessions } = calendar;
  const factor = marketFactor(seed, ALDANE.code, calendar);
  const aldane = makeMarket(seed, { ...ALDANE, stocks: size.stocks }, calendar, factor, size, drawsOf(ALDANE), within(0, 0.75));
  const home = { factor, days: sessions };

  const [from, to] = [sessions[0]!, sessions[sessions.length - 1]!];
  const second = spanned(
    makeCalendar(CORVANY.code, from, sessions.length + 60, CORVANY.holidays, randomStream(seed, `calendar:${CORVANY.code}`)),
    from,
    to,
  );
  const secondFactor = mixedFactor(marketFactor(seed, CORVANY.code, second), second.sessions, home);
  const corvany = makeMarket(
    seed,
    { ...CORVANY, stocks: Math.max(12, Math.round(CORVANY_SHARE * size.stocks)) },
    second,
    secondFactor,
    { ...size, reserve: second.sessions.filter((day) => day > LAST_DAY).length },
    drawsOf(CORVANY),
    within(0.75, 0.95),
  );

  progress(0.96, "indexes abroad");
  const weather = worldWeather(seed, home);
  const worldwide = makeAbroad(seed, weather);
  const assets = makeAssets(seed, weather);
  const made = joined([aldane.dataset, corvany.dataset, worldwide, assets]);
  const exposure = exposureList(from, worldwide.instruments);
  progress(0.97, "funds");
  const fundWord = nameSource(randomStream(seed, "funds"), words);
  const place = { code: ALDANE.code, currency: ALDANE.currency, sessions, sigma: factor.sigma };
  const funds = makeFunds(seed, made, place, fundWord);
  return split(joined([made, funds, { ...NOTHING, membership: exposure }]), LAST_DAY);
}

const NOTHING: Dataset = { markets: [], instruments: [], bars: [], membership: [], holidays: [], fundamentals: [] };

function joined(parts: readonly Dataset[]): Dataset {
  return {
    markets: parts.flatMap((p) => p.markets),
    instruments: parts.flatMap((p) => p.instruments),
    bars: parts.flatMap((p) => p.bars),
    membership: parts.flatMap((p) => p.membership),
    holidays: parts.flatMap((p) => p.holidays),
    fundamentals: parts.flatMap((p) => p.fundamentals),
  };
}

/** The home calendar: its delivered part ends on the demo's last day. */
function homeCalendar(seed: number, size: WorldSize): Calendar {
  const wanted = Math.round(size.years * SESSIONS_A_YEAR);
  const first = LAST_DAY - Math.ceil((wanted * 7) / 5) - 30 * size.years;
  const count = wanted + 40 * size.years + size.reserve;
  const whole = makeCalendar(ALDANE.code, first, count, ALDANE.holidays, randomStream(seed, `calendar:${ALDANE.code}`));
  const last = whole.sessions.findIndex((day) => day >= LAST_DAY);
  const sessions = whole.sessions.subarray(last + 1 - wanted, last + 1 + size.reserve);
  return spanned(whole, sessions[0]!, sessions[sessions.length - 1]!);
}

/** The part of a calendar between two days, with the holidays known by the end of it. */
function spanned({ sessions, holidays }: Calendar, from: number, to: number): Calendar {
  return {
    sessions: sessions.filter((day) => day >= from && day <= to),
    holidays: holidays.filter((h) => h.date >= from && h.known <= to),
  };
}

/** The list `exposure`: the home style indexes and the regions of the world. */
function exposureList(from: number, worldwide: readonly InstrumentRow[]): MembershipRow[] {
  const home = [...ALDANE.indexes.map((i) => i.ticker), ALDANE.equalWeight!.ticker];
  const regions = worldwide.filter((i) => i.name.endsWith("region")).map((i) => i.ticker);
  return [...home, ...regions].map((ticker) => ({ group: "exposure", kind: "list", ticker, from, to: null, weight: null }));
}

/** Cuts a whole history after its last delivered day; the rest becomes the reserve. */
function split(whole: Dataset, lastDay: number): World {
  const later = (day: number | null) => day !== null && day > lastDay;
  const instruments: InstrumentRow[] = whole.instruments.map((i) => (later(i.delisted) ? { ...i, delisted: null } : i));
  const bars: InstrumentBars[] = whole.bars.map((b) => {
    const end = b.days.findIndex((day) => day > lastDay);
    if (end < 0) return b;
    const cut = (c: Float64Array) => c.subarray(0, end);
    return {
      ticker: b.ticker,
      days: b.days.subarray(0, end),
      open: cut(b.open),
      high: cut(b.high),
      low: cut(b.low),
      close: cut(b.close),
      volume: cut(b.volume),
    };
  });
  const membership = whole.membership.filter((m) => m.from <= lastDay).map((m) => (later(m.to) ? { ...m, to: null } : m));
  const dataset: Dataset = {
    markets: whole.markets,
    instruments,
    bars,
    membership,
    holidays: whole.holidays.filter((h) => h.known <= lastDay + 100),
    fundamentals: whole.fundamentals.filter((f) => f.known <= lastDay),
  };
  const rowOf = whole.bars.map(
    (b) => new Map(Array.from(b.days, (day, k) => [day, k] as const).filter(([day]) => day > lastDay)),
  );
  const days = [...new Set(rowOf.flatMap((rows) => [...rows.keys()]))].sort((a, b) => a - b);
  const reserve = days.map((day): ReserveSession => ({
    day,
    bars: whole.bars.flatMap((b, i) => {
      const k = rowOf[i]!.get(day);
      return k === undefined ? [] : [[b.ticker, b.open[k]!, b.high[k]!, b.low[k]!, b.close[k]!, known(b.volume[k]!)] as const];
    }),
    fundamentals: whole.fundamentals.filter((f) => f.known === day),
    joins: whole.membership.filter((m) => m.from === day).map((m) => ({ ...m, to: null })),
    leaves: whole.membership.filter((m) => m.to === day).map(({ group, ticker }) => ({ group, ticker })),
    delisted: whole.instruments.filter((i) => i.delisted === day).map((i) => i.ticker),
  }));
  return { dataset, reserve };
}

function known(x: number): number | null {
  return Number.isNaN(x) ? null : x;
}
