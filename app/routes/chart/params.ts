import type { Sampling } from "@core/rotation/samples";
import { PRICE_SCALES, type PriceScale } from "~/charts/price-chart";

export const HISTORIES = [
  { value: "63", label: "three months" },
  { value: "126", label: "six months" },
  { value: "252", label: "one year" },
  { value: "504", label: "two years" },
  { value: "1260", label: "five years" },
  { value: "2520", label: "ten years" },
  { value: "20000", label: "all history" },
];

export const AVERAGE_SETS = [
  { value: "20-50-200", label: "20, 50 and 200" },
  { value: "10-20", label: "10 and 20" },
  { value: "5-10-20-50-200", label: "5, 10, 20, 50 and 200" },
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

export const AVERAGE_KINDS = [
  { value: "sma", label: "simple" },
  { value: "ema", label: "exponential" },
];

/** What the chart is asked by. */
export interface ChartParams {
  readonly history: number;
  readonly sampling: Sampling;
  readonly averages: number[];
  readonly average: "sma" | "ema";
  readonly with: string[];
  readonly window?: string;
}

/** The chart's parameters from the address: sessions of history, how they are sampled, and the averages. */
export function chartParams(search: URLSearchParams): ChartParams {
  const history = Number(search.get("history") ?? 252);
  const averages = (search.get("averages") ?? "20-50-200").split("-").map(Number);
  const window = search.get("window");
  // Checked, as all of them, by the study.
  return {
    history,
    sampling: (search.get("sampling") ?? "daily") as Sampling,
    averages,
    average: (search.get("average") ?? "sma") as "sma" | "ema",
    with: search.getAll("with"),
    ...(window ? { window } : {}),
  };
}

/** How prices stand on their axis. */
export function scaleFrom(search: URLSearchParams): PriceScale {
  return PRICE_SCALES.find((scale) => scale === search.get("scale")) ?? "linear";
}
