import { holidayDistances, sessionPlaces, type CalendarPeriod, type KnownHoliday } from "@core";
import type { ColumnData } from "@studies/market/market-data";
import type { PerSession } from "@studies/market/derived";

/** The place of each session within a period, from either end. */
export function placesColumns(
  period: CalendarPeriod,
): PerSession<{ readonly fromStart: Float64Array; readonly fromEnd: Float64Array }> {
  return {
    name: `session-places:${period}`,
    derive: (data) => ({ ...sessionPlaces(data.panel.sessions, holidaysOf(data), period) }),
  };
}

/** Sessions to the next holiday that was known, and since the last one. */
export const holidayColumns: PerSession<{ readonly to: Float64Array; readonly since: Float64Array }> = {
  name: "holiday-distances",
  derive: (data) => ({ ...holidayDistances(data.panel.sessions, holidaysOf(data)) }),
};

/** Each with the day from which it was known, by which it is read. */
function holidaysOf({ holidays }: ColumnData): KnownHoliday[] {
  return holidays.map(({ date, known }) => ({ day: date, known }));
}
