import { SAMPLINGS } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { tableOf, type Column } from "@studies/table";
import { drawPlot } from "./plots/draw-plot";
import type { Plotted } from "./plots/drawn";
import { plotContext } from "./plots/plot-context";
import type { ReadPlot } from "./plots/read-plot";
import { plotsParam, readPlots } from "./plots/plots-param";
import { samplesOfShown, shownOf, startOf } from "./shown";

/** How plots of a chart read at its last bar, without the lines themselves: what a legend says. */
export const plots = defineStudy({
  name: "plots",
  about: "What plots on a chart of an instrument say at its last bar: title, present value and words.",
  params: z.object({
    ticker: z.string().max(2000).describe("the instrument, or the key of a group for its composite"),
    history: z.coerce
      .number()
      .int()
      .min(20)
      .max(20_000)
      .default(252)
      .describe("sessions in view: lines relative to another begin there"),
    sampling: z.enum(SAMPLINGS).default("daily").describe("by day, week or month"),
    plot: plotsParam.default([]).describe("plots, each as its kind and its values, such as ema_20 or rsi_14"),
  }),
  cost: "heavy",
  examples: [
    { ticker: "$stock", plot: ["ema_20", "rsi", "relative", "volume", "stance"] },
    { ticker: "$index", sampling: "monthly", plot: ["sma_10", "pressure"] },
  ],
  ask(market, { ticker, history, sampling, plot }) {
    const shown = shownOf(market, ticker);
    if (!shown) return undefined;
    const samples = samplesOfShown(shown, sampling);
    const context = plotContext(market, ticker, shown, samples, sampling);
    const start = startOf(shown, samples, history);
    // Hidden ones are read and not drawn.
    const read = (own: ReadPlot) => drawPlot(context, { ...own, hidden: true }, start);
    return { asOf: market.asOf, ticker, name: shown.name, rows: readPlots(plot).map(read).map(asRow) };
  },
  reading: (r) =>
    (r?.rows ?? []).map(({ title, value, says }) => [`${title}: `, { figure: value }, says === "" ? "." : `, ${says}.`]),
  table: (r) => tableOf(COLUMNS, r?.rows ?? []),
});

type PlotRow = Pick<Plotted, "title" | "value" | "says" | "place">;

const asRow = ({ title, value, says, place }: Plotted): PlotRow => ({ title, value, says, place });

const COLUMNS: readonly Column<PlotRow>[] = [
  { key: "plot", label: "plot", unit: "text", value: (r) => r.title },
  { key: "value", label: "now", unit: "text", value: (r) => r.value },
  { key: "says", label: "says", unit: "text", value: (r) => r.says },
];
