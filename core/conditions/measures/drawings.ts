import { DRAWING_KINDS, type DrawingKind } from "../../drawings/drawing";
import type { Comparator, Condition } from "../condition";
import { measure, type Measure, type Phrase, type PhraseValues } from "../measure";
import { than, valueOf } from "./phrasing";

const DRAWING = { name: "drawing", default: "Line 1", names: "drawing" } as const;

/** The kinds of drawings that have what a measure is of. */
export const DRAWINGS_OF_MEASURE: Readonly<Record<string, readonly DrawingKind[]>> = {
  "drawn line": ["level", "line", "channel", "measured move", "label", "swings"],
  "drawn top": ["zone", "channel"],
  "drawn bottom": ["zone", "channel"],
  "drawn retracement": ["retracement"],
};

const SIDES: readonly (readonly [typed: string, Comparator])[] = [
  ["above", "above"],
  ["below", "below"],
  ["crosses above", "crosses above"],
  ["crosses below", "crosses below"],
];

const edgeOf = (kind: DrawingKind, edge: string) =>
  kind === "zone" ? edge : kind === "retracement" ? "drawn retracement" : "drawn line";

/** The close against a line, or against the far side of a band: beyond its top when above, beyond its bottom when below. */
const CLOSE_PHRASES: readonly Phrase[] = SIDES.flatMap(([side, comparator]) => {
  const against =
    (name: string) =>
    ({ drawing }: PhraseValues) =>
      than(comparator, valueOf(name, { drawing }));
  const edge = side.endsWith("above") ? "drawn top" : "drawn bottom";
  return [side, `close ${side}`].flatMap((typed) => [
    { text: `${typed} {drawing}`, rule: against("drawn line") },
    { text: `${typed} {drawing}`, rule: against(edge) },
    ...(["top", "bottom"] as const).flatMap((end) =>
      [`{drawing} ${end}`, `${end} {drawing}`].map((words) => ({ text: `${typed} ${words}`, rule: against(`drawn ${end}`) })),
    ),
    ...["", "retracement "].map((word) => ({
      text: `${typed} {p}% ${word}{drawing}`,
      rule: ({ p, drawing }: PhraseValues) =>
        than(comparator, valueOf("drawn retracement", { share: Number((100 * p).toPrecision(12)), drawing })),
    })),
    ...DRAWING_KINDS.map((kind) => ({ text: `${typed} ${kind} {drawing}`, rule: against(edgeOf(kind, edge)) })),
  ]);
});

const inside = ({ drawing }: PhraseValues): { readonly all: readonly Condition[] } => ({
  all: [than("at least", valueOf("drawn bottom", { drawing })), than("at most", valueOf("drawn top", { drawing }))],
});

/** What was drawn on the chart of a subject, by its name: the value of the form in force on each session. */
export const DRAWING_MEASURES: readonly Measure[] = [
  measure({
    name: "drawn line",
    title: "line drawn on its chart",
    unit: "price",
    needs: "drawing",
    noun: "{drawing} line",
    params: [DRAWING],
    aliases: [
      "{drawing}",
      "{drawing} line",
      "line {drawing}",
      "level {drawing}",
      "channel {drawing}",
      "move {drawing}",
      "drawing {drawing}",
    ],
    phrases: CLOSE_PHRASES,
  }),
  measure({
    name: "drawn top",
    title: "top of a zone drawn on its chart",
    unit: "price",
    needs: "drawing",
    noun: "{drawing} top",
    params: [DRAWING],
    aliases: ["{drawing} top", "top {drawing}", "top zone {drawing}", "top channel {drawing}"],
    phrases: ["inside {drawing}", "inside zone {drawing}", "inside channel {drawing}", "within {drawing}"].map((text) => ({
      text,
      rule: inside,
    })),
  }),
  measure({
    name: "drawn bottom",
    title: "bottom of a zone drawn on its chart",
    unit: "price",
    needs: "drawing",
    noun: "{drawing} bottom",
    params: [DRAWING],
    aliases: ["{drawing} bottom", "bottom {drawing}", "bottom zone {drawing}", "bottom channel {drawing}"],
  }),
  measure({
    name: "drawn retracement",
    title: "retracement drawn on its chart",
    unit: "price",
    needs: "drawing",
    noun: "{share}% retracement of {drawing}",
    params: [{ name: "share", default: 61.8, min: 0, max: 500, fractional: true }, DRAWING],
    aliases: [
      "retracement {drawing}",
      "{drawing} retracement",
      "{share}% retracement {drawing}",
      "{share}% {drawing}",
      "{drawing}",
    ],
  }),
];
