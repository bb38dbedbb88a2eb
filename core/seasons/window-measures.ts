import { isAbove } from "../columns/compare";
import { requireSameLength } from "../core-error";
import { START_DAYS, startDays } from "./start-days";

/**
 * The start day of a day and month.
 * @param day 1 to 31; one that the month does not have is its last
 * @param month 1 to 12
 * @returns index among `START_DAYS`
 * @example START_DAYS[startDay(31, 2)] // => "02-29"
 */
export function startDay(day: number, month: number): number {
  const own = START_DAYS.findIndex((text) => text === `${pad(month)}-${pad(day)}`);
  return own >= 0 ? own : START_DAYS.findLastIndex((text) => text.startsWith(pad(month)));
}

const pad = (n: number) => String(n).padStart(2, "0");

/**
 * Where each session stands within a date window: 1 on the first session after its entry, up to its exit, 0 outside
 * (method 7, H08).
 * @param close of one instrument, NaN where it has no bar
 * @param days epoch days of the sessions
 * @param window start day as an index of `START_DAYS`, and hold in sessions
 * @returns numbers; NaN without a bar, and where a window from before the first session may not be over
 * @throws CoreError `bad-length`
 */
export function sessionOfWindow(
  close: Float64Array,
  days: Int32Array,
  { start, hold }: { readonly start: number; readonly hold: number },
): Float64Array {
  requireSameLength("sessionOfWindow", close, days);
  const out = new Float64Array(close.length);
  out.fill(NaN, 0, hold);
  const { years, entries } = startDays(days);
  for (let y = 0; y < years.length; y++) {
    const entry = entries[start * years.length + y]!;
    if (entry < 0) continue;
    // On the entry itself one is not inside yet.
    out[entry] = 0;
    for (let k = 1; k <= hold && entry + k < out.length; k++) out[entry + k] = k;
  }
  for (let s = 0; s < out.length; s++) if (Number.isNaN(close[s])) out[s] = NaN;
  return out;
}

/**
 * How often a date window rose in the latest years that were over before each session.
 * Formula: wins / n over the n latest years of the window whose exit lies before the session (method 7, H08); a win is an exit
 * above its entry.
 * @param close of one instrument, NaN where it has no bar
 * @param days epoch days of the sessions
 * @param window start day as an index of `START_DAYS`, hold in sessions, years wanted
 * @returns fractions; NaN where there are fewer years, and without a bar
 * @throws CoreError `bad-length`
 */
export function windowWinRate(
  close: Float64Array,
  days: Int32Array,
  { start, hold, years: n }: { readonly start: number; readonly hold: number; readonly years: number },
): Float64Array {
  requireSameLength("windowWinRate", close, days);
  const out = new Float64Array(close.length).fill(NaN);
  const { years, entries } = startDays(days);
  const won: boolean[] = [];
  let from = 0;
  const fill = (to: number) => {
    const rate = won.length < n ? NaN : won.slice(-n).filter(Boolean).length / n;
    for (let s = from; s < to; s++) if (!Number.isNaN(close[s])) out[s] = rate;
    from = to;
  };
  for (let y = 0; y < years.length; y++) {
    const entry = entries[start * years.length + y]!;
    const exit = entry + hold;
    if (entry < 0 || exit >= close.length || Number.isNaN(close[entry]) || Number.isNaN(close[exit])) continue;
    fill(exit + 1);
    won.push(isAbove(close[exit]!, close[entry]!));
  }
  fill(close.length);
  return out;
}
