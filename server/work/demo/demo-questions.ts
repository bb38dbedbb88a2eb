import { readPhrase, type Rule } from "@core";
import type { Work } from "../work-file.server";
import type { DemoMarket } from "./demo-market";

type Item = Work["items"][number];

/** A rule from phrases as they are typed, all of which must hold. */
export function ruleOf(...phrases: readonly string[]): Rule {
  const rules = phrases.map((phrase) => {
    const [first] = readPhrase(phrase);
    if (!first) throw new RangeError(`"${phrase}" is no phrase`);
    return first.rule;
  });
  return { all: rules };
}

interface Scan {
  readonly name: string;
  readonly phrases: readonly string[];
  readonly rank: string;
  readonly order?: "highest" | "lowest";
  readonly columns: readonly string[];
  readonly note: string;
}

const SCANS: readonly Scan[] = [
  {
    name: "Risers with volume",
    phrases: ["up 20% in 66 sessions", "up 10% in 22 sessions", "average volume over 50000", "above 50 average"],
    rank: "return_66",
    columns: ["close", "return_22", "return_66", "average volume_50", "atr_14"],
    note: "The first look of a weekend: what has already gone up, and enough of it is traded. From here into the charts; nothing is bought from this list alone.",
  },
  {
    name: "Dips in risers",
    phrases: ["50 average above 200 average", "above 50 average", "rsi 5 below 40 within 5 sessions"],
    rank: "return_126",
    columns: ["close", "rsi_5", "return_126"],
    note: "For weeks in which the index is above its own average. Looked at on Wednesdays as well.",
  },
  {
    name: "Sector ahead, stock above all",
    phrases: ["sector ahead and gaining", "above 50 average", "above 200 average", "strength above 70"],
    rank: "strength",
    columns: ["close", "strength", "return_63"],
    note: "From the top down: only stocks whose sector leads and gains.",
  },
  {
    name: "New highs after a rest",
    phrases: ["new 60 session high", "up 10% in 66 sessions", "volume 2 times its average"],
    rank: "relative volume_50",
    columns: ["close", "relative volume_50", "return_66"],
    note: "Short on most days. More than fifteen of them on one day was near the end of a move more than once; see Breadth first.",
  },
  {
    name: "Sound and cheap",
    phrases: ["price to earnings below 15", "dividend yield above 3", "above 200 average"],
    rank: "dividend yield",
    columns: ["close", "price to earnings", "dividend yield"],
    note: "For the slow account. Reports of the next two weeks are looked up before anything is planned.",
  },
  {
    name: "Washed out, still rising",
    phrases: ["above 200 average", "new 10 session closing low"],
    rank: "return_10",
    order: "lowest",
    columns: ["close", "return_10", "rsi_2"],
    note: "The other side of Risers with volume. Trials has what it made after market lows; at other times it was no better than chance.",
  },
];

interface Situation {
  readonly name: string;
  readonly phrases: readonly string[];
  readonly hold: number;
}

const SITUATIONS: readonly Situation[] = [
  { name: "Last session of the quarter", phrases: ["last session of the quarter"], hold: 5 },
  { name: "Third lower close above the 200", phrases: ["third down close in a row", "above 200 average"], hold: 5 },
  { name: "Before a holiday", phrases: ["session before holiday"], hold: 1 },
  { name: "Few members above their 50", phrases: ["participation below 20"], hold: 21 },
];

/** Scans, situations, models, charts and routines of the demo's desk. */
export function demoItems({ market }: DemoMarket): Item[] {
  const scans = SCANS.map(({ name, phrases, rank, order = "highest", columns, note }): Item => {
    const body = { version: 1, market, when: ruleOf(...phrases), for: "", rank, order, top: 100, col: columns, note };
    return { kind: "scan", name, body };
  });
  const situations = SITUATIONS.map(({ name, phrases, hold }): Item => {
    const purchase = { for: "", entry: "close", hold, exit: "close", side: "long", cost: 0 };
    return { kind: "situation", name, body: { version: 1, market, when: ruleOf(...phrases), ...purchase } };
  });
  const model = (name: string, params: Readonly<Record<string, readonly string[]>>, note: string): Item => ({
    kind: "trial",
    name,
    body: { version: 1, market, view: "models", params, note },
  });
  const arrangement = (name: string, plots: readonly string[], more: object = {}): Item => ({
    kind: "arrangement",
    name,
    body: { version: 1, plots, ...more },
  });
  return [
    ...scans,
    ...situations,
    model(
      "Three leading funds",
      { set: ["fund"], slots: ["3"], period: ["month"] },
      "Sectors and themes through their funds, in equal parts; nothing where all are below their average.",
    ),
    model(
      "Five strongest stocks",
      { set: ["stock"], by: ["return_126"], slots: ["5"], period: ["month"], cost: ["10"] },
      "A yardstick for what is picked by hand: it should be beaten, else why pick.",
    ),
    arrangement("Evening", ["ema_20", "sma_50", "sma_200", "volume_50", "rsi_5", "reports"], { history: 252 }),
    arrangement("Weekly base", ["sma_10", "sma_40", "volume_10", "relative"], { sampling: "weekly", history: 260 }),
    arrangement("Against the index", ["sma_50", "relative", "trend_8_34"]),
    ...demoRoutines(),
  ];
}

/** Two orders of work: a weekend from the top down, and twenty minutes of a Wednesday. */
function demoRoutines(): Item[] {
  const reading = (study: string, href: string, name: string) => ({ study, href, name, show: "reading" });
  const picture = (study: string, href: string, name: string, at: string) => ({ study, href, name, show: "picture", at });
  return [
    demoRoutine("Weekend from the top down", "topdown", [
      "Is it a time to buy?",
      reading("regime", "/regime", "How the index stands"),
      reading("breadth", "/breadth", "Breadth"),
      picture("breadth", "/breadth", "Breadth", "shares"),
      reading("timing", "/timing", "Pressure and lanes"),
      "Where?",
      reading("groups", "/groups", "Leaders and laggards"),
      picture("rotation", "/rotation", "Rotation of the sectors", "dial"),
      reading("consistency", "/seasons", "This month, by sector"),
      "What?",
      reading("setups", "/setups", "Setups for the next session"),
      reading("lists", "/lists", "Arrivals and departures"),
      "What was said and planned",
      reading("plans", "/plans", "Plans"),
      reading("calls", "/briefs/calls", "Calls"),
    ]),
    demoRoutine("Wednesday look", "midweek", [
      reading("today", "/", "Today"),
      reading("timing", "/timing", "Pressure and lanes"),
      reading("lists", "/lists", "Arrivals and departures"),
      reading("plans", "/plans", "Plans"),
    ]),
  ];
}

/** Parts of a routine or a brief from headings and questions, with ids of their own. */
export function demoParts(prefix: string, parts: readonly (string | object)[]): object[] {
  return parts.map((part, k) => {
    const id = `${prefix}${String(k).padStart(4, "0")}`;
    if (typeof part === "string") return { type: "heading", id, text: part };
    return "type" in part ? { id, ...part } : { type: "answer", id, params: {}, market: "", ...part };
  });
}

function demoRoutine(name: string, prefix: string, parts: readonly (string | object)[]): Item {
  return { kind: "routine", name, body: { version: 1, purpose: name, parts: demoParts(prefix, parts) } };
}
