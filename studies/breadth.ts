import {
  definedRows,
  HORIZONS,
  isoDate,
  percentileRankAt,
  similarReadings,
  whatFollowed,
  type Followed,
  type Zones,
} from "@core";
import { z } from "zod";
import { CROWDED, WASHED_OUT } from "./breadth-zones";
import { participationColumns, participationPercents, referenceColumns } from "./columns";
import { defineStudy, type Figure, type Sentence } from "./define-study";
import { groupsTitle } from "./group-members";
import { groupKeySchema } from "./group-key-schema";
import type { Market } from "./market";
import { isSmallSample } from "./small-sample";
import { count, date, ofCases, overlapping, percent, share } from "./words";
import { zoneParams } from "./zone-params";

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
function zoneWords(percent: number, { high, low }: Zones): { word: string; bound: string } | undefined {
  if (percent >= high) return { word: "crowded", bound: `${high}% or more` };
  if (percent <= low) return { word: "washed out", bound: `${low}% or less` };
  return undefined;
}

export const breadth = defineStudy({
  name: "breadth",
  about: "How many members close above their 5, 10, 20, 50 and 200-session averages, and above all five, with history.",
  params: z.object({
    average: z.enum(["ema", "sma"]).default("ema").describe("exponential or simple averages"),
    group: groupKeySchema.default("market:").describe("whose members: a sector, industry or group, or the whole market"),
    ...zoneParams,
    history: z.coerce.number().int().min(20).max(20_000).default(756).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [
    {},
    { average: "sma", history: 60 },
    { group: "sector:$sector", crowded: 60, washed: 20 },
    { group: "group:$group" },
  ],
  ask(market, { average, history, group, crowded, washed }) {
    const percents = market.perSession(participationPercents(average, group));
    const { close } = market.perSession(referenceColumns);
    const all = percents["p5"]!;
    const fifty = percents["p3"]!;
    const start = Math.max(0, market.t + 1 - history);
    return {
      asOf: market.asOf,
      first: market.sessions[0]!,
      average,
      group,
      groupName: groupsTitle([group], market),
      zones: { high: crowded, low: washed },
      rows: participationRows(market, average, group),
      reference: market.referenceName,
      days: market.sessions.slice(start),
      index: close.slice(start),
      /** What the index did 21 sessions after readings like this one, of the share above the 50. */
      followed: whatFollowed(close, similarReadings(fifty), definedRows(fifty), [21])[0]!,
      /** Sessions in each zone up to now, of those with a reading. */
      inZones: {
        crowded: countOf(all, (x) => x >= crowded),
        washed: countOf(all, (x) => x <= washed),
        all: countOf(all, () => true),
      },
      /** Percent a session for each horizon, all five last. */
      percents: Array.from({ length: 6 }, (_, h) => percents[`p${h}`]!.slice(start)),
    };
  },
  reading(r) {
    const row = r.rows[3]!;
    const sentences: Sentence[] = [participationSentence(r.rows, undefined, r.zones)];
    if (!Number.isNaN(row.place)) {
      sentences.push([
        "The share was lower on ",
        { figure: row.place < 0.5 ? "fewer than 1%" : share(row.place) },
        ` of ${count(row.readings, "session")} since ${date(r.first)}`,
        ...followedWords(r.followed),
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

/** "; 21 sessions after readings like it the index was higher in 66% of 91 cases, against 61% of all sessions". */
function followedWords({ after, base, horizon }: Followed): (string | Figure)[] {
  if (after.n === 0) return [];
  const few = isSmallSample(after.n) ? ", a small sample" : "";
  return [
    `; ${horizon} sessions after readings like it the index was higher `,
    { figure: ofCases(after.positive, after.n) },
    `${few}, against ${percent(base.positive, 0)} of all ${overlapping(base.n)}`,
  ];
}

function countOf(column: Float64Array, wanted: (x: number) => boolean): number {
  return column.reduce((n, x) => n + (!Number.isNaN(x) && wanted(x) ? 1 : 0), 0);
}
