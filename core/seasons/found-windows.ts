import { latestEntries, type WindowOf } from "./latest-entries";
import { isCarriedByOneYear } from "./window-record";
import { SAME_MEAN, type WindowSearch, type WindowsWanted } from "./window-search";
import type { StartDays } from "./start-days";

/** A window that was found. */
export interface FoundWindow extends WindowOf {
  readonly wins: number;
  /** Mean signed return, a fraction. */
  readonly mean: number;
  /** Session index of the entry in each of its years, the latest first. */
  readonly entries: Int32Array;
}

/** Which of the windows found are wanted. */
export interface WindowFilter {
  /** Least mean signed return. */
  readonly leastMean: number;
  /** Also those whose average hangs on one year. */
  readonly carried: boolean;
  /** Start days that are looked at, as indexes of `START_DAYS` [all]. */
  readonly starts?: readonly number[];
}

/**
 * The windows of a search that pass a filter, those that overlap merged.
 * Formula: in the order most wins, highest mean, earliest start day a window is kept unless it shares a held session, after its
 * entry up to its exit, in any of its years with one kept before (method 7, H10, Q08); what the filter refuses is not compared.
 * @param search of one series
 * @param close of it
 * @param starts of its calendar
 * @param wanted what was searched for
 * @returns those kept, in that order
 */
export function foundWindows(
  search: WindowSearch,
  close: Float64Array,
  starts: StartDays,
  wanted: WindowsWanted,
  filter: WindowFilter,
): FoundWindow[] {
  const windows: FoundWindow[] = [];
  const returns = new Float64Array(wanted.years);
  const look = (start: number) => {
    const hold = search.holds[start]!;
    if (hold === 0 || search.means[start]! < filter.leastMean) return;
    const entries = new Int32Array(wanted.years);
    latestEntries(close, starts, { start, hold }, wanted, entries);
    entries.forEach((entry, k) => (returns[k] = wanted.side * (close[entry + hold]! / close[entry]! - 1)));
    if (!filter.carried && isCarriedByOneYear(returns)) return;
    windows.push({ start, hold, wins: search.wins[start]!, mean: search.means[start]!, entries });
  };
  if (filter.starts) filter.starts.forEach(look);
  else for (let start = 0; start < search.holds.length; start++) look(start);
  return merged(windows, close.length);
}

function merged(windows: FoundWindow[], sessions: number): FoundWindow[] {
  const order = inOrder(windows);
  const held = new Uint8Array(order.length > 1 ? sessions : 0);
  return order.filter(({ entries, hold }) => {
    if (order.length === 1) return true;
    if (entries.some((entry) => isHeld(held, entry, hold))) return false;
    for (const entry of entries) held.fill(1, entry + 1, entry + hold + 1);
    return true;
  });
}

function isHeld(held: Uint8Array, entry: number, hold: number): boolean {
  for (let s = entry + 1; s <= entry + hold; s++) if (held[s] === 1) return true;
  return false;
}

/** Most wins, highest mean, earliest start day; runs of neighbouring means that are one go by start day. */
function inOrder(windows: readonly FoundWindow[]): FoundWindow[] {
  const order = [...windows].sort((a, b) => b.wins - a.wins || b.mean - a.mean);
  for (let from = 0; from < order.length;) {
    let to = from + 1;
    while (to < order.length && order[to]!.wins === order[from]!.wins && order[to - 1]!.mean - order[to]!.mean <= SAME_MEAN) to++;
    if (to - from > 1) order.splice(from, to - from, ...order.slice(from, to).sort((a, b) => a.start - b.start));
    from = to;
  }
  return order;
}
