import { PHASES } from "../../rotation/phase";
import { SAMPLINGS } from "../../rotation/samples";
import type { MeasureUse } from "../condition";
import { measure, window, type Measure, type MeasureGiven } from "../measure";
import { is } from "./phrasing";

const ofSector = (name: string): MeasureUse => ({ measure: name, of: "sector" });

const score = (name: string, noun: string, more: Partial<MeasureGiven> = {}) =>
  measure({
    name,
    unit: "percent",
    noun,
    needs: "stock",
    aliases: [name, `${name} score`],
    usual: [
      ["at least", 80],
      ["at least", 60],
      ["below", 40],
    ],
    ...more,
  });

const known = (name: string, unit: Measure["unit"], more: Partial<MeasureGiven> = {}) =>
  measure({ name, unit, noun: name, needs: "stock", aliases: [name], ...more });

const SET = { name: "set", default: "sectors", among: ["sectors", "industries", "funds", "nations", "styles"] } as const;
const BENCHMARK = { name: "benchmark", default: "the broad index", names: "benchmark" } as const;
const SAMPLING = { name: "sampling", default: "weekly", among: SAMPLINGS } as const;
const AMONG = "(among {set} against {benchmark}, {sampling})";

const phase = (label: string) => [
  { text: `sector ${label.replace(", ", " and ")}`, rule: () => is(ofSector("phase"), "is", label) },
  { text: `sector ${label.replace(", ", " ")}`, rule: () => is(ofSector("phase"), "is", label) },
  { text: label.replace(", ", " and "), rule: () => is("phase", "is", label) },
];

