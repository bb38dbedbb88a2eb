export type Stance = "Favour" | "Hold" | "Avoid";

/** What a stance is judged from, as of one session. */
export interface StanceParts {
  /** Side of the two-sided trailing stop: 1 upper, -1 lower, NaN unknown. */
  readonly side: number;
  /** Trend score, 0 to 100. */
  readonly trend: number;
  /** Strength of the stock's industry among the market's industries, 0 to 100; NaN unknown. */
  readonly industryStrength: number;
}

/**
 * Stance on a stock.
 * Formula: Favour on the upper side of its stop with Trend >= 60 in an industry with Strength >= 50; Avoid on the
 * lower side with Trend < 40, or in an industry with Strength < 30; else Hold (method 10, K07).
 * @param parts side, Trend and industry Strength
 * @returns the stance, undefined when the side or Trend is NaN; an unknown industry Strength fails its test
 * @example stance({ side: 1, trend: 71, industryStrength: 55 }) // => "Favour"
 */
export function stance({ side, trend, industryStrength }: StanceParts): Stance | undefined {
  if (Number.isNaN(side) || Number.isNaN(trend)) return undefined;
  if (side > 0 && trend >= 60 && industryStrength >= 50) return "Favour";
  if (side < 0 && (trend < 40 || industryStrength < 30)) return "Avoid";
  return "Hold";
}
