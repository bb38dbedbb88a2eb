import type { CSSProperties } from "react";

/**
 * The one scale for better and worse: teal above, rust below, paper for neither; the number is always printed too.
 * @param value what is shown, NaN for nothing
 * @param full the size at which the tint is strongest
 */
export function tint(value: number, full: number): CSSProperties | undefined {
  if (Number.isNaN(value) || value === 0) return undefined;
  const strength = Math.round(42 * Math.min(1, Math.abs(value) / full));
  return strength < 2
    ? undefined
    : { background: `color-mix(in oklab, ${value > 0 ? "var(--teal)" : "var(--rust)"} ${strength}%, transparent)` };
}

/** Colour of a signed figure on paper. */
export function signColour(value: number): string {
  return value > 0 ? "text-teal" : value < 0 ? "text-rust" : "";
}
