import { optionGreeks, optionValue, type Greeks, type OptionRight } from "./black-scholes";
import type { Contract } from "./option-chain";
import { plannedUnits } from "../plans/plan-size";

/** One leg: so many of one option, sold where negative, at its own volatility. */
export interface OptionLeg {
  readonly quantity: number;
  readonly right: OptionRight;
  readonly strike: number;
  /** Epoch day. */
  readonly expiry: number;
  /** Annual, of its strike when the position was made; it stays (method 13, S11). */
  readonly vol: number;
}

/** Units of the underlying in one contract. */
export const CONTRACT_UNITS = 100;

export const OPTION_SHAPES = ["single", "vertical", "butterfly"] as const;
export type OptionShape = (typeof OPTION_SHAPES)[number];

/**
 * The legs of a position around a contract.
 * Formula: single +1; vertical +1 the contract, -1 the other strike; butterfly +1, -2, +1 at equal distances, the contract in the
 * middle; `sold` turns all signs (method 13, S10).
 * @param contracts of the same expiry and right
 * @param middle the contract that was chosen
 * @param shape which position
 * @param width strikes between the legs, above the contract where positive, below it where negative; of a butterfly its size
 * @param isSold whether all signs are turned
 * @returns legs; undefined where a strike that it needs is not in the chain
 */
export function optionLegs(
  contracts: readonly Contract[],
  middle: Contract,
  { shape, width = 1, isSold = false }: { readonly shape: OptionShape; readonly width?: number; readonly isSold?: boolean },
): OptionLeg[] | undefined {
  const own = contracts.filter((c) => c.right === middle.right).sort((a, b) => a.strike - b.strike);
  const at = own.findIndex((c) => c.strike === middle.strike);
  const sign = isSold ? -1 : 1;
  const leg = (quantity: number, contract: Contract | undefined): OptionLeg[] =>
    contract
      ? [
          {
            quantity: sign * quantity,
            right: contract.right,
            strike: contract.strike,
            expiry: contract.expiry,
            vol: contract.vol,
          },
        ]
      : [];
  if (shape === "single") return leg(1, middle);
  if (width === 0 || at < 0) return undefined;
  if (shape === "vertical") {
    const legs = [...leg(1, middle), ...leg(-1, own[at + width])];
    return legs.length === 2 ? legs : undefined;
  }
  const size = Math.abs(width);
  const [low, high] = [own[at - size], own[at + size]];
  if (!low || !high) return undefined;
  // Where the grid was cut the strikes around are not at equal distances.
  if (Math.abs(high.strike + low.strike - 2 * middle.strike) > 1e-9 * middle.strike) return undefined;
  return [...leg(1, low), ...leg(-2, middle), ...leg(1, high)];
}

/**
 * Value of a position at a spot and a day, a unit: volatility stays, the spot and the time to expiry change (method 13, S11).
 */
export function positionValue(legs: readonly OptionLeg[], spot: number, day: number): number {
  return sum(legs, (leg) => leg.quantity * optionValue(spot, { ...leg, years: (leg.expiry - day) / 365 }));
}

/** Greeks of a position, a unit. */
export function positionGreeks(legs: readonly OptionLeg[], spot: number, day: number): Greeks {
  const own = legs.map((leg) => ({ leg, greeks: optionGreeks(spot, { ...leg, years: (leg.expiry - day) / 365 }) }));
  const total = (key: keyof Greeks) => sum(own, ({ leg, greeks }) => leg.quantity * greeks[key]);
  return { delta: total("delta"), gamma: total("gamma"), vega: total("vega"), theta: total("theta") };
}

/** What a position may come to at expiry, less what it costs, a unit. */
export interface OptionPayoff {
  /** -Infinity and Infinity where it is open-ended. */
  readonly worst: number;
  readonly best: number;
  /** Prices of the underlying at which it comes to nothing, ascending. */
  readonly breakEvens: readonly number[];
}

/**
 * Worst, best and break-evens of a position at expiry.
 * Formula: payoff less cost is linear between 0, the strikes and infinity; extremes at those points, open-ended by the last slope, the
 * sum of the quantities of calls; break-evens by linear interpolation where the sign changes (method 13, S12).
 * @param legs of one expiry
 * @param cost what the position cost, a unit
 */
export function optionPayoff(legs: readonly OptionLeg[], cost: number): OptionPayoff {
  const expiry = legs[0]?.expiry ?? 0;
  const points = [0, ...new Set(legs.map((leg) => leg.strike))].sort((a, b) => a - b);
  const at = (spot: number) => positionValue(legs, spot, expiry) - cost;
  const values = points.map(at);
  const slope = sum(legs, (leg) => (leg.right === "call" ? leg.quantity : 0));
  const breakEvens: number[] = [];
  points.forEach((point, i) => {
    const [a, b] = [values[i]!, values[i + 1]];
    if (a === 0 && (i === 0 || values[i - 1] !== 0)) breakEvens.push(point);
    else if (b === undefined ? slope * a < 0 : a * b < 0)
      breakEvens.push(b === undefined ? point - a / slope : point + ((points[i + 1]! - point) * a) / (a - b));
  });
  return {
    worst: slope < 0 ? -Infinity : Math.min(...values),
    best: slope > 0 ? Infinity : Math.max(...values),
    breakEvens,
  };
}

/**
 * Contracts for a budget of risk.
 * Formula: the largest whole number whose n x 100 x |worst| is not above the budget; none where worst is open-ended or not below 0
 * (method 13, S13).
 */
export function contractsFor(budget: number, worst: number): number {
  if (!Number.isFinite(worst) || worst >= 0) return 0;
  return plannedUnits(budget, CONTRACT_UNITS * -worst);
}

function sum<T>(all: readonly T[], of: (one: T) => number): number {
  return all.reduce((total, one) => total + of(one), 0);
}
