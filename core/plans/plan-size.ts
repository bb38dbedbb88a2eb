import { isAbove } from "../columns/compare";

/**
 * Units that may be bought for a budget of risk.
 * Formula: the largest whole number of lots whose units x risk is not above the budget, by the rule of prices at levels, so that
 * 0.3 / 0.1 is 3; 0 where entry equals stop or one lot is too much (method 13, S01).
 * @param budget in the instrument's currency
 * @param risk a unit, |entry - stop|
 * @param lot units in a lot
 * @returns units, a whole number of lots; 0 where anything is not a positive number
 * @example plannedUnits(0.3, 0.1) // => 3
 */
export function plannedUnits(budget: number, risk: number, lot = 1): number {
  if (!(risk > 0) || !(budget > 0) || !(lot > 0)) return 0;
  const lots = Math.floor(budget / (risk * lot));
  const units = lots * lot;
  return isAbove((lots + 1) * lot * risk, budget) ? units : units + lot;
}

/**
 * A share of some units in whole lots, rounded down; 0.3 of 10 is 3.
 * @example shareOfUnits(150, 0.5, 50) // => 50
 */
export function shareOfUnits(units: number, share: number, lot: number): number {
  return lot * Math.floor((share * units) / lot + 1e-9);
}
