/*
 * What is drawn on a chart from figures, as it stands in the link: the name of its kind and its values, "ema_20" or
 * "relative_ALBRO"; a minus before it hides it, a star behind it gives it a pane of its own.
 */

/** A kind of plot with the values of its parameters. */
export interface PlotUse {
  readonly kind: string;
  /** Of its parameters in their order; those left out have their defaults. */
  readonly values: readonly string[];
  /** It stays on the list and is not drawn. */
  readonly hidden: boolean;
  /** In a pane of its own though it could stand on the prices. */
  readonly ownPane: boolean;
}

export function plotText({ kind, values, hidden, ownPane }: PlotUse): string {
  return `${hidden ? "-" : ""}${[kind, ...values].join("_")}${ownPane ? "*" : ""}`;
}

/** The parts of a plot's text. */
export function plotOf(text: string): PlotUse {
  const hidden = text.startsWith("-");
  const ownPane = text.endsWith("*");
  const [kind = "", ...values] = text.slice(hidden ? 1 : 0, ownPane ? -1 : undefined).split("_");
  return { kind, values, hidden, ownPane };
}
