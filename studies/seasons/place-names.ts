import { ordinal } from "@core/conditions/ordinal";
import { SEASON_PERIODS } from "@core/seasons/calendar-periods";
import { MONTH_NAMES } from "@core/seasons/month-names";
import { AROUND_HOLIDAY, MONTH_ENDS } from "@core/seasons/session-occurrences";

/** What the columns of a table of seasons can be. */
export const TABLE_PERIODS = [...SEASON_PERIODS, "session", "holiday"] as const;
export type TablePeriod = (typeof TABLE_PERIODS)[number];

/** How a place of the year is called in a sentence: a month by its name, "week 14", "last session of the month". */
export function placeName(period: TablePeriod, place: number): string {
  switch (period) {
    case "month":
      return MONTH_NAMES[place - 1]!;
    case "week":
    case "quarter":
      return `${period} ${place}`;
    case "session":
      return `${placeLabel(period, place)} session of the month`;
    case "holiday":
      return place <= AROUND_HOLIDAY
        ? `${ordinal(AROUND_HOLIDAY + 1 - place)} session before a holiday`
        : `${ordinal(place - AROUND_HOLIDAY)} session after a holiday`;
  }
}

/** The same over a column: "Jan", "quarter 1", "14", "2nd last", "1st after". */
export function placeLabel(period: TablePeriod, place: number): string {
  switch (period) {
    case "month":
      return MONTH_NAMES[place - 1]!.slice(0, 3);
    case "week":
      return String(place);
    case "quarter":
      return placeName(period, place);
    case "session": {
      const fromEnd = 2 * MONTH_ENDS + 1 - place;
      return place <= MONTH_ENDS ? ordinal(place) : fromEnd === 1 ? "last" : `${ordinal(fromEnd)} last`;
    }
    case "holiday":
      return place <= AROUND_HOLIDAY
        ? `${ordinal(AROUND_HOLIDAY + 1 - place)} before`
        : `${ordinal(place - AROUND_HOLIDAY)} after`;
  }
}
