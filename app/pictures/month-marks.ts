import { isoDate } from "@core/columns/epoch-day";

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"];
const MOST = 8;

/** Rows at which a month begins, at most eight evenly apart, with its name and the year where that is new. */
export function monthMarks(days: readonly number[]): { readonly row: number; readonly text: string }[] {
  const dates = days.map(isoDate);
  const starts = dates.flatMap((date, row) => (row > 0 && date.slice(0, 7) !== dates[row - 1]!.slice(0, 7) ? [row] : []));
  const step = Math.max(1, Math.ceil(starts.length / MOST));
  const shown = starts.filter((row, k) => k % step === 0 && row < days.length * 0.94);
  return shown.map((row, k) => {
    const date = dates[row]!;
    const isNewYear = k === 0 || dates[shown[k - 1]!]!.slice(0, 4) !== date.slice(0, 4);
    return { row, text: `${MONTHS[Number(date.slice(5, 7)) - 1]}${isNewYear ? ` ${date.slice(0, 4)}` : ""}` };
  });
}
