import type { Sampling } from "@core/rotation/samples";
import { PRICE_SCALES, type PriceScale } from "~/charts/price-axis";
import { READY_ARRANGEMENTS, type Arrangement } from "./arrangements";

export const HISTORIES = [
  { value: "63", label: "three months" },
  { value: "126", label: "six months" },
  { value: "252", label: "one year" },
  { value: "504", label: "two years" },
  { value: "1260", label: "five years" },
  { value: "2520", label: "ten years" },
  { value: "20000", label: "all history" },
];

export const SAMPLING_CHOICES = [
  { value: "daily", label: "Daily" },
  { value: "weekly", label: "Weekly" },
  { value: "monthly", label: "Monthly" },
];

export const SCALE_CHOICES = [
  { value: "linear", label: "linear" },
  { value: "log", label: "logarithmic" },
  { value: "percent", label: "percent from the start" },
];

const BRACKETS = ["farther", "session"] as const;

/** What the chart is asked by. */
export interface ChartParams {
  readonly history: number;
  readonly sampling: Sampling;
  /** Plots as they stand in the address; undefined for those that a chart begins with. */
  readonly plot?: readonly string[] | undefined;
  /** A bracket beside the usual plots, as a setup has it. */
  readonly bracket?: "farther" | "session";
  readonly with: string[];
  readonly window?: string;
}

/**
 * The chart's parameters from the address: sessions of history, how they are sampled, and what is drawn.
 * @param usual what stands where the address says nothing
 */
export function chartParams(search: URLSearchParams, usual?: Arrangement): ChartParams {
  const window = search.get("window");
  const bracket = BRACKETS.find((one) => one === search.get("bracket"));
  // Checked, as all of them, by the study.
  return {
    history: Number(search.get("history") ?? usual?.history ?? 252),
    sampling: (search.get("sampling") ?? usual?.sampling ?? "daily") as Sampling,
    // The study knows what its own usual plots are for an index.
    plot: search.has("plot") ? search.getAll("plot") : usual?.name === READY_ARRANGEMENTS[0]!.name ? undefined : usual?.plots,
    // Plots that were chosen tell all that there is.
    ...(bracket && !search.has("plot") ? { bracket } : {}),
    with: search.getAll("with"),
    ...(window ? { window } : {}),
  };
}

/** How prices stand on their axis. */
export function scaleFrom(search: URLSearchParams, usual?: Arrangement): PriceScale {
  return PRICE_SCALES.find((scale) => scale === search.get("scale")) ?? usual?.scale ?? "linear";
}
