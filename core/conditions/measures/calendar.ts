import { measure, numberOf, type Measure, type Phrase } from "../measure";
import { is, valueOf } from "./phrasing";
import { MONTH_NAMES } from "../../seasons/month-names";
import { CALENDAR_PERIODS } from "../../seasons/session-calendar";
import { monthWinRate } from "../../seasons/month-win-rate";

const WEEKDAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday"];
const from1 = (names: readonly string[]) => Object.fromEntries(names.map((name, k) => [name, k + 1]));

const PERIOD = { name: "period", default: "month", among: CALENDAR_PERIODS } as const;

const eachPeriod = (phrases: (period: string) => readonly Phrase[]) => CALENDAR_PERIODS.flatMap(phrases);

/** What the calendar alone says; known before the session opens. */
export const CALENDAR_MEASURES: readonly Measure[] = (
  [
    measure({
      name: "weekday",
      unit: "label",
      labels: from1(WEEKDAYS),
      noun: "weekday",
      aliases: ["weekday"],
      forms: [
        { text: "it is a {value}", comparator: "is" },
        { text: "it is not a {value}", comparator: "is not" },
      ],
      usual: WEEKDAYS.map((d) => ["is", d] as const),
      phrases: WEEKDAYS.flatMap((d): Phrase[] => [
        { text: d.toLowerCase(), rule: () => is("weekday", "is", d) },
        { text: `on ${d.toLowerCase()}`, rule: () => is("weekday", "is", d) },
        { text: `not ${d.toLowerCase()}`, rule: () => is("weekday", "is not", d) },
      ]),
    }),
    measure({
      name: "month",
      unit: "label",
      labels: from1(MONTH_NAMES),
      noun: "month",
      aliases: ["month"],
      forms: [
        { text: "the month is {value}", comparator: "is" },
        { text: "the month is not {value}", comparator: "is not" },
      ],
      usual: MONTH_NAMES.map((m) => ["is", m] as const),
      phrases: MONTH_NAMES.flatMap((m): Phrase[] => [
        { text: m.toLowerCase(), rule: () => is("month", "is", m) },
        { text: `in ${m.toLowerCase()}`, rule: () => is("month", "is", m) },
      ]),
    }),
    measure({
      name: "session from start",
      title: "session of a period",
      unit: "sessions",
      noun: "session of the {period}",
      params: [PERIOD],
      aliases: ["session of {period}"],
      forms: [
        { text: "it is the first session of the {period}", comparator: "is", right: 1 },
        { text: "it is the {nth} session of the {period}", comparator: "is" },
        { text: "it is among the first {value} sessions of the {period}", comparator: "at most" },
      ],
      usual: [
        ["is", 1],
        ["at most", 3],
      ],
      phrases: eachPeriod((period) => [
        { text: `first session of ${period}`, rule: () => is(valueOf("session from start", { period }), "is", 1) },
        { text: `{n} session of ${period}`, rule: ({ n }) => is(valueOf("session from start", { period }), "is", n) },
        { text: `first {n} sessions of ${period}`, rule: ({ n }) => is(valueOf("session from start", { period }), "at most", n) },
      ]),
    }),
    measure({
      name: "session from end",
      title: "session of a period from its end",
      unit: "sessions",
      noun: "session of the {period} counted from its end",
      params: [PERIOD],
      aliases: ["session from end of {period}"],
      forms: [
        { text: "it is the last session of the {period}", comparator: "is", right: 1 },
        { text: "it is the {nth} session from the end of the {period}", comparator: "is" },
        { text: "it is among the last {value} sessions of the {period}", comparator: "at most" },
      ],
      usual: [
        ["is", 1],
        ["at most", 3],
      ],
      phrases: eachPeriod((period) => [
        { text: `last session of ${period}`, rule: () => is(valueOf("session from end", { period }), "is", 1) },
        { text: `${period} end`, rule: () => is(valueOf("session from end", { period }), "is", 1) },
        { text: `end of ${period}`, rule: () => is(valueOf("session from end", { period }), "is", 1) },
        { text: `{n} to last session of ${period}`, rule: ({ n }) => is(valueOf("session from end", { period }), "is", n) },
        { text: `{n} session from end of ${period}`, rule: ({ n }) => is(valueOf("session from end", { period }), "is", n) },
        { text: `last {n} sessions of ${period}`, rule: ({ n }) => is(valueOf("session from end", { period }), "at most", n) },
      ]),
    }),
    measure({
      name: "sessions to holiday",
      title: "sessions to the next holiday",
      unit: "sessions",
      noun: "number of sessions to the next holiday",
      aliases: ["sessions to holiday"],
      forms: [
        { text: "it is the last session before a holiday", comparator: "is", right: 1 },
        { text: "a holiday follows within {value} sessions", comparator: "at most" },
      ],
      usual: [
        ["is", 1],
        ["at most", 5],
      ],
      phrases: [
        { text: "session before holiday", rule: () => is("sessions to holiday", "is", 1) },
        { text: "before holiday", rule: () => is("sessions to holiday", "is", 1) },
        { text: "holiday within {n} sessions", rule: ({ n }) => is("sessions to holiday", "at most", n) },
      ],
    }),
    measure({
      name: "sessions since holiday",
      title: "sessions since the last holiday",
      unit: "sessions",
      noun: "number of sessions since the last holiday",
      aliases: ["sessions since holiday"],
      forms: [
        { text: "it is the first session after a holiday", comparator: "is", right: 1 },
        { text: "a holiday lies at most {value} sessions back", comparator: "at most" },
      ],
      usual: [
        ["is", 1],
        ["at most", 5],
      ],
      phrases: [
        { text: "session after holiday", rule: () => is("sessions since holiday", "is", 1) },
        { text: "after holiday", rule: () => is("sessions since holiday", "is", 1) },
      ],
    }),
  ] as const
)
  .map((m): Measure => ({ ...m, needs: "calendar", atOpen: true }))
  .concat([
    measure({
      name: "month win rate",
      title: "win rate of the month",
      unit: "fraction",
      atOpen: true,
      noun: "win rate in this month over {n} years",
      params: [{ name: "n", default: 10, min: 2, max: 50 }],
      aliases: ["month win rate", "seasonal win rate", "win rate of month"],
      usual: [
        ["at least", 0.7],
        ["at most", 0.3],
      ],
      column: (b, p, days) => monthWinRate(b.close, days, numberOf(p)),
      phrases: [
        { text: "strong month", rule: () => is("month win rate", "at least", 0.7) },
        { text: "good month", rule: () => is("month win rate", "at least", 0.7) },
        { text: "weak month", rule: () => is("month win rate", "at most", 0.3) },
        { text: "seasonally strong", rule: () => is("month win rate", "at least", 0.7) },
      ],
    }),
  ]);
