import type { AnswerPart, BriefPart, RoutineBody } from "./brief-schema";

interface Named {
  readonly name: string;
  readonly body: RoutineBody;
}

type Asked = Pick<AnswerPart, "study" | "href" | "name" | "show"> & Partial<Pick<AnswerPart, "params" | "at" | "table">>;

/** A routine from its headings and questions; ids tell parts apart within it. */
function routine(name: string, prefix: string, parts: readonly (string | Asked)[]): Named {
  const idOf = (k: number) => `${prefix}${String(k).padStart(10 - prefix.length, "0")}`;
  return {
    name,
    body: {
      version: 1,
      purpose: name,
      parts: parts.map((part, k): BriefPart =>
        typeof part === "string"
          ? { type: "heading", id: idOf(k), text: part }
          : { type: "answer", id: idOf(k), market: "", params: {}, ...part },
      ),
    },
  };
}

const READING = { show: "reading" } as const;
const PICTURE = { show: "picture" } as const;

const REGIME = { study: "regime", href: "/regime", name: "How the index stands" };
const BREADTH = { study: "breadth", href: "/breadth", name: "Breadth" };
const TIMING = { study: "timing", href: "/timing", name: "Pressure and lanes" };
const GROUPS = { study: "groups", href: "/groups", name: "Leaders and laggards" };
const ROTATION = { study: "rotation", href: "/rotation", name: "Rotation of the sectors" };

/** Routines that come with the application: the weekend review in the order of the work, and the note of an evening. */
export const READY_ROUTINES: readonly Named[] = [
  routine("Weekly review", "week", [
    "The market",
    { ...REGIME, ...READING },
    { ...REGIME, ...PICTURE, at: "index", params: { history: "252" } },
    { ...BREADTH, ...READING },
    { ...BREADTH, ...PICTURE, at: "shares" },
    { ...TIMING, ...READING },
    { ...TIMING, ...PICTURE, at: "lanes", params: { history: "252" } },
    "Its parts",
    { ...GROUPS, ...READING },
    { ...GROUPS, show: "table", table: { rows: 6, columns: ["name", "r21", "r63", "r126", "combined", "rank", "before"] } },
    { ...ROTATION, ...READING },
    { ...ROTATION, ...PICTURE, at: "dial" },
    { study: "period-map", href: "/period-map", name: "Who held up in the last decline", ...READING },
    { study: "consistency", href: "/seasons", name: "This month, by sector", ...READING },
    "What history says",
    { study: "held-records", href: "/precedents", name: "True at this close", ...READING },
    { study: "key-levels", href: "/key-levels", name: "Levels ahead", ...READING },
    "Stocks",
    { study: "setups", href: "/setups", name: "Setups for the next session", ...READING },
    { study: "lists", href: "/lists", name: "Arrivals and departures", params: { sessions: "5" }, ...READING },
    "Deeds",
    { study: "plans", href: "/plans", name: "Plans", ...READING },
    { study: "calls", href: "/briefs/calls", name: "Calls", ...READING },
  ]),
  routine("Evening note", "even", [
    "The session",
    { study: "today", href: "/", name: "Today", ...READING },
    { ...BREADTH, ...PICTURE, at: "shares" },
    { study: "held-records", href: "/precedents", name: "True at this close", ...READING },
    "For the next one",
    { study: "setups", href: "/setups", name: "Setups for the next session", ...READING },
    { study: "lists", href: "/lists", name: "Arrivals and departures", params: { sessions: "1" }, ...READING },
    { study: "plans", href: "/plans", name: "Plans", ...READING },
    { study: "calls", href: "/briefs/calls", name: "Calls", ...READING },
  ]),
];
