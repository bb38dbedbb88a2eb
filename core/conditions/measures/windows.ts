import { HOLDS } from "../../seasons/hold-signs";
import { MONTH_NAMES } from "../../seasons/month-names";
import { sessionOfWindow, startDay, windowWinRate } from "../../seasons/window-measures";
import { measure, numberOf, type Measure, type Params, type Phrase } from "../measure";
import { is, valueOf } from "./phrasing";

const WINDOW = [
  { name: "n", default: 20, min: HOLDS.shortest, max: HOLDS.longest },
  { name: "day", default: 1, min: 1, max: 31 },
  { name: "month", default: "October", among: MONTH_NAMES },
] as const;

const windowOf = (params: Params) => ({
  start: startDay(numberOf(params, "day"), (MONTH_NAMES as readonly string[]).indexOf(params["month"] as string) + 1),
  hold: numberOf(params),
});

const eachMonth = (phrases: (typed: string, month: string) => readonly Phrase[]) =>
  MONTH_NAMES.flatMap((month) => phrases(month.toLowerCase(), month));

/** Date windows; known before the session opens. */
export const WINDOW_MEASURES: readonly Measure[] = [
  measure({
    name: "session of window",
    title: "session of a date window",
    unit: "sessions",
    atOpen: true,
    noun: "session of the window of {n} sessions from {day} {month}",
    params: WINDOW,
    aliases: ["session of window", "date window"],
    forms: [
      { text: "it is inside the window of {n} sessions from {day} {month}", comparator: "at least", right: 1 },
      { text: "it is outside the window of {n} sessions from {day} {month}", comparator: "is", right: 0 },
      { text: "it is the {nth} session of the window of {n} sessions from {day} {month}", comparator: "is" },
    ],
    usual: [["at least", 1]],
    column: (b, p, days) => sessionOfWindow(b.close, days, windowOf(p)),
    phrases: eachMonth((typed, month) => [
      {
        text: `inside window from {m} ${typed} for {n} sessions`,
        rule: ({ n, m }) => is(valueOf("session of window", { n, day: m, month }), "at least", 1),
      },
      {
        text: `within {n} sessions from {m} ${typed}`,
        rule: ({ n, m }) => is(valueOf("session of window", { n, day: m, month }), "at least", 1),
      },
    ]),
  }),
  measure({
    name: "window win rate",
    title: "win rate of a date window",
    unit: "fraction",
    atOpen: true,
    noun: "win rate over {years} years in the window of {n} sessions from {day} {month}",
    params: [...WINDOW, { name: "years", default: 10, min: 2, max: 31 }],
    aliases: ["window win rate", "win rate of window"],
    usual: [
      ["at least", 0.8],
      ["at most", 0.2],
    ],
    column: (b, p, days) => windowWinRate(b.close, days, { ...windowOf(p), years: numberOf(p, "years") }),
    phrases: eachMonth((typed, month) => [
      {
        text: `good window from {m} ${typed} for {n} sessions`,
        rule: ({ n, m }) => is(valueOf("window win rate", { n, day: m, month }), "at least", 0.8),
      },
    ]),
  }),
];
