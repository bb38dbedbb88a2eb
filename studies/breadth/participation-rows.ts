import { HORIZONS, percentileRankAt, type Zones } from "@core";
import type { Figure, Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { share } from "@studies/words/words";
import { CROWDED, WASHED_OUT } from "./breadth-zones";
import { participationColumns, participationPercents } from "@studies/columns/participation";

export interface ParticipationRow {
  /** Sessions of the average; NaN stands for all five together. */
  readonly horizon: number;
  readonly above: number;
  readonly counted: number;
  /** Percent, and the reading five sessions and one session ago. */
  readonly percent: number;
  readonly weekAgo: number;
  readonly dayAgo: number;
  /** Percentile rank among all readings up to now, 0 to 100, and how many those are. */
  readonly place: number;
  readonly readings: number;
  /** Of which averages. */
  readonly average: "ema" | "sma";
}

export function horizonName(horizon: number): string {
  return Number.isNaN(horizon) ? "all five" : String(horizon);
}

/** Participation at the as-of session, a row a horizon and one for all five. */
export function participationRows(market: Market, average: "ema" | "sma", group = "market:"): ParticipationRow[] {
  const counts = market.perSession(participationColumns(average, group));
  const percents = market.perSession(participationPercents(average, group));
  const { t } = market;
  return [...HORIZONS, NaN].map((horizon, h) => {
    const column = percents[`p${h}`]!;
    return {
      horizon,
      above: counts[`above${h}`]![t]!,
      counted: counts[`counted${h}`]![t]!,
      percent: column[t]!,
      weekAgo: t >= 5 ? column[t - 5]! : NaN,
      dayAgo: t >= 1 ? column[t - 1]! : NaN,
      place: percentileRankAt(column, t),
      readings: column.reduce((n, x) => n + (Number.isNaN(x) ? 0 : 1), 0),
      average,
    };
  });
}

/** "64% of the 401 members close above their 50-session average, up from 51% a week ago." */
export function participationSentence(
  rows: readonly ParticipationRow[],
  to?: Figure["to"],
  zones: Zones = { high: CROWDED, low: WASHED_OUT },
): Sentence {
  // The 50, or the longest shorter average that is defined yet.
  const row = [rows[3]!, rows[2]!, rows[1]!, rows[0]!].find((r) => !Number.isNaN(r.percent));
  const all = rows[5]!;
  if (!row) return ["No member has traded for 5 sessions yet, so breadth cannot be read at this date."];
  const figure = (text: string): Figure => (to ? { figure: text, to } : { figure: text });
  const average = `${row.horizon}-session ${row.average === "sma" ? "simple" : "exponential"} average`;
  if (row.counted === 1)
    return ["The only member ", figure(row.percent > 0 ? "closes" : "does not close"), ` above its ${average}.`];
  const change = Math.round(row.percent) - Math.round(row.weekAgo);
  const sentence: (string | Figure)[] = [
    figure(share(row.percent)),
    ` of the ${row.counted} members close above their ${average}`,
  ];
  if (change === 0) sentence.push(", as many as a week ago");
  else if (!Number.isNaN(change))
    sentence.push(`, ${change > 0 ? "up" : "down"} from `, figure(share(row.weekAgo)), " a week ago");
  const zone = zoneWords(all.percent, zones);
  // Beside evidence that it leads to, only what stands out is told of all five.
  if (to && zone) sentence.push("; ", figure(share(all.percent)), ` above all five: ${zone.word}`);
  else if (!to && !Number.isNaN(all.percent))
    sentence.push(
      "; ",
      figure(share(all.percent)),
      ` are above all five averages${zone ? `: ${zone.word} (${zone.bound})` : ""}`,
    );
  return [...sentence, "."];
}

/** The zone of a share with its bound, undefined between the zones. */
export function zoneWords(percent: number, { high, low }: Zones): { word: string; bound: string } | undefined {
  if (percent >= high) return { word: "crowded", bound: `${high}% or more` };
  if (percent <= low) return { word: "washed out", bound: `${low}% or less` };
  return undefined;
}
