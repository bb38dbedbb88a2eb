import { findEpochDay } from "@core";
import { z } from "zod";

/** A date of an address. */
export const dayParam = z.string().refine((text) => !Number.isNaN(findEpochDay(text)), "is not a date as YYYY-MM-DD");

/** The first and last epoch day that are asked for; without bounds where nothing is said. */
export function daysAsked({ from, to }: { readonly from?: string | undefined; readonly to?: string | undefined }) {
  return {
    from: from === undefined ? -Infinity : findEpochDay(from),
    to: to === undefined ? Infinity : findEpochDay(to),
  };
}

/** The epoch day of a date of an address; NaN for none. */
export function epochDayOf(text: string | undefined): number {
  return text === undefined ? NaN : findEpochDay(text);
}
