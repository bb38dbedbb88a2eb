import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";
import type { WindowRow } from "./window-row";

/** A window of one series by a text of its own: "TICK@10-16.20.rose". */
export function windowKey({ key, start, hold, way }: Pick<WindowRow, "key" | "start" | "hold" | "way">): string {
  return `${key}@${windowText({ start, hold })}.${way}`;
}

/** A window by its start day and hold, as addresses have it: "10-16.20". */
export function windowText({ start, hold }: { readonly start: string; readonly hold: number }): string {
  return `${start}.${hold}`;
}

const days = (of: readonly number[]) => of.map(isoDate).join(" ");

/** What stands of a window in tables and files. */
export const WINDOW_COLUMNS: readonly Column<WindowRow>[] = [
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
  { key: "start", label: "start day", unit: "text", value: (r) => r.start },
  {
    key: "from",
    label: "from",
    unit: "text",
    about: "Entry at this close, as it is to be expected",
    value: (r) => isoDate(r.from),
  },
  { key: "to", label: "to", unit: "text", about: "Exit at this close", value: (r) => isoDate(r.to) },
  { key: "begun", label: "begun", unit: "text", value: (r) => (r.hasBegun ? "yes" : "") },
  { key: "sessions", label: "sessions", unit: "count", value: (r) => r.hold },
  { key: "way", label: "way", unit: "text", value: (r) => r.way },
  { key: "wins", label: "went its way", unit: "count", value: (r) => r.wins },
  { key: "years", label: "years", unit: "count", value: (r) => r.years.length },
  {
    key: "moves",
    label: "moves",
    unit: "text",
    about: "What each year made in percent, the earliest first",
    value: (r) => Array.from(r.years, (year, k) => `${year}:${(100 * r.moves[k]!).toFixed(2)}`).join(" "),
  },
  { key: "mean", label: "mean", unit: "change", value: (r) => r.mean },
  { key: "median", label: "median", unit: "change", value: (r) => r.median },
  { key: "sd", label: "sd", unit: "fraction", value: (r) => r.sd },
  { key: "worst", label: "worst", unit: "change", about: "The worst year for the way it went", value: (r) => r.worst },
  { key: "best", label: "best", unit: "change", value: (r) => r.best },
  {
    key: "on_the_way",
    label: "on the way",
    unit: "change",
    about: "The furthest that a close stood against it in any year",
    value: (r) => r.worstOnTheWay,
  },
  {
    key: "lean",
    label: "lean of the years",
    unit: "sigma",
    about: "Whether it went further with the years (above zero) or less far: rank correlation of year and move",
    value: (r) => r.lean,
  },
  { key: "reports", label: "reports inside", unit: "text", value: (r) => days(r.reports) },
  { key: "holidays", label: "holidays inside", unit: "text", value: (r) => days(r.holidays) },
];
