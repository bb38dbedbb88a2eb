import { DRAWING_KINDS, DRAWING_POINTS, DRAWING_SCALES } from "@core";
import { z } from "zod";

const point = z.strictObject({
  /** Epoch day of its session. */
  day: z.number().int().min(-40_000).max(100_000),
  price: z.number().positive(),
});

/** One form of a drawing: what it is from the day on which it was made. */
export const drawingVersion = z
  .strictObject({
    made: z.number().int(),
    kind: z.enum(DRAWING_KINDS as [(typeof DRAWING_KINDS)[number], ...(typeof DRAWING_KINDS)[number][]]),
    scale: z.enum(DRAWING_SCALES),
    points: z.array(point).min(1).max(3),
    /** Of a label. */
    text: z.string().max(200).optional(),
    /** Of a retracement. */
    shares: z.array(z.number().gt(0).lt(5)).min(1).max(8).optional(),
  })
  .superRefine(({ kind, points, made }, context) => {
    const say = (message: string) => {
      context.addIssue({ code: "custom", message });
    };
    const needed = DRAWING_POINTS[kind];
    if (points.length !== needed) say(`a ${kind} has ${needed} ${needed === 1 ? "point" : "points"}, got ${points.length}`);
    else if (points.some((p) => p.day > made)) say("a point lies after the session on which it was made");
    else if (["line", "channel", "measured move", "retracement"].includes(kind) && points[0]!.day === points[1]!.day)
      say(`the first two points of a ${kind} need different sessions`);
    else if (["zone", "retracement", "measured move"].includes(kind) && points[0]!.price === points[1]!.price)
      say(`the first two points of a ${kind} need different prices`);
  });

export type DrawingVersion = z.output<typeof drawingVersion>;

/** A drawing on the chart of an instrument or a group, with every form it has had. */
export const savedDrawing = z.strictObject({
  id: z.string().regex(/^[a-z0-9]{8,40}$/),
  name: z.string().trim().min(1).max(60),
  versions: z.array(drawingVersion).min(1).max(200),
});

export type SavedDrawing = z.output<typeof savedDrawing>;
