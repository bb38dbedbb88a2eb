export const HISTORIES = [
  { value: "63", label: "three months" },
  { value: "126", label: "six months" },
  { value: "252", label: "one year" },
  { value: "504", label: "two years" },
  { value: "1260", label: "five years" },
];

export const AVERAGE_SETS = [
  { value: "20-50-200", label: "20, 50 and 200" },
  { value: "10-20", label: "10 and 20" },
  { value: "5-10-20-50-200", label: "5, 10, 20, 50 and 200" },
];

export const AVERAGE_KINDS = [
  { value: "sma", label: "simple" },
  { value: "ema", label: "exponential" },
];

/** The chart's parameters from the address: sessions of history and the averages. */
export function chartParams(search: URLSearchParams): {
  history: number;
  averages: number[];
  average: "sma" | "ema";
  window?: string;
} {
  const history = Number(search.get("history") ?? 252);
  const averages = (search.get("averages") ?? "20-50-200").split("-").map(Number);
  // Checked, as all of them, by the study.
  const window = search.get("window");
  return { history, averages, average: (search.get("average") ?? "sma") as "sma" | "ema", ...(window ? { window } : {}) };
}
