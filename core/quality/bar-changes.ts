import type { InstrumentBars } from "../columns/dataset";
import { BAR_COLUMNS } from "../columns/panel";

/** What bars that come would change of those that are there. */
export interface BarChanges {
  /** Bars on days that had none. */
  readonly added: number;
  /** Bars that say what was there. */
  readonly same: number;
  /** Bars whose prices or volume differ from what was there. */
  readonly changed: number;
  /** The changed close that moves farthest; undefined where no close changes. */
  readonly largest: { readonly day: number; readonly from: number; readonly to: number } | undefined;
  /** How far the closes that change move, as fractions without sign, in the order of their days. */
  readonly moves: readonly number[];
}

/**
 * Compares bars that come with those that are there, day by day.
 * Source: the definition.
 * @param there bars of an instrument, by day
 * @param coming further bars of it, by day
 * @example
 * const bars = (days: number[], close: number[]) => {
 *   const c = Float64Array.from(close);
 *   return { ticker: "A", days: Int32Array.from(days), open: c, high: c, low: c, close: c, volume: c };
 * };
 * barChanges(bars([1, 2], [10, 20]), bars([2, 3], [22, 30])).added // => 1
 */
export function barChanges(there: InstrumentBars, coming: InstrumentBars): BarChanges {
  let added = 0;
  let same = 0;
  const moves: number[] = [];
  let changed = 0;
  let largest: BarChanges["largest"];
  let farthest = 0;
  let i = 0;
  for (let k = 0; k < coming.days.length; k++) {
    const day = coming.days[k]!;
    while (i < there.days.length && there.days[i]! < day) i++;
    if (there.days[i] !== day) {
      added++;
      continue;
    }
    const at = i;
    if (BAR_COLUMNS.every((column) => Object.is(there[column][at], coming[column][k]))) {
      same++;
      continue;
    }
    changed++;
    const [from, to] = [there.close[at]!, coming.close[k]!];
    if (from === to) continue;
    const move = Math.abs(to / from - 1);
    moves.push(move);
    if (move > farthest) {
      farthest = move;
      largest = { day, from, to };
    }
  }
  return { added, same, changed, largest, moves };
}
