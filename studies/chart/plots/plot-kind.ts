import type { MeasureUse } from "@core/conditions/condition";
import type { Parameter, Params } from "@core/conditions/measure";
import type { Sampling } from "@core/rotation/samples";

/** Where a plot stands: on the prices, in a pane, as a ribbon of states, as marks on the prices, as a tint behind them, at their edge. */
export type PlotPlace = "price" | "pane" | "ribbon" | "marks" | "tint" | "edge";

/** One line of a plot. */
export interface PlotLine {
  readonly name: string;
  readonly use: (params: Params) => MeasureUse;
  /** [a line] */
  readonly style?: "thin" | "bars" | "dots";
}

/** A kind of plot: what it is called, its parameters, and where it stands. */
export interface PlotKind {
  readonly name: string;
  readonly params: readonly Parameter[];
  readonly place: PlotPlace;
  readonly title: (params: Params, sampling: Sampling) => string;
  /** How it is typed, beside its name; parameters by their names. */
  readonly aliases: readonly string[];
  /** Of a plot that is made of measures. */
  readonly lines?: readonly PlotLine[];
  /** Levels of a pane that are marked. */
  readonly guides?: readonly number[];
}
