/**
 * A number as a place in an order.
 * @param n whole, above 0
 * @example ordinal(22) // => "22nd"
 */
export function ordinal(n: number): string {
  const tens = n % 100;
  const ending = tens >= 11 && tens <= 13 ? "th" : (["th", "st", "nd", "rd"][n % 10] ?? "th");
  return `${n}${ending}`;
}
