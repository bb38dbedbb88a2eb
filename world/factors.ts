import { weekday } from "@core/columns/epoch-day";
import type { Calendar } from "./calendar";
import { exactExp, exactLog } from "./exact-math";
import * as planted from "./planted";
import { randomStream } from "./random";

/** The hidden weather of a market: yearly drift and volatility of log returns, mean length in sessions, what follows. */
interface Weather {
  readonly drift: number;
  readonly vol: number;
  readonly length: number;
  readonly next: readonly (readonly [WeatherName, number])[];
}
type WeatherName = "bull" | "sideways" | "bear" | "crash" | "recovery";

const WEATHER: Record<WeatherName, Weather> = {
  bull: {
    drift: 0.155,
    vol: 0.105,
    length: 270,
    next: [
      ["sideways", 0.5],
      ["bear", 0.3],
      ["crash", 0.2],
    ],
  },
  sideways: {
    drift: 0.02,
    vol: 0.13,
    length: 110,
    next: [
      ["bull", 0.62],
      ["bear", 0.28],
      ["crash", 0.1],
    ],
  },
  bear: {
    drift: -0.3,
    vol: 0.22,
    length: 115,
    next: [
      ["recovery", 0.5],
      ["crash", 0.25],
      ["sideways", 0.25],
    ],
  },
  crash: {
    drift: -2.1,
    vol: 0.4,
    length: 14,
    next: [
      ["recovery", 0.7],
      ["bear", 0.3],
    ],
  },
  recovery: {
    drift: 0.52,
    vol: 0.2,
    length: 60,
    next: [
      ["bull", 0.75],
      ["sideways", 0.25],
    ],
  },
};

const YEAR = 252;
/** Log return a year over the whole span. */
const LONG_RUN_DRIFT = 0.035;

export interface MarketFactor {
  /** Log return a session. */
  readonly returns: Float64Array;
  /** Volatility the returns were drawn with, a session. */
  readonly sigma: Float64Array;
  /** 1 where the level is above its 200-session average. */
  readonly rising: Uint8Array;
}

/**
 * The common factor of a market: volatility that clusters and rises after falls.
 * @param seed the world's seed
 * @param market code of the market, which names its own stream
 * @param calendar its sessions
 */
export function marketFactor(seed: number, market: string, calendar: Calendar): MarketFactor {
  const random = randomStream(seed, `factor:${market}`);
  const n = calendar.sessions.length;
  const returns = new Float64Array(n);
  const sigma = new Float64Array(n);
  let weather: WeatherName = "bull";
  let left = 180;
  let vol = WEATHER.bull.vol;
  let cluster = 1;
  for (let t = 0; t < n; t++) {
    if (--left <= 0) {
      weather = following(WEATHER[weather].next, random.uniform());
      left = Math.max(8, Math.round(WEATHER[weather].length * (0.35 - exactLog(1 - random.uniform()) * 0.65)));
    }
    vol += 0.12 * (WEATHER[weather].vol - vol);
    sigma[t] = (vol / Math.sqrt(YEAR)) * Math.sqrt(cluster);
    const shock = random.fatTailed();
    const bounded = Math.max(-5, Math.min(5, shock));
    cluster = Math.max(0.45, Math.min(4, 1 + 0.93 * (cluster - 1) + 0.045 * (bounded * bounded - 1) - 0.05 * bounded));
    const r = WEATHER[weather].drift / YEAR + sigma[t]! * bounded + calendarEffect(calendar, t);
    returns[t] = r;
  }
  return paying(returns, sigma);
}

/** Whatever weather was drawn, the whole span pays what such a market pays. */
function paying(returns: Float64Array, sigma: Float64Array): MarketFactor {
  const n = returns.length;
  const rising = new Uint8Array(n);
  const level = new Float64Array(n);
  let log = 0;
  let sum200 = 0;
  const mean = returns.reduce((sum, r) => sum + r, 0) / n;
  for (let t = 0; t < n; t++) {
    returns[t]! += LONG_RUN_DRIFT / YEAR - mean;
    log += returns[t]!;
    level[t] = log;
    sum200 += log - (t >= 200 ? level[t - 200]! : 0);
    rising[t] = t >= 199 && log > sum200 / 200 ? 1 : 0;
  }
  return { returns, sigma, rising };
}

