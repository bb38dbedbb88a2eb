import { SAMPLINGS } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { PEER_SET_NAMES } from "@studies/sets/peer-names";
import { rotationSentences } from "./rotation-sentences";
import { rotationOf } from "./rotation-of-set";
import { rotationColumns } from "./rotation-columns";
import { tableOf } from "@studies/table";
import { dialPicture } from "@studies/pictures/picture-parts";

const DIAL_SAMPLES = 12;

export const rotation = defineStudy({
  name: "rotation",
  about: "Where each member of a set stands and heads against a benchmark: relative trend, momentum, phase, turns, pairs.",
  params: z.object({
    set: z.enum(PEER_SET_NAMES).default("sector").describe("which set"),
    in: groupKeySchema.optional().describe("only the members within this group: a sector, region, family, fund or list"),
    every: z.enum(SAMPLINGS).default("weekly").describe("how often it is sampled"),
    bench: z
      .string()
      .min(1)
      .default("index")
      .describe('"index" for the index of the set, "flat", "mean" for the average of the set, or a ticker'),
    base: z.string().default("").describe("currencies only: ticker of the base, none for the home currency"),
    samples: z.coerce.number().int().min(8).max(520).default(104).describe("samples to give"),
    leveraged: z.stringbool().default(false).describe("leveraged and inverse funds too"),
    long: z.string().optional().describe("key of the first of a pair [the highest score]"),
    short: z.string().optional().describe("key of the second [the lowest]"),
  }),
  cost: "heavy",
  examples: [
    {},
    { set: "industry", in: "sector:$sector", bench: "flat", every: "daily" },
    { set: "world", every: "monthly" },
    { set: "asset-class", bench: "mean" },
    { set: "commodity" },
    { set: "currency", base: "CVESS", bench: "WORLD" },
    { set: "fund", leveraged: "true", bench: "$index" },
    { set: "theme" },
    { set: "stock", in: "group:$group", samples: 20 },
  ],
  ask: rotationOf,
  reading: (r) => rotationSentences(r),
  table: (r) => tableOf(rotationColumns(r.sampleName), r.rows),
  pictures: {
    dial: {
      name: "Where each member stands: up is ahead of the benchmark, left is gaining",
      draw: (r) => dialPicture(r.rows, DIAL_SAMPLES),
    },
  },
  states: (r) => Object.fromEntries(r.rows.filter((row) => row.phase !== "").map((row) => [row.name, row.phase])),
});
