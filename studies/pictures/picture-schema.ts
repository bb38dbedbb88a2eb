import { z } from "zod";

/*
 * Pictures as plain data: what a study gives a brief, drawn by one part on screens, in files and on paper. Numbers that are not
 * known are null, so that a picture is the same after JSON.
 */

/** What a thing is drawn in: a role of the theme, or the colour of a group by its name. */
const ink = z.union([
  z.enum(["ink", "soft", "rule", "teal", "rust", "indigo", "amber"]),
  z.strictObject({ group: z.string().max(200) }),
]);
export type PictureInk = z.output<typeof ink>;

const MOST_POINTS = 2600;
const number = z.number().nullable();
const numbers = z.array(number).max(MOST_POINTS).readonly();
const name = z.string().max(200);

const line = z.strictObject({
  name,
  values: numbers,
  ink,
  width: z.number().min(0.2).max(4).optional(),
  isDashed: z.literal(true).optional(),
});
export type PictureLine = z.output<typeof line>;

/** Of rows `from` to `to`, both included. */
const span = z.strictObject({ from: z.number().int().min(0), to: z.number().int().min(0), ink, name });

/** A row, or a place between two, and a value. */
const point = z.tuple([z.number(), z.number()]).readonly();

const pane = z.strictObject({
  /** Of the height, relative to the others. */
  share: z.number().min(0.1).max(10),
  unit: z.enum(["price", "percent", "number", "none"]),
  lines: z.array(line).max(12).readonly(),
  candles: z.strictObject({ open: numbers, high: numbers, low: numbers, close: numbers }).optional(),
  /** Tinted from top to bottom. */
  tints: z.array(span).max(600).readonly().optional(),
  /** Level lines across, with their names at the right. */
  levels: z
    .array(z.strictObject({ value: z.number(), name, ink }))
    .max(40)
    .readonly()
    .optional(),
  /** Laid on the prices, which alone set the axis: lines, areas between two levels, straight strokes from a row and value to another, and words at a point. */
  drawn: z
    .strictObject({
      /** With a value a row, as far as they lie among the prices. */
      lines: z.array(line).max(60).readonly(),
      bands: z
        .array(z.strictObject({ ...span.shape, low: z.number(), high: z.number() }))
        .max(60)
        .readonly(),
      strokes: z
        .array(z.strictObject({ from: point, to: point, ink, isDashed: z.literal(true).optional() }))
        .max(800)
        .readonly(),
      words: z
        .array(z.strictObject({ at: point, text: name, ink }))
        .max(200)
        .readonly(),
    })
    .optional(),
  /** One row each, under each other: runs up or down. */
  ribbons: z
    .array(
      z.strictObject({
        name,
        runs: z
          .array(z.tuple([z.number(), z.number(), z.number()]))
          .max(600)
          .readonly(),
      }),
    )
    .max(12)
    .readonly()
    .optional(),
  min: z.number().optional(),
  max: z.number().optional(),
});
export type PicturePane = z.output<typeof pane>;
export type PictureDrawn = NonNullable<PicturePane["drawn"]>;

const panes = z.strictObject({
  kind: z.literal("panes"),
  /** Epoch days, one a row. */
  days: z.array(z.number().int()).max(MOST_POINTS).readonly(),
  panes: z.array(pane).min(1).max(6).readonly(),
});

const bars = z.strictObject({
  kind: z.literal("bars"),
  unit: z.enum(["change", "fraction", "percent", "count", "number", "sigma"]),
  /** What the tick on each bar is, where there is one. */
  tick: z.string().max(120).optional(),
  rows: z
    .array(
      z.strictObject({
        name,
        value: number,
        tick: number.optional(),
        ink: ink.optional(),
        words: z.string().max(120).optional(),
      }),
    )
    .max(80)
    .readonly(),
});

const curves = z.strictObject({
  kind: z.literal("curves"),
  /** What runs along the bottom: "sessions from the entry". */
  along: name,
  unit: z.enum(["change", "percent", "number"]),
  x: z.array(z.number()).max(MOST_POINTS).readonly(),
  bands: z
    .array(z.strictObject({ name, low: numbers, high: numbers, ink, isOutline: z.literal(true).optional() }))
    .max(4)
    .readonly(),
  lines: z.array(line).max(60).readonly(),
  /** Words along the bottom in the place of numbers: months. */
  labels: z
    .array(z.strictObject({ at: z.number(), text: z.string().max(20) }))
    .max(60)
    .readonly()
    .optional(),
});

const dial = z.strictObject({
  kind: z.literal("dial"),
  /** Places in standard deviations: across to the left is gaining, up is ahead. */
  members: z
    .array(
      z.strictObject({
        name,
        ink,
        trail: z
          .array(z.tuple([z.number(), z.number()]))
          .max(60)
          .readonly(),
      }),
    )
    .max(120)
    .readonly(),
});

export const picture = z.discriminatedUnion("kind", [panes, bars, curves, dial]);
export type Picture = z.output<typeof picture>;
export type PanesPicture = z.output<typeof panes>;
export type BarsPicture = z.output<typeof bars>;
export type CurvesPicture = z.output<typeof curves>;
export type DialPicture = z.output<typeof dial>;
