import { firstFrom } from "../columns/first-from";
import { rowBack } from "../columns/over-defined";
import type { MeasuredBars } from "../conditions/measure";
import type { Turn } from "../swings/swings";

/** So many bars decide a session, to far within the margin of a tie: an average true range sixty sessions before it. */
export const DECIDING_BARS = 420;
/** Turns of which the first is the low before the last high, or the high before the last low. */
const TURNS = 3;
/** Of the turns that a divergence looks at, the bars of their stochastic. */
const TURN_BARS = 12;

/** The first row that a divergence looks at, with the turns that are known. */
export function firstOfTurns(close: Float64Array, known: readonly Turn[]): number {
  return rowBack(close, known.at(-TURNS)?.at ?? 0, TURN_BARS);
}

/** The bars from a row on. */
export function cutFrom(bars: MeasuredBars, row: number): MeasuredBars {
  const { open, high, low, close, volume } = bars;
  const cut = (column: Float64Array) => (row === 0 ? column : column.subarray(row));
  return { open: cut(open), high: cut(high), low: cut(low), close: cut(close), volume: cut(volume) };
}

/**
 * Turns by the place of their rows among own bars that begin with a row; those before it are left out.
 * @param rows of the own bars, from that row on
 */
export function turnsAmong(turns: readonly Turn[], rows: Int32Array, start: number): Turn[] {
  const placed = (row: number) => firstFrom(rows, row - start);
  return turns
    .filter((turn) => turn.at >= start)
    .map((turn) => ({ ...turn, at: placed(turn.at), confirmed: placed(turn.confirmed) }));
}
