import { definedRows, isoDate, similarReadings, whatFollowed, type Followed } from "@core";
import { z } from "zod";
import { defineStudy, type Figure, type Sentence } from "@studies/define-study";
import { groupsTitle } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { isSmallSample } from "@studies/words/small-sample";
import { count, date, ofCases, overlapping, percent, share } from "@studies/words/words";
import { zoneParams } from "./zone-params";
import { participationRows, participationSentence, horizonName, zoneWords } from "./participation-rows";
import { referenceColumns } from "@studies/columns/composites";
import { participationPercents } from "@studies/columns/participation";
import { tableOfColumns } from "@studies/table";
import { lineOf, panesPicture, plainNumber } from "@studies/pictures/picture-parts";

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
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r.days, isoDate)],
      ["index", r.reference, "price", r.index],
      ...r.rows.map((row, h) => [`p${h}`, `% above ${horizonName(row.horizon)}`, "percent", r.percents[h]!] as const),
    ]),
  pictures: {
    history: {
      name: "Share of members above their 50-session average and above all five, under the index",
      draw: (r) =>
        panesPicture(r.days, [
          { share: 1, unit: "price", lines: [lineOf(r.reference, r.index, "ink", { width: 1.2 })] },
          {
            ...{ share: 1.5, unit: "percent", min: 0, max: 100 },
            lines: [
              lineOf("above the 50", r.percents[3]!, "soft"),
              lineOf("above all five", r.percents[5]!, "teal", { width: 1.6 }),
            ],
          },
        ]),
    },
    shares: {
      name: "Share of members above each average",
      draw: (r) => ({
        kind: "bars",
        unit: "percent",
        tick: "a week ago",
        rows: r.rows.map((row) => ({
          name: horizonName(row.horizon),
          value: plainNumber(row.percent),
          ...(Number.isNaN(row.weekAgo) ? {} : { tick: row.weekAgo }),
          ink: "teal" as const,
        })),
      }),
    },
  },
  states: (r) => ({ zone: zoneWords(r.rows[5]!.percent, r.zones)?.word ?? "between the zones" }),
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