/** Scores, strength, rotation, fundamentals and membership of stocks, groups and funds. */
export const STOCK_MEASURES: readonly Measure[] = [
  score("trend", "Trend"),
  measure({
    name: "trend average",
    title: "average of Trend",
    unit: "percent",
    noun: "{n}-session average of Trend",
    needs: "stock",
    params: [window(34)],
    aliases: ["{n} session average of trend", "trend average"],
    usual: [["above", 60]],
    phrases: [
      {
        text: "trend of trend turns up",
        rule: () => is(average(8), "crosses above", average(34)),
      },
      { text: "trend of trend up", rule: () => is(average(8), "above", average(34)) },
    ],
  }),
  score("value", "Value"),
  score("resilience", "Resilience"),
  score("overall", "Overall score", { aliases: ["overall", "overall score"] }),
  measure({
    name: "stance",
    unit: "label",
    labels: { Favour: 1, Hold: 0, Avoid: -1 },
    noun: "stance",
    needs: "stock",
    aliases: ["stance"],
    usual: [
      ["is", "Favour"],
      ["is", "Avoid"],
    ],
    phrases: ["Favour", "Avoid"].map((label) => ({
      text: label === "Favour" ? "favoured" : "avoided",
      rule: () => is("stance", "is", label),
    })),
  }),
  measure({
    name: "strength",
    unit: "percent",
    noun: "Strength",
    needs: "stock",
    aliases: ["strength"],
    usual: [
      ["at least", 80],
      ["below", 20],
    ],
    phrases: [
      { text: "leading sector", rule: () => is(ofSector("strength"), "at least", 66.7) },
      { text: "leading industry", rule: () => is({ measure: "strength", of: "industry" }, "at least", 66.7) },
      { text: "strong stock", rule: () => is("strength", "at least", 80) },
    ],
  }),
  measure({
    name: "staying power",
    unit: "percent",
    noun: "staying power",
    needs: "stock",
    aliases: ["staying power"],
    usual: [
      ["at least", 80],
      ["below", 65],
    ],
    phrases: [
      {
        text: "new arrival",
        rule: () => ({ all: [is("strength", "at least", 80), is("staying power", "below", 65)] }),
      },
      {
        text: "established",
        rule: () => ({ all: [is("strength", "at least", 80), is("staying power", "at least", 80)] }),
      },
      {
        text: "fading",
        rule: () => ({ all: [is("staying power", "at least", 80), is("strength", "below", 65)] }),
      },
    ],
  }),
  measure({
    name: "relative trend",
    title: "relative trend",
    unit: "number",
    noun: `relative trend ${AMONG}`,
    needs: "peers",
    params: [SET, BENCHMARK, SAMPLING],
    aliases: ["relative trend"],
    usual: [["above", 0]],
    phrases: [{ text: "sector ahead", rule: () => is(ofSector("relative trend"), "at least", 0) }],
  }),
  measure({
    name: "momentum",
    title: "momentum",
    unit: "number",
    noun: `momentum ${AMONG}`,
    needs: "peers",
    params: [SET, BENCHMARK, SAMPLING],
    aliases: ["momentum"],
    usual: [["above", 0]],
    phrases: [{ text: "sector gaining", rule: () => is(ofSector("momentum"), "at least", 0) }],
  }),
  measure({
    name: "phase",
    title: "phase",
    unit: "label",
    labels: Object.fromEntries(PHASES.map((name, k) => [name, k])),
    noun: `phase ${AMONG}`,
    needs: "peers",
    params: [SET, BENCHMARK, SAMPLING],
    aliases: ["phase", "rotation phase"],
    forms: [
      { text: `{it} is {value} ${AMONG}`, comparator: "is" },
      { text: `{it} is not {value} ${AMONG}`, comparator: "is not" },
    ],
    usual: PHASES.map((p) => ["is", p] as const),
    phrases: PHASES.flatMap(phase),
  }),
  known("earnings per share", "number", { aliases: ["eps", "earnings per share"], usual: [["above", 0]] }),
  known("expected earnings per share", "number", { aliases: ["expected eps"], usual: [["above", 0]] }),
  known("expected growth", "number", { aliases: ["growth", "expected growth"], usual: [["above", 10]] }),
  known("sales growth", "number", { usual: [["above", 10]] }),
  known("price to earnings", "number", {
    aliases: ["price to earnings", "p/e", "pe"],
    usual: [
      ["below", 15],
      ["above", 30],
    ],
    phrases: [
      { text: "profitable", rule: () => is("earnings per share", "above", 0) },
      { text: "loss making", rule: () => is("earnings per share", "below", 0) },
    ],
  }),
  known("dividend yield", "fraction", { aliases: ["dividend yield", "yield"], usual: [["above", 0.03]] }),
  known("market value", "volume", { usual: [["above", 1_000_000_000]] }),
  measure({
    name: "sessions to report",
    title: "sessions to the next report",
    unit: "sessions",
    noun: "number of sessions to its next report",
    needs: "reports",
    aliases: ["sessions to report"],
    forms: [
      { text: "{it} reports within {value} sessions", comparator: "at most" },
      { text: "{it} reports in exactly {value} sessions", comparator: "is" },
      { text: "{it} reports in more than {value} sessions", comparator: "above" },
    ],
    usual: [["at most", 10]],
    phrases: [
      { text: "reports within {n} sessions", rule: ({ n }) => is("sessions to report", "at most", n) },
      { text: "reports in {n} sessions", rule: ({ n }) => is("sessions to report", "at most", n) },
      { text: "no report within {n} sessions", rule: ({ n }) => is("sessions to report", "above", n) },
      { text: "reports soon", rule: () => is("sessions to report", "at most", 10) },
    ],
  }),
  measure({
    name: "member",
    title: "membership",
    unit: "label",
    labels: { yes: 1, no: 0 },
    noun: "membership in {group}",
    needs: "calendar",
    atOpen: true,
    params: [{ name: "group", default: "market:", names: "group" }],
    aliases: ["member"],
    forms: [
      { text: "{it} is a member of {group}", comparator: "is", right: "yes" },
      { text: "{it} is no member of {group}", comparator: "is", right: "no" },
    ],
    usual: [["is", "yes"]],
  }),
];

function average(n: number): MeasureUse {
  return { measure: "trend average", params: { n } };
}
