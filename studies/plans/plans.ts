import { atr, sessionsAhead, type PlanSide, type SideStatus } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { jsonList } from "@studies/json-text";
import type { Market } from "@studies/market/market";
import { tableOf } from "@studies/table";
import { count, fixed, list, percent } from "@studies/words/words";
import { followedPlan, type FollowedPlan } from "./followed-plan";
import { JOURNAL_COLUMNS } from "./journal-columns";
import { JOURNAL_PARTS } from "./journal-parts";
import { recordOf, recordsBy } from "./journal-record";
import { positionByHand, positionsOf, type Position } from "./journal-rows";
import { NEAR_TRIGGER } from "./near-trigger";
import { PLAN_EXAMPLES } from "./plan-examples";
import { planCalendar } from "./plan-events";
import { plannedSides } from "./plan-rungs";
import { askedPlan, handTrade } from "./plan-schema";
import { changeWords, inRisks } from "./plan-words";

const MOST_PLANS = 500;
const LETTERS = 8_000_000;
/** A side of a plan in the list of plans. */
export interface SideRow {
  readonly side: PlanSide;
  readonly status: SideStatus;
  readonly entry: number;
  readonly stop: number;
  readonly target: number;
  readonly rewardToRisk: number;
  /** From the close to the entry, in ATRs. */
  readonly away: number;
  readonly r: number;
  readonly money: number;
  readonly held: number;
  /** Planned; of none nothing is bought. */
  readonly units: number;
  /** Where the close stands in planned risks from the planned entry. */
  readonly place: number;
}

/** A plan in the list of plans. */
export interface PlanRow {
  readonly id: string;
  readonly ticker: string;
  readonly name: string;
  readonly sector: string;
  readonly origin: string;
  readonly made: number;
  readonly isLookingBack: boolean;
  readonly close: number;
  readonly currency: string;
  readonly sides: readonly SideRow[];
  /** Epoch days of its end and of the next report, with the sessions to each; NaN where there is none. */
  readonly end: number;
  readonly toEnd: number;
  readonly report: number;
  readonly toReport: number;
  readonly state: "open" | "waiting" | "over";
  /** What happened to it last, with its day; "" and NaN where nothing has. */
  readonly last: string;
  readonly lastDay: number;
}

/** All plans as they stand, and what those that are over have been worth. */
export const plans = defineStudy({
  name: "plans",
  about:
    "All plans as they stand at the as-of session, the positions that they made, and what those that are over have been worth.",
  params: z.object({
    plans: jsonList(askedPlan, { most: MOST_PLANS, letters: LETTERS }).describe("the plans as JSON"),
    trades: jsonList(handTrade, { most: 5000, letters: LETTERS }).describe("trades made elsewhere as JSON"),
  }),
  cost: "heavy",
  drawings: true,
  examples: [
    {},
    {
      plans: `[${PLAN_EXAMPLES.join(",")}]`,
      trades:
        '[{"version":1,"id":"examplehand","market":"ALDANE","ticker":"$stock","side":"long","units":50,"entered":$made,"entry":$price,"stop":$below,"note":"elsewhere"},{"version":1,"id":"examplegone","market":"ALDANE","ticker":"NOBODY","side":"short","units":5,"entered":$made,"entry":$price,"left":$made,"exit":$below,"note":""}]',
    },
  ],
  ask(market, params) {
    const followed = params.plans.flatMap((plan) => followedPlan(market, plan) ?? []);
    const positions = [
      ...followed.flatMap((one) => positionsOf(market, one)),
      ...params.trades.flatMap((trade) => positionByHand(market, trade) ?? []),
    ];
    const open = positions.filter((one) => one.held > 0);
    const closed = positions.filter((one) => one.held === 0).sort((a, b) => b.left - a.left || b.entered - a.entered);
    // What an option would have made is simulated: it is listed, and counted apart.
    const counted = closed.filter((one) => one.way !== "option");
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      plans: followed.map((one) => rowOf(market, one)),
      open,
      closed,
      record: recordOf(counted),
      /** Of those, planned on a later session than they were made for. */
      lookingBack: counted.filter((one) => one.isLookingBack).length,
      options: recordOf(closed.filter((one) => one.way === "option")),
      parts: JOURNAL_PARTS.flatMap((part) => recordsBy(part, counted)),
    };
  },
  reading: (r) => readingOf(r),
  table: (r) => tableOf(JOURNAL_COLUMNS, [...r.open, ...r.closed]),
});

