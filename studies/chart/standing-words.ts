import { isAbove } from "@core";
import { list } from "@studies/words/words";
import type { Plotted } from "./plots/drawn";
import { plotOf } from "./plots/plot";

/** On which side of its averages the close is: "above its 20- but below its 50- and 200-session simple averages". */
export function standingWords(plots: readonly Plotted[], close: number, unit: string): string {
  const averages = plots
    .filter((plot) => !plot.hidden && ["sma", "ema"].includes(plotOf(plot.text).kind) && plot.params[1]?.value === "close")
    .map((plot) => ({ kind: plotOf(plot.text).kind, n: plot.params[0]!.value, value: plot.lines![0]!.values.at(-1) ?? NaN }))
    .filter((a) => !Number.isNaN(a.value));
  const above = averages.filter((a) => isAbove(close, a.value));
  const below = averages.filter((a) => !above.includes(a));
  const sides = [["above", above] as const, ["below", below] as const].filter(([, of]) => of.length > 0);
  const kinds = new Set(averages.map((a) => a.kind));
  const words = sides.map(([side, of], k) => {
    if (kinds.size > 1) return `${side} its ${list(of.map((a) => `${a.kind.toUpperCase()} ${a.n}`))}`;
    const isLast = k === sides.length - 1;
    const windows = list(of.map((a, i) => (isLast && i === of.length - 1 ? `${a.n}-${unit}` : `${a.n}-`)));
    const kind = kinds.has("ema") ? "exponential" : "simple";
    return `${side} its ${windows}${isLast ? ` ${kind} ${of.length === 1 ? "average" : "averages"}` : ""}`;
  });
  return words.length === 0 ? "" : `, ${words.join(" but ")}`;
}
