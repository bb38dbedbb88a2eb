import { type Panel, seriesOf, trailingStop } from "@core";
import { highLowClose, panelColumn } from "./panel-series";
import type { PerInstrument } from "@studies/market/derived";

/** Side of the two-sided trailing stop of every instrument, 1 upper, -1 lower; behind the sides stand the stops and the ATR(22). */
export const stopSideColumn: PerInstrument = {
  name: "stop-side",
  stored: true,
  derive({ panel }) {
    const whole = panelColumn(panel, 3);
    carryStops(panel, whole, 0);
    return whole;
  },
  extend({ panel }, whole, from) {
    carryStops(panel, whole, from);
  },
};

function carryStops(panel: Panel, whole: Float64Array, from: number): void {
  const block = panel.count * panel.stride;
  for (let i = 0; i < panel.count; i++) {
    const part = (k: number) => seriesOf(whole.subarray(k * block), panel.stride, i, panel.sessions.length);
    trailingStop(highLowClose(panel, i), { side: part(0), stop: part(1), range: part(2) }, from);
  }
}
