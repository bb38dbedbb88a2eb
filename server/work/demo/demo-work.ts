import type { Dataset } from "@core/columns/dataset";
import { onList } from "@studies/alerts/alert-schema";
import type { SavedBrief } from "@studies/briefs/brief-schema";
import type { SavedCall } from "@studies/calls/call-schema";
import { groupKeyText } from "@studies/sets/group-key";
import type { SavedList } from "@studies/lists/list-schema";
import { list as listed } from "@studies/words/words";
import type { Work } from "../work-file.server";
import { findDemoMarket, returnTo, sectorsByReturn, stocksBy, type DemoMarket } from "./demo-market";
import { demoAccount, demoPlans } from "./demo-plans";
import { demoItems, demoParts, ruleOf } from "./demo-questions";

/**
 * A desk that somebody has worked at: what an analyst would have made by the last session of some data. The same data gives the same.
 * @returns undefined for data without a market that has a broad index and a year of its members
 */
export function demoWork(dataset: Dataset): Work | undefined {
  const home = findDemoMarket(dataset);
  if (!home) return undefined;
  const calls = demoCalls(home);
  return {
    items: [...demoItems(home), demoAccount(home)],
    lists: demoLists(home),
    alerts: demoAlerts(home),
    drawings: demoDrawings(home),
    calls,
    plans: demoPlans(home),
    trades: [],
    briefs: [demoBrief(home, calls)],
    pins: [],
  };
}

const LIVE = "Above all, rested";

function demoLists(home: DemoMarket): SavedList[] {
  const [lead = ""] = sectorsByReturn(home, 0, 63);
  const { market, days, stocks } = home;
  const made = days.at(-21)!;
  const strongest = stocksBy(
    stocks.filter(({ row }) => row.sector === lead),
    ({ bars }) => returnTo(bars, 20, 63),
  ).slice(0, 6);
  const decline = deepestDecline(home);
  const heldUp = stocksBy(stocks, ({ bars }) => bars.close.at(-1 - decline.low)! / bars.close.at(-1 - decline.high)!).slice(0, 8);
  const member = (ticker: string, note: string) => ({ ticker, note, added: made, removed: null });
  return [
    {
      ...{ version: 1, name: "Worth a look", market, made },
      note: `The strongest of ${lead}, picked a month ago. To be gone through on weekends.`,
      members: strongest.map(({ row }, k) =>
        member(row.ticker, ["The cleanest chart of them", "", "Reports soon; wait"][k] ?? ""),
      ),
    },
    {
      ...{ version: 1, name: "Held up in the decline", market, made: days.at(-4)! },
      note: "The least loss of all members in the last half year's deepest decline of the index.",
      members: heldUp.map(({ row }) => ({ ...member(row.ticker, ""), added: days.at(-4)! })),
    },
    {
      ...{ version: 1, name: LIVE, market, made, members: [] },
      note: "Keeps itself. Who arrives is told by the alert of its name.",
      scan: { when: ruleOf("above 50 average", "50 average above 200 average", "rsi 5 below 40 within 5 sessions"), for: "" },
    },
  ];
}

/** The deepest decline of the index within its last 126 sessions: sessions back of its high and its low. */
function deepestDecline({ index: { close } }: DemoMarket): { readonly high: number; readonly low: number } {
  let deepest = { high: 2, low: 1, depth: 0 };
  for (let high = 125; high > 0; high--) {
    for (let low = high - 1; low >= 0; low--) {
      const depth = 1 - close.at(-1 - low)! / close.at(-1 - high)!;
      if (depth > deepest.depth) deepest = { high, low, depth };
    }
  }
  return deepest;
}

/** Judged up to some weeks ago: what came since is told at the first look. */
function demoAlerts({ market, broadIndex, days }: DemoMarket): Work["alerts"][number][] {
  const common = { version: 1 as const, market, judged: days.at(-6)!, events: [] };
  return [
    { ...common, name: "Arrivals in the live list", on: onList(LIVE) },
    { ...common, name: "Index below its 50", rule: ruleOf("crosses below 50 average"), on: broadIndex },
    { ...common, name: "Leaders that report soon", rule: ruleOf("reports within 10 sessions"), on: onList("Worth a look") },
  ];
}

