import { measureOf, nounWords, paramsOf, titleOf, type MeasureUse, type Ranking } from "@core";
import { measureText } from "@studies/conditions/measure-text";
import type { Unit } from "@studies/table";
import { capital } from "@studies/words/words";

/** A column of figures in the result of a scan. */
export interface ScanColumn {
  /** As it stands in the address: "return_63". */
  readonly text: string;
  readonly label: string;
  /** The measure in words. */
  readonly about: string;
  readonly unit: Unit;
  /** Of units or money: told in short. */
  readonly isVolume: boolean;
  /** Names of its values, where they have names. */
  readonly labels?: Readonly<Record<string, number>>;
}

/** What is shown where nothing else was chosen. */
export const USUAL_COLUMNS = ["close", "return_5", "return_21", "return_63", "strength", "trend", "rsi", "average volume_50"];

type Params = Readonly<Record<string, number | string>>;

const SPANS: Readonly<Record<number, string>> = { 5: "1 week", 21: "1 month", 63: "3 months", 126: "6 months", 252: "1 year" };

/** Short heads of what is shown most. */
const SHORT: Readonly<Record<string, (p: Params) => string>> = {
  return: (p) => SPANS[p["n"] as number] ?? `${p["n"]}-session return`,
  sma: (p) => `SMA ${p["n"]}`,
  ema: (p) => `EMA ${p["n"]}`,
  rsi: (p) => `RSI(${p["n"]})`,
  atr: (p) => `ATR(${p["n"]})`,
  distance: (p) => `from ${p["average"] === "simple" ? "SMA" : "EMA"} ${p["n"]}`,
  "distance in ATRs": (p) => `ATRs from ${p["average"] === "simple" ? "SMA" : "EMA"} ${p["n"]}`,
  "average volume": (p) => `volume(${p["n"]})`,
  "average turnover": (p) => `turnover(${p["n"]})`,
  "highest close": (p) => `${p["n"]}-session closing high`,
  "lowest close": (p) => `${p["n"]}-session closing low`,
};

const UNITS: Readonly<Record<ReturnType<typeof measureOf>["unit"], Unit>> = {
  price: "price",
  percent: "score",
  fraction: "change",
  number: "number",
  sessions: "count",
  volume: "count",
  label: "text",
};

export function scanColumn(use: MeasureUse): ScanColumn {
  const measure = measureOf(use.measure);
  return {
    text: measureText(use),
    label: SHORT[use.measure]?.(paramsOf(use)) ?? titleOf(measure),
    about: capital(nounWords(use)),
    unit: UNITS[measure.unit],
    isVolume: measure.unit === "volume",
    ...(measure.labels ? { labels: measure.labels } : {}),
  };
}

/** What a ranking is called in a sentence. */
export function rankingWords(ranking: Ranking): string {
  if ("measure" in ranking) return nounWords(ranking.measure);
  if ("ratio" in ranking) return ranking.ratio.map(nounWords).join(" over ");
  const parts = ranking.weighted.map(({ weight, measure }) => `${weight === 1 ? "" : `${weight} × `}${nounWords(measure)}`);
  return `the mean of ranks by ${parts.join(" and ")}`;
}