function rowOf(market: Market, followed: FollowedPlan): PlanRow {
  const { plan, instrument, bars, currency, versions, part } = followed;
  const s = bars.close.findLastIndex((x) => !Number.isNaN(x));
  const close = bars.close[s]!;
  const upTo = (column: Float64Array) => column.subarray(0, s + 1);
  const range = atr({ high: upTo(bars.high), low: upTo(bars.low), close: upTo(bars.close) }, 14).at(-1) ?? NaN;
  const sides = plannedSides(followed).map((side): SideRow => {
    const at = (role: string) => side.rungs.find((rung) => rung.role === role && rung.done === undefined)?.price;
    const entry = side.rungs.find((rung) => rung.role === "entry")!.price;
    const sign = side.side === "long" ? 1 : -1;
    const targets = side.rungs.filter((rung) => rung.role === "target" && rung.done === undefined);
    const target = targets.sort((a, b) => sign * (a.price - b.price))[0]?.price ?? NaN;
    const { status, r, money, held } = side.outcome;
    return {
      ...{ side: side.side, status, entry, target, r, money, held, units: side.units, rewardToRisk: side.rewardToRisk },
      stop: at("stop") ?? side.outcome.stop,
      away: (entry - close) / range,
      place: (sign * (close - entry)) / side.risk,
    };
  });
  const calendar = planCalendar(followed);
  const ahead = sessionsAhead(part.holidays);
  const report = calendar.events.find((event) => event.kind === "report" && event.day > market.asOf)?.day ?? NaN;
  const end = calendar.end !== undefined && calendar.end > market.asOf ? calendar.end : NaN;
  const to = (day: number) => (Number.isNaN(day) ? NaN : ahead(market.asOf, day - 1, market.asOf) + 1);
  const changes = followed.sides.flatMap((one) => one.changes.map((change) => ({ change, side: one.side })));
  const latest = Math.max(-1, ...changes.map(({ change }) => change.session));
  return {
    last: changes
      .filter(({ change }) => change.session === latest)
      .map(({ change, side }) => changeWords(change, side, "unit"))
      .join("; "),
    lastDay: latest < 0 ? NaN : followed.days[latest]!,
    id: plan.id,
    ticker: instrument.ticker,
    name: instrument.name,
    sector: instrument.sector ?? "",
    origin: plan.origin,
    made: plan.versions[0]!.made,
    isLookingBack: versions.some((version) => version.written > version.made),
    ...{ close, currency, sides, end, report },
    toEnd: to(end),
    toReport: to(report),
    state: sides.some((side) => side.held > 0) ? "open" : sides.some((side) => side.status === "waiting") ? "waiting" : "over",
  };
}

interface Told {
  readonly plans: readonly PlanRow[];
  readonly open: readonly Position[];
  readonly record: ReturnType<typeof recordOf>;
  readonly lookingBack: number;
  readonly provisional: boolean;
}

function readingOf({ plans: rows, open, record, lookingBack, provisional }: Told): Sentence[] {
  if (rows.length === 0 && open.length === 0 && record.n === 0) return [["Nothing is planned yet."]];
  const waiting = rows.filter((row) => row.state === "waiting");
  const near = waiting.filter((row) =>
    row.sides.some((side) => side.status === "waiting" && Math.abs(side.away) <= NEAR_TRIGGER),
  );
  const known = open.filter((one) => Number.isFinite(one.r));
  const total = known.reduce((sum, one) => sum + one.r, 0);
  const isAre = (n: number) => (n === 1 ? "is" : "are");
  const standing: Sentence =
    open.length === 0
      ? [{ figure: "No position" }, " is open"]
      : [
          { figure: count(open.length, "position") },
          ` ${isAre(open.length)} open`,
          ...(known.length > 0 ? [", at ", { figure: inRisks(total) }, known.length > 1 ? " together" : ""] : []),
        ];
  const waits: Sentence =
    waiting.length === 0
      ? [", and no plan waits."]
      : [
          "; ",
          { figure: count(waiting.length, "plan") },
          ` ${waiting.length === 1 ? "waits" : "wait"}`,
          near.length === 0
            ? ", none within an ATR of its entry."
            : `, ${list(near.slice(0, 4).map((row) => row.ticker))} within an ATR of ${near.length === 1 ? "its" : "their"} entry.`,
        ];
  const isWorstLoss = record.worst < 0;
  const past: Sentence[] =
    record.n === 0
      ? [["None is over yet."]]
      : [
          [
            `Of ${count(record.n, "position")} that ${isAre(record.n)} over${lookingBack === 0 ? "" : `, ${lookingBack === record.n ? "all" : lookingBack} planned looking back,`} `,
            { figure: `${record.wins === 0 ? "none" : record.wins} won` },
            record.n < 2 ? "" : ` (95% interval ${percent(record.low, 0)} to ${percent(record.high, 0)})`,
            ...(record.withRisk > 0
              ? [
                  record.withRisk === 1 ? ", making " : ", making in the mean ",
                  { figure: inRisks(record.expectancy) },
                  record.withRisk > 1 && isWorstLoss ? `; the worst lost ${fixed(-record.worst, 1)} R` : "",
                ]
              : []),
            ".",
          ],
        ];
  return [
    [...standing, ...waits],
    ...past,
    ...(provisional ? [["The session is in progress: what it says of plans is provisional."]] : []),
  ];
}
