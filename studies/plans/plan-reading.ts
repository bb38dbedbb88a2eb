import type { PlanSide } from "@core";
import type { Sentence } from "@studies/define-study";
import { count, date, fitting, list, price, signed } from "@studies/words/words";
import type { PlannedSide } from "./plan-rungs";
import type { PlanSize } from "./plan-schema";
import { inRisks, money, signedMoney, STATUS_WORDS } from "./plan-words";

export interface ToldPlan {
  readonly ticker: string;
  readonly currency: string;
  readonly close: number;
  readonly atr: number;
  readonly sides: readonly PlannedSide[];
  readonly size: PlanSize;
  readonly account: { readonly name: string } | undefined;
  /** Epoch day of the next report within sight, and sessions to it. */
  readonly report: { readonly day: number; readonly sessions: number } | undefined;
  readonly provisional: boolean;
}

/** What is ordered on either side and what it pays, or how what was entered stands. */
export function planReading(told: ToldPlan): Sentence[] {
  const held = told.sides.filter((side) => side.outcome.held > 0);
  const waiting = told.sides.filter((side) => side.outcome.status === "waiting");
  const left = told.sides.filter((side) => side.outcome.entered >= 0 && side.outcome.held === 0);
  const about: Sentence = [{ figure: told.ticker, to: { screen: "chart", params: { ticker: told.ticker } } }];
  const said: Sentence[] = [];
  if (held.length > 0) said.push(...held.map((side, k) => heldWords(told, side, k === 0 ? about : ["It"])));
  else if (left.length > 0) said.push(...left.map((side, k) => leftWords(told, side, k === 0 ? about : ["It"])));
  else if (waiting.length > 0) said.push(waitingWords(told, waiting, about), ...sizeWords(told, waiting));
  else if (told.sides.length === 0) said.push([...about, " has no side planned yet."]);
  else
    said.push([
      ...about,
      ` was not entered: ${list(told.sides.map((side) => `the ${side.side} side ${side.outcome.status === "expired" ? "expired" : "was cancelled"}`))}.`,
    ]);
  if (told.report && (held.length > 0 || waiting.length > 0))
    said.push(["It reports on ", { figure: date(told.report.day) }, `, ${count(told.report.sessions, "session")} ahead.`]);
  if (told.provisional && said.length > 0) said.push(["The session is in progress: what it says of the plan is provisional."]);
  return fitting(said);
}

const WAYS: Readonly<Record<PlanSide, readonly [ahead: string, behind: string]>> = {
  long: ["Above", "Below"],
  short: ["Below", "Above"],
};

function waitingWords({ close, atr: range }: ToldPlan, waiting: readonly PlannedSide[], about: Sentence): Sentence {
  const parts = waiting.map((side): Sentence => {
    const entry = side.rungs.find((rung) => rung.role === "entry")!;
    const where =
      entry.order === "open" ? "at the next open" : `${entry.order === "stop" ? WAYS[side.side][0].toLowerCase() : "back at"} `;
    const atrs = (entry.price - close) / range;
    const away = entry.order === "open" || !(Math.abs(atrs) >= 0.05) ? "" : ` (${signed(atrs)} ATR)`;
    return [
      where,
      ...(entry.order === "open" ? [] : [{ figure: price(entry.price, close) }]),
      away,
      Number.isNaN(side.rewardToRisk) ? ` it is ${side.side} without a target` : ` the ${side.side} side’s first target pays `,
      ...(Number.isNaN(side.rewardToRisk) ? [] : [{ figure: inRisks(side.rewardToRisk).replace("+", "") }]),
    ];
  });
  return [...about, ` closed at ${price(close)}: `, ...parts.flatMap((part, k) => [...(k > 0 ? [", "] : []), ...part]), "."];
}

function sizeWords({ size, account, currency }: ToldPlan, waiting: readonly PlannedSide[]): Sentence[] {
  const own = waiting.filter((side) => side.units > 0);
  const [first] = own;
  if (!first) return [];
  const risked =
    size.by === "percent"
      ? `${size.percent}% of ${account?.name ?? "the account"}`
      : size.by === "money"
        ? money(size.money, currency)
        : undefined;
  const isEven = own.every((side) => side.units === first.units);
  const units = isEven
    ? [{ figure: count(first.units, "unit") }]
    : own.flatMap((side, k) => [...(k > 0 ? [" and "] : []), { figure: count(side.units, "unit") }, ` ${side.side}`]);
  return risked === undefined
    ? [
        [
          "It is planned with ",
          ...units,
          `, which risk ${list([...new Set(own.map((side) => money(side.riskMoney, currency)))])}.`,
        ],
      ]
    : [[`A risk of ${risked} buys `, ...units, isEven && own.length > 1 ? " on either side." : "."]];
}

function heldWords({ close, atr: range, currency }: ToldPlan, side: PlannedSide, about: Sentence): Sentence {
  const { outcome } = side;
  const away = range > 0 ? `, ${signed((outcome.stop - close) / range)} ATR away` : "";
  return [
    ...about,
    ` was ${side.side === "long" ? "bought" : "sold short"} at ${price(outcome.fill, close)} on ${date(side.enteredOn)} and stands at `,
    { figure: inRisks(outcome.r) },
    ` (${signedMoney(outcome.money, currency)}) with ${count(outcome.held, "unit")} held; the stop is at `,
    { figure: price(outcome.stop, close) },
    `${away}.`,
  ];
}

function leftWords({ close, currency }: ToldPlan, side: PlannedSide, about: Sentence): Sentence {
  const { outcome } = side;
  return [
    ...about,
    ` was ${side.side === "long" ? "bought" : "sold short"} at ${price(outcome.fill, close)} on ${date(side.enteredOn)} and was ${STATUS_WORDS[outcome.status]} on ${date(side.leftOn)}: `,
    { figure: inRisks(outcome.r) },
    `, ${signedMoney(outcome.money, currency)}.`,
  ];
}
