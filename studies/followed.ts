import { definedRows, sameDecile, similarReadings, whatFollowed, type Followed, type Zones } from "@core";
import { z } from "zod";
import { TIDE_STRETCHED, TIDE_WASHED_OUT } from "./breadth-zones";
import { participationPercents, referenceColumns } from "./columns";
import { defineStudy } from "./define-study";
import { groupKeySchema } from "./group-key-schema";
import { internalsColumns } from "./internals-columns";
import type { Market } from "./market";
import { tideColumn } from "./timing-columns";
import { isSmallSample } from "./small-sample";
import { count, fixed, overlapping, percent, signedPercent } from "./words";
import { zoneParams } from "./zone-params";

/** Readings of which it can be asked what followed, as they are called. */
export const READINGS = {
  "5": "share above the 5-session average",
  "10": "share above the 10-session average",
  "20": "share above the 20-session average",
  "50": "share above the 50-session average",
  "200": "share above the 200-session average",
  all: "share above all five averages",
  tide: "Tide",
  oscillator: "McClellan oscillator",
  summation: "McClellan summation",
  highs: "new highs less new lows",
  volume: "up-volume share",
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
    case "tide":
      return { column: market.perSession(tideColumn).tide, scale: { high: TIDE_STRETCHED, low: TIDE_WASHED_OUT } };
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
    { reading: "tide" },
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
      name: READINGS[reading],
      now: column[market.t]!,
      like: likeWords(column[market.t]!, scale),
      index: market.referenceName,
      rows: rows.map((row) => ({ ...row, days: Int32Array.from(row.sessions, (s) => market.sessions[s]!) })),
    };
  },
  reading(r) {
    const row = r.rows[3]!;
    if (row.after.n === 0) return [[`There is no earlier reading of the ${r.name} to go by.`]];
    return [[`The ${r.name} stands at ${fixed(r.now, 1)} (${r.like}). `, ...followedSentence(row, r.index)]];
  },
  table: (r) => ({
    columns: [
      "horizon",
      ...["n", "mean", "median", "positive", "interval low", "interval high", "worst"],
      ...["base n", "base mean", "base median", "base positive", "base worst"],
    ].map((label) => ({ key: label, label })),
    rows: r.rows.map(({ horizon, after, base }) => [
      horizon,
      ...[after.n, after.mean, after.median, after.positive, ...after.interval, after.worst],
      ...[base.n, base.mean, base.median, base.positive, base.worst],
    ]),
  }),
});

function likeWords(now: number, scale: Reading["scale"]): string {
  if (scale === "decile") return "compared with readings of the same tenth of history";
  if (scale !== "points" && now >= scale.high) return `compared with all readings of ${scale.high} or more`;
  if (scale !== "points" && now <= scale.low) return `compared with all readings of ${fixed(scale.low)} or less`;
  return "compared with readings within 5 points";
}

/** "21 sessions later the index was higher in 66% of 41 cases (59–73%), against 61% of all 5,900 sessions, which overlap; mean +1.2%, worst −14%." */
export function followedSentence({ horizon, after, base }: Followed, index: string): (string | { figure: string })[] {
  const few = isSmallSample(after.n) ? " That is a small sample." : "";
  return [
    `${count(horizon, "session")} later ${index} was higher in `,
    { figure: percent(after.positive, 0) },
    ` of ${count(after.n, "case")} (95% interval ${percent(after.interval[0], 0)} to ${percent(after.interval[1], 0)}), against ${percent(base.positive, 0)} of all ${overlapping(base.n)}; mean ${signedPercent(after.mean)} against ${signedPercent(base.mean)}, worst ${signedPercent(after.worst)}.${few}`,
  ];
}