function demoDrawings({ market, broadIndex, days, index: { low } }: DemoMarket): Work["drawings"][number][] {
  const recent = low.subarray(-63);
  const at = recent.indexOf(Math.min(...recent));
  const made = days.at(-1)!;
  const points = [{ day: days.at(at - 63)!, price: recent[at]! }];
  return [
    {
      ...{ market, subject: broadIndex },
      drawing: {
        id: "demolowofquarter",
        name: "Low of the quarter",
        versions: [{ made, kind: "level", scale: "linear", points }],
      },
    },
  ];
}

/** Sessions since the brief was written: all of its calls are over. */
const BRIEF_AGE = 30;

function demoCalls(home: DemoMarket): SavedCall[] {
  const { market, broadIndex, days, stocks } = home;
  const made = days.at(-1 - BRIEF_AGE)!;
  const [lead = "", ...rest] = sectorsByReturn(home, BRIEF_AGE, 63);
  const last = rest.at(-1) ?? lead;
  const [stock] = stocksBy(
    stocks.filter(({ row }) => row.sector === lead),
    ({ bars }) => returnTo(bars, BRIEF_AGE, 63),
  );
  const call = (
    id: string,
    given: Pick<SavedCall, "subject" | "direction" | "horizon" | "confidence" | "reason" | "benchmark">,
  ) => ({ version: 1, id, market, made, written: made, ...given }) as const;
  return [
    call("democallindex", {
      ...{ subject: broadIndex, direction: "up", horizon: 21, confidence: 60 },
      reason: "More members take part than a month before.",
    }),
    call("democallleader", {
      ...{ subject: groupKeyText("sector", lead), benchmark: broadIndex, direction: "outperform", horizon: 21, confidence: 65 },
      reason: "Strongest over three months, and what leads tends to lead on here.",
    }),
    call("democalltrailer", {
      ...{ subject: groupKeyText("sector", last), benchmark: broadIndex, direction: "underperform", horizon: 21, confidence: 60 },
      reason: "Weakest over three months.",
    }),
    call("democallstock", {
      ...{ subject: stock!.row.ticker, direction: "up", horizon: 10, confidence: 55 },
      reason: "The strongest of the leading sector.",
    }),
  ];
}

function demoBrief(home: DemoMarket, calls: readonly SavedCall[]): SavedBrief {
  const sectors = sectorsByReturn(home, BRIEF_AGE, 63);
  const monthly = returnTo(home.index, BRIEF_AGE, 21);
  const text = (words: string) => ({
    type: "text",
    doc: { type: "doc", content: [{ type: "paragraph", content: [{ type: "text", text: words }] }] },
  });
  const reading = (study: string, href: string, name: string) => ({ study, href, name, show: "reading", isSeen: true });
  const percent = `${Math.abs(100 * monthly).toFixed(1)}%`;
  const parts = [
    ...demoParts("demobrief", [
      "Is it a time to buy?",
      reading("regime", "/regime", "How the index stands"),
      { study: "breadth", href: "/breadth", name: "Breadth", show: "picture", at: "shares", isSeen: true },
      reading("breadth", "/breadth", "Breadth"),
      text(
        `The index has ${monthly < 0 ? "lost" : "gained"} ${percent} in a month. New purchases in halves until more members take part.`,
      ),
      "Where?",
      reading("groups", "/groups", "Leaders and laggards"),
      { study: "rotation", href: "/rotation", name: "Rotation of the sectors", show: "picture", at: "dial", isSeen: true },
      text(`${listed(sectors.slice(0, 2))} are the strongest over three months; stocks are looked for there first.`),
      "What is expected",
    ]),
    ...calls.map(({ id }, k) => ({ type: "call", id: `demobriefcall${k}`, call: id })),
  ];
  return {
    version: 1,
    id: "demobriefreview",
    market: home.market,
    purpose: "Weekend from the top down",
    title: "Halves until more take part",
    asOf: home.days.at(-1 - BRIEF_AGE)!,
    parts: parts as unknown as SavedBrief["parts"],
  };
}
