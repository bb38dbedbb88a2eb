import { exactExp } from "./exact-math";
import type { Bars } from "./index-bars";

const round = (x: number) => Math.round(x * 100) / 100;

/** Bars of so many sessions, none of them drawn yet. */
export function emptyBars(sessions: number): Bars {
  const empty = () => new Float64Array(sessions).fill(NaN);
  return { open: empty(), high: empty(), low: empty(), close: empty(), volume: empty() };
}

/** Draws the bar of a session from its open and close: the high and the low reach beyond both by the day's volatility. */
export function drawBar(
  bars: Bars,
  t: number,
  day: { readonly open: number; readonly close: number; readonly reach: readonly [number, number]; readonly sigma: number },
): void {
  const { open, close, reach, sigma } = day;
  bars.open[t] = round(open);
  bars.close[t] = round(close);
  bars.high[t] = Math.max(round(Math.max(open, close) * exactExp(0.4 * sigma * reach[0])), bars.open[t], bars.close[t]);
  bars.low[t] = Math.min(round(Math.min(open, close) * exactExp(-0.4 * sigma * reach[1])), bars.open[t], bars.close[t]);
}
