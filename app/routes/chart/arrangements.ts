import type { Sampling } from "@core/rotation/samples";
import type { PriceScale } from "~/charts/price-axis";

/** What is drawn on a chart, under a name; with sampling, span and axis where it is made for those. */
export interface Arrangement {
  readonly name: string;
  readonly plots: readonly string[];
  readonly sampling?: Sampling | undefined;
  readonly history?: number | undefined;
  readonly scale?: PriceScale | undefined;
  /** Whether it comes with the application. */
  readonly ready?: true;
}

/** Those that come with the application. */
export const READY_ARRANGEMENTS: readonly Arrangement[] = [
  { name: "Averages", ready: true, plots: ["sma_20", "sma_50", "sma_200", "volume_50", "relative"] },
  { name: "Pullbacks", ready: true, plots: ["ema_20", "ema_50", "rsi_14", "volume_50", "reports"] },
  { name: "Momentum", ready: true, plots: ["sma_50", "bollinger_20_2", "macd_12_26_9", "stochastic_14_3_3"] },
  { name: "Leadership", ready: true, plots: ["sma_50", "trailing stop", "relative", "trend_8_34", "stance"] },
  {
    name: "Long view",
    ready: true,
    plots: ["sma_10", "extremes_12", "relative"],
    sampling: "monthly",
    history: 20_000,
    scale: "log",
  },
];

/** How many can be applied by a number key. */
export const KEYED = 9;

/** What an arrangement sets in the address. */
export function addressOfArrangement({ plots, sampling, history, scale }: Arrangement) {
  return {
    plot: plots.length === 0 ? ["none"] : plots,
    ...(sampling ? { sampling } : {}),
    ...(history ? { history: String(history) } : {}),
    ...(scale ? { scale } : {}),
  };
}

/** The arrangement that has just these plots; undefined for none. */
export function findArrangement(all: readonly Arrangement[], plots: readonly string[]): Arrangement | undefined {
  const text = plots.join("\n");
  return all.find((a) => a.plots.join("\n") === text);
}
