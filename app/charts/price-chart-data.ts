import type { Sampling } from "@core/rotation/samples";
import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import type { Plotted } from "@studies/chart/plots/drawn";
import type { WindowMarks } from "@studies/seasons/window-marks";

/** A trade as a chart draws it: epoch days and prices of entry and exit, and what it made or makes so far. */
export interface ChartTrade {
  readonly entered: number;
  readonly left: number;
  readonly entryPrice: number;
  readonly exitPrice: number;
  readonly net: number;
  readonly running: number;
}

/** What a chart of bars is drawn from. */
export interface PriceChart {
  /** Last session of each bar. */
  readonly days: Int32Array;
  readonly sampling: Sampling;
  /** Whether the last bar is not over yet. */
  readonly inProgress: boolean;
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  readonly volume: Float64Array;
  /** What is drawn beside the bars. */
  readonly plots: readonly Plotted[];
  /** The analyst's own drawings. */
  readonly drawings?: readonly DrawnDrawing[];
  /** Trades of a strategy; the exit of one that is open is NaN. */
  readonly trades?: readonly ChartTrade[];
  /** Closes of what it is compared with: then all stand in percent from the start. */
  readonly compared?: readonly { readonly name: string; readonly close: Float64Array }[];
  /** A date window as it came out year by year, where one is asked for. */
  readonly window?: WindowMarks | undefined;
}
