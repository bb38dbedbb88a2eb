import { definedRows, sameDecile, similarReadings, whatFollowed, type Followed, type Zones } from "@core";
import { z } from "zod";
import { PRESSURE_STRETCHED, PRESSURE_WASHED_OUT } from "./breadth-zones";
import { defineStudy, type Sentence } from "@studies/define-study";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { internalsColumns } from "@studies/columns/internals";
import type { Market } from "@studies/market/market";
import { pressureColumn } from "@studies/columns/timing";
import { isSmallSample } from "@studies/words/small-sample";
import { capital, count, fixed, ofCases, overlapping, percent, signedPercent } from "@studies/words/words";
import { zoneParams } from "./zone-params";
import { referenceColumns } from "@studies/columns/composites";
import { participationPercents } from "@studies/columns/participation";
import { tableOf, type Column } from "@studies/table";

/** Readings of which it can be asked what followed, as they are called. */
export const READINGS = {
  "5": { name: "the share above the 5-session average", unit: "%" },
  "10": { name: "the share above the 10-session average", unit: "%" },
  "20": { name: "the share above the 20-session average", unit: "%" },
  "50": { name: "the share above the 50-session average", unit: "%" },
  "200": { name: "the share above the 200-session average", unit: "%" },
  all: { name: "the share above all five averages", unit: "%" },
  pressure: { name: "breadth pressure", unit: "" },
  oscillator: { name: "the McClellan oscillator", unit: "" },
  summation: { name: "the McClellan summation", unit: "" },
  highs: { name: "the count of new highs less new lows", unit: "" },
  volume: { name: "the up-volume share", unit: "%" },
} as const;
export type ReadingName = keyof typeof READINGS;

interface Reading {
  readonly column: Float64Array;
  /** Zones of its scale; none where it has a scale of points without zones; "decile" where it has no scale of points. */
  readonly scale: Zones | "points" | "decile";
}

function readingOf(market: Market, name: ReadingName, params: { average: "ema" | "sma"; group: string; zones: Zones }): Reading {
  const { average, group, zones } = params;
  const internals = () => market.perSession(internalsColumns(group));
  switch (name) {
    case "pressure":
      return {
        column: market.perSession(pressureColumn).pressure,
        scale: { high: PRESSURE_STRETCHED, low: PRESSURE_WASHED_OUT },
      };
    case "oscillator":
      return { column: internals().oscillator, scale: "decile" };
    case "summation":
      return { column: internals().summation, scale: "decile" };
    case "highs":
      return { column: internals().netHighs, scale: "points" };
    case "volume":
      return { column: internals().upVolume.map((x) => 100 * x), scale: "points" };
    default: {
      const h = ["5", "10", "20", "50", "200", "all"].indexOf(name);
      return {
        column: market.perSession(participationPercents(average, group))[`p${h}`]!,
        scale: name === "all" ? zones : "points",
      };
    }
  }
}

/** What the index did after readings like the present one. */
export const followed = defineStudy({
  name: "followed",
  about:
    "What the broad index did over the next 1, 5, 10, 21 and 63 sessions after readings like the present one, against all sessions.",
  params: z.object({
    reading: z
      .enum(Object.keys(READINGS) as [ReadingName, ...ReadingName[]])
      .default("50")
      .describe("which reading"),
    average: z.enum(["ema", "sma"]).default("ema").describe("exponential or simple averages"),
    group: groupKeySchema.default("market:").describe("whose members"),
    ...zoneParams,
  }),
  cost: "heavy",
  examples: [
    {},
    { reading: "all" },
    { reading: "pressure" },
    { reading: "oscillator", group: "sector:$sector" },
    { reading: "volume", average: "sma" },
  ],
  ask(market, { reading, average, group, crowded, washed }) {
    const { column, scale } = readingOf(market, reading, { average, group, zones: { high: crowded, low: washed } });
    const alike = scale === "decile" ? sameDecile(column) : similarReadings(column, scale === "points" ? undefined : scale);
    const { close } = market.perSession(referenceColumns);
    const rows = whatFollowed(close, alike, definedRows(column));
    return {
      asOf: market.asOf,
      reading,
      name: READINGS[reading].name,
      now: column[market.t]!,
      like: likeWords(column[market.t]!, scale),
      index: market.referenceName,
      rows: rows.map((row) => ({ ...row, days: Int32Array.from(row.sessions, (s) => market.sessions[s]!) })),
    };
  },
  reading(r) {
    const row = r.rows[3]!;
    const { name, unit } = READINGS[r.reading];
    if (row.after.n === 0) return [[`There is no earlier reading of ${name} to go by yet.`]];
    return [
      [`${capital(name)} stands at `, { figure: `${fixed(r.now, 1)}${unit}` }, `; ${r.like}.`],
      ...followedSentences(row, r.index),
    ];
  },
  table: (r) => tableOf(FOLLOWED_COLUMNS, r.rows),
});

const FOLLOWED_COLUMNS: Column<Followed>[] = [
  { key: "horizon", label: "sessions later", unit: "count", value: (f) => f.horizon },
  {
    key: "n",
    label: "cases",
    unit: "count",
    about: "Thinned so that they lie at least the horizon apart",
    value: (f) => f.after.n,
  },
  { key: "positive", label: "higher", unit: "fraction", value: (f) => f.after.positive },
  { key: "low", label: "95% interval from", unit: "fraction", value: (f) => f.after.interval[0] },
  { key: "high", label: "to", unit: "fraction", value: (f) => f.after.interval[1] },
  { key: "median", label: "median", unit: "change", value: (f) => f.after.median },
  { key: "mean", label: "mean", unit: "change", value: (f) => f.after.mean },
  { key: "worst", label: "worst", unit: "change", value: (f) => f.after.worst },
  { key: "baseN", label: "all sessions", unit: "count", about: "They overlap", value: (f) => f.base.n },
  { key: "basePositive", label: "higher of all", unit: "fraction", value: (f) => f.base.positive },
  { key: "baseMedian", label: "median of all", unit: "change", value: (f) => f.base.median },
  { key: "baseMean", label: "mean of all", unit: "change", value: (f) => f.base.mean },
  { key: "baseWorst", label: "worst of all", unit: "change", value: (f) => f.base.worst },
];

function likeWords(now: number, scale: Reading["scale"]): string {
  if (scale === "decile") return "it is compared with readings of the same tenth of history";
  if (scale !== "points" && now >= scale.high) return `it is compared with all readings of ${scale.high} or more`;
  if (scale !== "points" && now <= scale.low) return `it is compared with all readings of ${fixed(scale.low)} or less`;
  return "it is compared with readings within 5 points of it";
}

/** "21 sessions later Aldane broad was higher in 66% of 41 cases (95% interval 51% to 78%), against 61% of all 5,900 sessions, which overlap." */
export function followedSentences({ horizon, after, base }: Followed, index: string): Sentence[] {
  return [
    [
      `${count(horizon, "session")} later ${index} was higher `,
      { figure: ofCases(after.positive, after.n) },
      `${isSmallSample(after.n) ? ", a small sample" : ""} (95% interval ${percent(after.interval[0], 0)} to ${percent(after.interval[1], 0)}), against ${percent(base.positive, 0)} of all ${overlapping(base.n)}.`,
    ],
    [
      `It made `,
      { figure: signedPercent(after.mean) },
      ` in the mean, against ${signedPercent(base.mean)}, and ${signedPercent(after.worst)} at worst.`,
    ],
  ];
}
