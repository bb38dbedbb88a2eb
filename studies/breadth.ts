import { HORIZONS, isoDate, percentileRankAt } from "@core";
import { z } from "zod";
import { CROWDED, WASHED_OUT } from "./breadth-zones";
import { participationColumns, participationPercents, referenceColumns } from "./columns";
import { defineStudy, type Figure, type Sentence } from "./define-study";
import type { Market } from "./market";
import { count, date, share } from "./words";

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
}

export function horizonName(horizon: number): string {
  return Number.isNaN(horizon) ? "all five" : String(horizon);
}

/** Participation at the as-of session, a row a horizon and one for all five. */
export function participationRows(market: Market, average: "ema" | "sma"): ParticipationRow[] {
  const counts = market.perSession(participationColumns(average));
  const percents = market.perSession(participationPercents(average));
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
    };
  });
}

/** "64% of the 401 members close above their 50-session average, up from 51% a week ago." */
export function participationSentence(rows: readonly ParticipationRow[], to?: Figure["to"]): Sentence {
  // The 50, or the longest shorter average that is defined yet.
  const row = [rows[3]!, rows[2]!, rows[1]!, rows[0]!].find((r) => !Number.isNaN(r.percent));
  const all = rows[5]!;
  if (!row) return ["No member has traded for 5 sessions yet, so breadth cannot be read at this date."];
  const figure = (text: string): Figure => (to ? { figure: text, to } : { figure: text });
  const change = Math.round(row.percent) - Math.round(row.weekAgo);
  const sentence: (string | Figure)[] = [
    figure(share(row.percent)),
    ` of the ${row.counted} members close above their ${row.horizon}-session average`,
  ];
  if (Number.isNaN(change)) sentence.push("");
  else if (change === 0) sentence.push(", as many as a week ago");
  else sentence.push(`, ${change > 0 ? "up" : "down"} from `, figure(share(row.weekAgo)), " a week ago");
  if (!Number.isNaN(all.percent)) sentence.push("; ", figure(share(all.percent)), ` are above all five${zoneWords(all.percent)}`);
  return [...sentence, "."];
}

function zoneWords(percent: number): string {
  if (percent >= CROWDED) return `, which is crowded (${CROWDED}% or more)`;
  if (percent <= WASHED_OUT) return `, which is washed out (${WASHED_OUT}% or less)`;
  return "";
}

export const breadth = defineStudy({
  name: "breadth",
  about: "How many members close above their 5, 10, 20, 50 and 200-session averages, and above all five, with history.",
  params: z.object({
    average: z.enum(["ema", "sma"]).default("ema").describe("exponential or simple averages"),
    history: z.coerce.number().int().min(20).max(20_000).default(756).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [{}, { average: "sma", history: 60 }],
  ask(market, { average, history }) {
    const percents = market.perSession(participationPercents(average));
    const start = Math.max(0, market.t + 1 - history);
    return {
      asOf: market.asOf,
      first: market.sessions[0]!,
      average,
      rows: participationRows(market, average),
      reference: market.find(market.row.broadIndex ?? "")?.name ?? `${market.row.name} composite`,
      days: market.sessions.slice(start),
      index: market.perSession(referenceColumns).close.slice(start),
      /** Percent a session for each horizon, all five last. */
      percents: Array.from({ length: 6 }, (_, h) => percents[`p${h}`]!.slice(start)),
    };
  },
  reading(r) {
    const row = r.rows[3]!;
    const sentences: Sentence[] = [participationSentence(r.rows)];
    if (!Number.isNaN(row.place)) {
      sentences.push([
        "The share above the 50 was lower on ",
        { figure: share(row.place) },
        ` of the ${count(row.readings, "session")} since ${date(r.first)}`,
        ...(Number.isNaN(r.rows[4]!.percent)
          ? []
          : ["; ", { figure: share(r.rows[4]!.percent) }, " are above their 200-session average"]),
        ".",
      ]);
    }
    return sentences;
  },
  table: (r) => ({
    columns: [
      { key: "date", label: "date" },
      { key: "index", label: r.reference },
      ...r.rows.map((row, h) => ({ key: `p${h}`, label: `% above ${horizonName(row.horizon)}` })),
    ],
    rows: Array.from(r.days, (day, k) => [isoDate(day), r.index[k]!, ...r.percents.map((column) => column[k]!)]),
  }),
});
