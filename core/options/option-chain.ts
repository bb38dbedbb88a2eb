import { isoDate, weekday } from "../columns/epoch-day";
import { optionGreeks, optionValue, OPTION_RIGHTS, type Greeks, type OptionRight } from "./black-scholes";
import { unitFromText } from "./unit-from-text";

/** What a simulated chain is made from: a bar of the session itself. */
export interface ChainSession {
  readonly ticker: string;
  /** Epoch day of the session. */
  readonly day: number;
  readonly close: number;
  /** Historical volatility over 63 sessions, annual, as a fraction. */
  readonly vol: number;
  /** Average volume over 50 sessions, NaN where it is not known. */
  readonly averageVolume: number;
  /** Weekdays without a session that are known on that day. */
  readonly holidays: ReadonlySet<number>;
}

export interface Expiry {
  /** Epoch day on which it is settled. */
  readonly day: number;
  readonly isThirdFriday: boolean;
}

/** A contract of a chain with its figures. */
export interface Contract extends Greeks {
  readonly right: OptionRight;
  readonly strike: number;
  readonly expiry: number;
  readonly vol: number;
  readonly value: number;
  readonly volume: number;
  readonly openInterest: number;
}

const WEEKLY_DAYS = 42;
const MONTHLY_DAYS = 270;
const FRIDAY = 5;

/**
 * The expiries of a chain, in order.
 * Formula: Fridays within 42 days and third Fridays within 270, each moved back over weekends and known holidays, kept if still after
 * the session; of two on one day the third Friday's stands (method 13, S07; Z34).
 * @param day epoch day of the session
 * @param holidays those known on it
 */
export function chainExpiries(day: number, holidays: ReadonlySet<number>): Expiry[] {
  const byDay = new Map<number, Expiry>();
  let friday = day + ((FRIDAY - weekday(day) + 7) % 7);
  for (; friday <= day + MONTHLY_DAYS; friday += 7) {
    const ofMonth = new Date(friday * 86_400_000).getUTCDate();
    const isThirdFriday = ofMonth >= 15 && ofMonth <= 21;
    if (!isThirdFriday && friday > day + WEEKLY_DAYS) continue;
    let settled = friday;
    while (weekday(settled) > 5 || holidays.has(settled)) settled--;
    if (settled <= day || byDay.get(settled)?.isThirdFriday) continue;
    byDay.set(settled, { day: settled, isThirdFriday });
  }
  return [...byDay.values()].sort((a, b) => a.day - b.day);
}

/** Calendar time to an expiry in years. */
export function yearsTo(expiry: number, day: number): number {
  return (expiry - day) / 365;
}

/**
 * Volatility of a strike: a mild smile, at most twice that of the underlying.
 * Formula: hv (1 + x/(1 + x)), x = 0.1 m^2, m = ln(K/S)/(hv sqrt T) (method 13, S05).
 * @example smileVol(0.2, 100, 100, 0.5) // => 0.2
 */
export function smileVol(hv: number, spot: number, strike: number, years: number): number {
  const m = Math.log(strike / spot) / (hv * Math.sqrt(years));
  const x = 0.1 * m * m;
  return hv * (1 + x / (1 + x));
}

/**
 * The strikes of an expiry.
 * Formula: whole multiples of the largest of 1, 2, 5 x 10^e not above S/40, within min(3 hv sqrt T, 0.5) of ln S, and always the five
 * nearest to S, ties to the lower (method 13, S08).
 * @returns ascending
 */
export function chainStrikes(spot: number, hv: number, years: number): number[] {
  const { factor, power } = strikeStep(spot / 40);
  const strikeAt = (k: number) => (power < 0 ? (k * factor) / 10 ** -power : k * factor * 10 ** power);
  const step = strikeAt(1);
  const reach = Math.min(3 * hv * Math.sqrt(years), 0.5);
  const within = new Set<number>();
  const around = Math.round(spot / step);
  for (let k = Math.max(1, Math.floor((spot * Math.exp(-reach)) / step)); k <= Math.ceil((spot * Math.exp(reach)) / step); k++)
    if (Math.abs(Math.log(strikeAt(k) / spot)) <= reach) within.add(k);
  Array.from({ length: 13 }, (_, i) => around - 6 + i)
    .filter((k) => k > 0)
    .sort((a, b) => Math.abs(strikeAt(a) - spot) - Math.abs(strikeAt(b) - spot) || a - b)
    .slice(0, 5)
    .forEach((k) => within.add(k));
  return [...within].sort((a, b) => a - b).map(strikeAt);
}

/** The largest of 1, 2, 5 x 10^power not above a limit. */
function strikeStep(limit: number): { factor: number; power: number } {
  let power = Math.floor(Math.log10(limit)) + 1;
  for (;;) {
    for (const factor of [5, 2, 1]) {
      const step = power < 0 ? factor / 10 ** -power : factor * 10 ** power;
      if (step <= limit) return { factor, power };
    }
    power--;
  }
}

/**
 * The contracts of one expiry, calls and puts by strike; simulated.
 * @param session what the chain is made from
 * @param expiry one of its expiries
 * @returns calls, then puts, each from the lowest strike up; none without a close or a volatility
 */
export function chainOf(session: ChainSession, expiry: Expiry): Contract[] {
  const { close, vol: hv, day } = session;
  if (!(close > 0) || !(hv > 0)) return [];
  const years = yearsTo(expiry.day, day);
  const strikes = chainStrikes(close, hv, years);
  return OPTION_RIGHTS.flatMap((right) =>
    strikes.map((strike): Contract => {
      const vol = smileVol(hv, close, strike, years);
      const terms = { right, strike, years, vol };
      return {
        ...{ right, strike, expiry: expiry.day, vol, value: optionValue(close, terms) },
        ...optionGreeks(close, terms),
        ...tradedIn(session, expiry, { right, strike, years }),
      };
    }),
  );
}

/** Volume and open interest, drawn from a hash of what the contract is (method 13, S09). */
function tradedIn(
  { ticker, day, close, vol: hv, averageVolume }: ChainSession,
  { day: expiry, isThirdFriday }: Expiry,
  { right, strike, years }: { readonly right: OptionRight; readonly strike: number; readonly years: number },
): { volume: number; openInterest: number } {
  if (!(averageVolume > 0)) return { volume: 0, openInterest: 0 };
  const m = Math.log(strike / close) / (hv * Math.sqrt(years));
  const contracts = averageVolume / 100;
  const weight = (isThirdFriday ? 1 : 0.4) / (1 + m * m) ** 2 / (1 + 4 * years);
  const name = `${ticker}|${isoDate(expiry)}|${right}|${Math.floor(10_000 * strike + 0.5)}`;
  return {
    volume: Math.floor(0.15 * contracts * weight * unitFromText(`${name}|${isoDate(day)}`) ** 2),
    openInterest: Math.floor(0.5 * contracts * weight * (0.5 + unitFromText(name))),
  };
}

/**
 * The contract whose delta is nearest to one that is asked for, ties to the lower strike (method 13, S10).
 * @param contracts of one expiry and one right
 * @param delta its size, 0 to 1
 */
export function nearestToDelta(contracts: readonly Contract[], delta: number): Contract | undefined {
  const away = (c: Contract) => Math.abs(Math.abs(c.delta) - delta);
  return [...contracts].sort((a, b) => away(a) - away(b) || a.strike - b.strike)[0];
}
