import { normalBelow, normalDensity } from "./normal";

export const OPTION_RIGHTS = ["call", "put"] as const;
export type OptionRight = (typeof OPTION_RIGHTS)[number];

export interface OptionTerms {
  readonly right: OptionRight;
  readonly strike: number;
  /** To expiry: calendar days / 365. */
  readonly years: number;
  /** Annual volatility as a fraction. */
  readonly vol: number;
}

/** How the value of an option moves; volatility is held fixed. */
export interface Greeks {
  /** A unit of price. */
  readonly delta: number;
  readonly gamma: number;
  /** A point of volatility, 0.01. */
  readonly vega: number;
  /** A calendar day. */
  readonly theta: number;
}

/**
 * Value of a European option, rate 0, no dividends.
 * Formula: call S N(d1) - K N(d2), put K N(-d2) - S N(-d1), d1 = ln(S/K)/(v sqrt T) + v sqrt(T)/2, d2 = d1 - v sqrt T; at or after
 * expiry, and without volatility, what it is worth inside (Black and Scholes 1973; method 13, S04).
 * @param spot price of the underlying, above 0
 * @returns in the underlying's currency, a unit
 * @example optionValue(100, { right: "call", strike: 100, years: 1, vol: 0.2 }).toFixed(6) // => "7.965567"
 */
export function optionValue(spot: number, { right, strike, years, vol }: OptionTerms): number {
  const sign = right === "call" ? 1 : -1;
  if (!(spot > 0) || years <= 0 || !(vol > 0)) return Math.max(0, sign * (spot - strike));
  const { d1, d2 } = moneyness(spot, strike, years, vol);
  return sign * (spot * normalBelow(sign * d1) - strike * normalBelow(sign * d2));
}

/**
 * Greeks of a European option at fixed volatility, rate 0.
 * Formula: delta N(d1), of a put N(d1) - 1; gamma n(d1)/(S v sqrt T); vega S n(d1) sqrt(T)/100; theta -S n(d1) v/(2 sqrt T)/365; at
 * or after expiry 0 but delta, 1 (-1 of a put) when inside (method 13, S04).
 * @example optionGreeks(100, { right: "call", strike: 100, years: 1, vol: 0.2 }).delta.toFixed(6) // => "0.539828"
 */
export function optionGreeks(spot: number, { right, strike, years, vol }: OptionTerms): Greeks {
  const isCall = right === "call";
  if (!(spot > 0) || years <= 0 || !(vol > 0)) {
    const isInside = isCall ? spot > strike : spot < strike;
    return { delta: isInside ? (isCall ? 1 : -1) : 0, gamma: 0, vega: 0, theta: 0 };
  }
  const { d1 } = moneyness(spot, strike, years, vol);
  const density = normalDensity(d1);
  const root = Math.sqrt(years);
  return {
    delta: isCall ? normalBelow(d1) : normalBelow(d1) - 1,
    gamma: density / (spot * vol * root),
    vega: (spot * density * root) / 100,
    theta: (-spot * density * vol) / (2 * root) / 365,
  };
}

function moneyness(spot: number, strike: number, years: number, vol: number) {
  const spread = vol * Math.sqrt(years);
  const d1 = Math.log(spot / strike) / spread + spread / 2;
  return { d1, d2: d1 - spread };
}
