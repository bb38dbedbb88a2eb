import { z } from "zod";
import { picture } from "@studies/pictures/picture-schema";
import { richText, wordsOf } from "./rich-text";

const day = z.number().int().min(-40_000).max(100_000);
const id = z.string().regex(/^[a-z0-9]{8,40}$/);
const text = (most: number) => z.string().max(most);

/** Parameters of a question as they stand in an address. */
const questionParams = z
  .record(text(60), z.union([text(200_000), z.array(text(20_000)).max(60).readonly()]))
  .refine((all) => Object.keys(all).length <= 40, "has too many parameters");
export type QuestionParams = z.output<typeof questionParams>;

const sentence = z
  .array(
    z.union([
      text(4000),
      z.strictObject({
        figure: text(400),
        to: z.strictObject({ screen: text(40), params: z.record(text(60), text(20_000)).optional() }).optional(),
      }),
    ]),
  )
  .max(200)
  .readonly();

const cell = z.union([text(2000), z.number(), z.null()]);
const column = z.strictObject({
  key: text(120),
  label: text(200),
  unit: z.enum(["text", "fraction", "change", "percent", "score", "count", "sigma", "number", "price"]),
  about: text(1000).optional(),
});

/** What a part showed when it was frozen. */
export const shownPart = z.strictObject({
  asOf: day,
  reading: z.array(sentence).max(12).readonly(),
  table: z
    .strictObject({
      columns: z.array(column).max(60).readonly(),
      rows: z.array(z.array(cell).max(60).readonly()).max(60).readonly(),
      /** How many there are in all. */
      of: z.number().int().min(0),
    })
    .optional(),
  picture: picture.optional(),
  /** What the picture shows, in words. */
  caption: text(400).optional(),
});
export type ShownPart = z.output<typeof shownPart>;

/** Which rows and columns of a table are shown. */
const tableChoice = z.strictObject({
  rows: z.number().int().min(1).max(60),
  columns: z.array(text(120)).max(30).readonly().optional(),
  /** Key of the column that it is sorted by, with a minus from the highest down. */
  sort: text(121).optional(),
});

/** What was taken from a screen: a question with the part of its answer that is shown. */
export const pinned = z.strictObject({
  study: text(60).min(1),
  params: questionParams,
  market: text(20),
  /** Address of the screen without market and date. */
  href: text(200_000).regex(/^\/(?!\/)/, "is no address of a screen"),
  /** What it is of: "Breadth". */
  name: text(200),
  show: z.enum(["reading", "sentence", "table", "picture"]),
  /** Of a sentence its place in the reading; of a picture its key. */
  at: text(60).optional(),
  table: tableChoice.optional(),
});
export type Pinned = z.output<typeof pinned>;

const own = { id, isSeen: z.literal(true).optional() };
const headingPart = z.strictObject({ type: z.literal("heading"), id, text: text(200) });
const textPart = z.strictObject({ type: z.literal("text"), id, doc: richText });
const answerPart = z.strictObject({ type: z.literal("answer"), ...own, ...pinned.shape, frozen: shownPart.optional() });
const planPart = z.strictObject({ type: z.literal("plan"), ...own, plan: id, frozen: shownPart.optional() });
const callPart = z.strictObject({ type: z.literal("call"), id, call: id });

export const briefPart = z.discriminatedUnion("type", [headingPart, textPart, answerPart, planPart, callPart]);
export type BriefPart = z.output<typeof briefPart>;
export type AnswerPart = z.output<typeof answerPart>;
export type PlanPart = z.output<typeof planPart>;
/** A part that has an answer. */
export type LivePart = AnswerPart | PlanPart;

const parts = z
  .array(briefPart)
  .max(200, "are more than two hundred")
  .refine((all) => new Set(all.map((one) => one.id)).size === all.length, "two parts have one id")
  .readonly();

/** A brief: its words and what was taken from the screens, in its order. */
export const savedBrief = z.strictObject({
  version: z.literal(1),
  id,
  market: text(20).min(1),
  /** What it is for, such as "Weekly review": it is set against the last one of its kind. */
  purpose: text(60).min(1, "needs a purpose"),
  title: text(200),
  /** Epoch day of its session: live parts are asked as of it. */
  asOf: day,
  parts,
});
export type SavedBrief = z.output<typeof savedBrief>;

/** The order of one's work: the parts of a brief without words and without what they said. */
export const routineBody = z.strictObject({ version: z.literal(1), purpose: savedBrief.shape.purpose, parts });
export type RoutineBody = z.output<typeof routineBody>;

export function isLive(part: BriefPart): part is LivePart {
  return part.type === "answer" || part.type === "plan";
}

/** The words in which a brief is found, in small letters. */
export function searchedWords({ title, purpose, parts: all }: SavedBrief): string {
  const words = all.map((part) =>
    part.type === "heading" ? part.text : part.type === "text" ? wordsOf(part.doc) : part.type === "answer" ? part.name : "",
  );
  return [title, purpose, ...words].join("\n").toLowerCase();
}
