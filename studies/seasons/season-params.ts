import { z } from "zod";
import { none } from "@studies/words/words";

/** The years that are looked at: so many that end with the present one, less those left out. */
export const yearParams = {
  years: z
    .union([z.literal("all"), z.coerce.number().int().min(2).max(100)])
    .default(10)
    .describe('calendar years, the present one among them, or "all"'),
  without: z.array(z.coerce.number().int().min(1800).max(2500)).default([]).describe("years left out"),
};

export interface YearsAsked {
  readonly years: number | "all";
  readonly without: readonly number[];
}

/** Whether a year is looked at as of another; one left out is not. */
export function yearsOf({ years, without }: YearsAsked, present: number): (year: number) => boolean {
  const first = years === "all" ? -Infinity : present - years + 1;
  const left = new Set(without);
  return (year) => year >= first && year <= present && !left.has(year);
}

/** How often, with the years counted: "in 8 of 9 years", "in none of 5 years", "in its only year". */
export function inYears(wins: number, n: number): string {
  if (n === 1) return wins === 1 ? "in its only year" : "not in its only year";
  return `in ${none(wins)} of ${n} years`;
}
