import { seriesOf, type Panel } from "@core";

/** The closes of an instrument over the whole history. */
export function closesOf(panel: Panel, i: number): Float64Array {
  return seriesOf(panel.close, panel.stride, i, panel.sessions.length);
}

/** Its highs, lows and closes. */
export function highLowClose(panel: Panel, i: number) {
  const cut = (column: Float64Array) => seriesOf(column, panel.stride, i, panel.sessions.length);
  return { high: cut(panel.high), low: cut(panel.low), close: cut(panel.close) };
}

/** A column of instruments x stride in memory that threads share; there may be several behind one another. */
export function panelColumn({ count, stride }: Panel, blocks = 1): Float64Array {
  return new Float64Array(new SharedArrayBuffer(8 * blocks * count * stride));
}
