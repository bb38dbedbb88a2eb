import { signedPercent } from "@studies/words/words";
import type { ChartTheme } from "./chart-theme";

/** How prices stand on their axis: evenly, by their ratios, or as changes from the first one. */
export const PRICE_SCALES = ["linear", "log", "percent"] as const;
export type PriceScale = (typeof PRICE_SCALES)[number];

interface Prices {
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
}

/** Round numbers within a decade, about evenly spaced by their ratios. */
const ROUND = [1, 1.5, 2, 3, 5, 7];

/** The axis of prices: with round numbers where their ratios count. */
export function priceAxis(scale: PriceScale, { high, low, close }: Prices): Record<string, unknown> {
  if (scale === "percent") {
    // Nothing falls by more than all of it.
    const min = (of: { min: number; max: number }) => Math.max(-100, of.min - (of.max - of.min) / 20);
    return { min, axisLabel: { showMinLabel: false, formatter: (x: number) => signedPercent(x / 100, 0) } };
  }
  if (scale === "linear") return {};
  let [least, most] = [Infinity, 0];
  for (const column of [high, low, close])
    for (const x of column) {
      if (!(x > 0)) continue;
      if (x < least) least = x;
      if (x > most) most = x;
    }
  if (most === 0) return {};
  const decades = Array.from({ length: Math.ceil(Math.log10(most)) + 4 }, (_, k) => 10 ** (k - 3));
  const values = decades.flatMap((d) => ROUND.map((x) => Number((x * d).toPrecision(2)))).filter((x) => x >= least && x <= most);
  return {
    type: "log",
    min: (of: { min: number }) => of.min * 0.98,
    max: (of: { max: number }) => of.max * 1.02,
    axisTick: { show: false, customValues: values },
    axisLabel: { customValues: values, hideOverlap: true, formatter: (x: number) => x.toLocaleString("en-GB") },
  };
}

/** Bars that are in view at least. */
export const FEWEST = 20;

/** Bars from which on there is an overview to move along. */
export const LONG = 300;

/** What zooms and pans: the pointer and the keys, see use-pointer-view and use-walk, and under a long history a slim overview. */
export function zooms(theme: ChartTheme, axes: readonly number[], bars: number, right: number): object[] {
  const inside = { type: "inside", xAxisIndex: axes, minValueSpan: FEWEST, zoomOnMouseWheel: false, moveOnMouseMove: false };
  if (bars <= LONG) return [inside];
  return [
    inside,
    {
      type: "slider",
      xAxisIndex: axes,
      minValueSpan: FEWEST,
      left: 4,
      right,
      bottom: 0,
      height: 14,
      showDetail: false,
      brushSelect: false,
      borderColor: theme.rule,
      backgroundColor: "transparent",
      fillerColor: `${theme.indigo}1f`,
      dataBackground: { lineStyle: { color: theme.soft, width: 0.6 }, areaStyle: { opacity: 0 } },
      selectedDataBackground: { lineStyle: { color: theme.indigo, width: 0.8 }, areaStyle: { opacity: 0 } },
      handleStyle: { color: theme.paper, borderColor: theme.indigo },
      moveHandleSize: 0,
    },
  ];
}