/** How much of a market abroad is its own weather, and how much the home market's. */
const OWN_SHARE = 0.72;
const HOME_SHARE = 0.5;

/**
 * The factor of a market abroad: its own weather mixed with what the home market did since its last session, so that
 * crashes are shared.
 * @param own its own factor
 * @param days its sessions as epoch days
 * @param home the home market's factor and its sessions
 */
export function mixedFactor(
  own: MarketFactor,
  days: Int32Array,
  home: { readonly factor: MarketFactor; readonly days: Int32Array },
): MarketFactor {
  const sigma = new Float64Array(days.length);
  let k = 0;
  const returns = own.returns.map((r, t) => {
    let abroad = 0;
    for (; k < home.days.length && home.days[k]! <= days[t]!; k++) abroad += home.factor.returns[k]!;
    const homeSigma = home.factor.sigma[Math.max(0, k - 1)]!;
    sigma[t] = Math.sqrt((OWN_SHARE * own.sigma[t]!) ** 2 + (HOME_SHARE * homeSigma) ** 2);
    return OWN_SHARE * r + HOME_SHARE * abroad;
  });
  return paying(returns, sigma);
}

function following(next: Weather["next"], u: number): WeatherName {
  let reached = 0;
  for (const [name, p] of next) {
    reached += p;
    if (u < reached) return name;
  }
  return next[0]![0];
}

function calendarEffect({ sessions, holidays }: Calendar, t: number): number {
  const day = sessions[t]!;
  const date = new Date(day * 86_400_000).getUTCDate();
  const monthOf = (s: number) => new Date((sessions[s] ?? day) * 86_400_000).getUTCMonth();
  let extra = 0;
  const lastOfMonth = t + 1 < sessions.length && monthOf(t + 1) !== monthOf(t);
  if (lastOfMonth || (date <= 7 && t >= 3 && monthOf(t - 3) !== monthOf(t))) extra += planted.TURN_OF_MONTH;
  const next = t + 1 < sessions.length ? sessions[t + 1]! : day + 1;
  const plain = weekday(day) === 5 ? 3 : 1;
  if (next - day > plain && holidays.some((h) => h.date > day && h.date < next)) extra += planted.BEFORE_HOLIDAY;
  return extra;
}

/**
 * The excess returns of a group over its market: leadership that persists and rotates, and noise.
 * @param seed the world's seed
 * @param name the group, which names its own stream
 * @param market the factor whose volatility scales the noise
 * @param plan yearly size of leadership and of noise, half-life of leadership in sessions
 * @returns a log return a session
 */
export function groupFactor(
  seed: number,
  name: string,
  market: MarketFactor,
  plan: { readonly annual: number; readonly halfLife: number; readonly noise: number },
): Float64Array {
  const random = randomStream(seed, `group:${name}`);
  const keep = exactExp(-0.6931471805599453 / plan.halfLife);
  const step = plan.annual * Math.sqrt(1 - keep * keep);
  let lead = plan.annual * random.normal();
  return market.sigma.map((sigma) => {
    lead = keep * lead + step * random.normal();
    const scale = 0.6 + 0.4 * Math.min(3, sigma / 0.009);
    return lead / YEAR + (plan.noise / Math.sqrt(YEAR)) * scale * random.fatTailed();
  });
}

/** Adds the planted month of a sector to its factor, spread over the month's sessions. */
export function withSeason(factor: Float64Array, sector: string, sessions: Int32Array): Float64Array {
  const plans = planted.SEASONAL_MONTHS.filter((p) => p.sector === sector);
  if (plans.length === 0) return factor;
  return factor.map((r, t) => {
    const month = new Date(sessions[t]! * 86_400_000).getUTCMonth() + 1;
    const plan = plans.find((p) => p.month === month);
    return plan ? r + plan.extra / 21 : r;
  });
}
