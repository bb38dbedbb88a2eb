import {
  ChartCandlestick,
  ChartColumn,
  ChartLine,
  ListEnd,
  PaintBucket,
  PencilLine,
  Rows3,
  SeparatorVertical,
} from "lucide-react";
import type { LineStyle } from "~/charts/plot-styles";

export type MarkKind = "bars" | "line" | "pane" | "volume" | "ribbon" | "marks" | "tint" | "edge" | "drawing";

const ICONS = {
  bars: ChartCandlestick,
  pane: ChartLine,
  volume: ChartColumn,
  ribbon: Rows3,
  marks: SeparatorVertical,
  tint: PaintBucket,
  edge: ListEnd,
  drawing: PencilLine,
} as const;

/** What a line of the legend stands for: its own line, or the kind of thing it is. */
export function PlotMark({
  kind,
  style,
  colour,
}: {
  kind: MarkKind;
  style?: LineStyle | undefined;
  colour?: string | undefined;
}) {
  if (kind === "line") {
    const own = colour ?? `var(--${style?.colour ?? "ink"})`;
    return <i aria-hidden className="mt-2 block w-4.5" style={{ borderTop: `2px ${style?.type ?? "solid"} ${own}` }} />;
  }
  const Icon = ICONS[kind];
  return <Icon aria-hidden size={17} strokeWidth={1.6} />;
}
