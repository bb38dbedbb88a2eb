import {
  atr,
  bracketOf,
  COMPRESSED_KINDS,
  isAbove,
  isBelow,
  onTick,
  PLAN_SIDES,
  sessionsAhead,
  swings,
  type BracketSide,
  type PlanSide,
  type SideOrders,
} from "@core";
import type { SetupKind } from "@core/setups/setup-kinds";
import { z } from "zod";
import { dayParam, epochDayOf } from "@studies/day-param";
import { defineStudy } from "@studies/define-study";
import { tableOf, type Column } from "@studies/table";
import { date, price } from "@studies/words/words";
import { plannedInstrument } from "./followed-plan";
import type { PlanVersion } from "./plan-schema";

const MOST_TARGETS = 2;
const HORIZON = 15;
/** Of the close, where there are no highs and lows to go by. */
const FLAT_RANGE = 0.02;

/** A plan as it would be begun: the bracket around the session, or around a level, on both sides or one. */
export const planDraft = defineStudy({
  name: "plan-draft",
  about: "How a plan for an instrument would be begun: the bracket around its last session or a level, on both sides or one.",
  params: z.object({
    for: z.string().max(20).default("").describe("ticker [the broad index]"),
    kind: z.string().max(60).default("").describe("kind of the setup that it is made from"),
    side: z.enum(["both", "long", "short"]).default("both"),
    level: z.coerce.number().positive().max(1e9).optional().describe("where it is entered [beyond the session]"),
    until: dayParam.optional().describe("last day of it, YYYY-MM-DD [by the horizon]"),
    horizon: z.coerce.number().int().min(1).max(500).default(HORIZON).describe("sessions for which it stands"),
  }),
  cost: "light",
  examples: [{}, { for: "$stock", kind: "compression" }, { for: "$stock", side: "short", level: 50, horizon: 30 }],
  ask(market, params) {
    const own = plannedInstrument(market, params.for === "" ? (market.row.broadIndex ?? "") : params.for);
    if (!own) return undefined;
    const { bars, days, instrument } = own;
    const s = bars.close.findLastIndex((x) => !Number.isNaN(x));
    if (s < 0) return undefined;
    const close = bars.close[s]!;
    const [high, low] = [bars.high[s]!, bars.low[s]!].map((x) => (Number.isNaN(x) ? close : x)) as [number, number];
    const known = atr(bars, 14)[s]!;
    const range = known > 0 ? known : FLAT_RANGE * close;
    const pivots = swings(bars).pivots.map((p) => bars.close[p.at]!);
    const bracket = bracketOf({ high, low, close, range }, pivots, COMPRESSED_KINDS.has(params.kind as SetupKind));
    const until = epochDayOf(params.until);
    const toUntil = sessionsAhead(market.holidays)(market.asOf, until, market.asOf);
    const horizon = Number.isNaN(until) ? params.horizon : Math.max(1, Math.min(500, toUntil));
    const sideOf = (side: PlanSide) =>
      params.level === undefined
        ? ordersOf(bracket[side], { like: close, side })
        : ordersAt(params.level, { side, close, range, pivots });
    const version: PlanVersion = {
      made: market.asOf,
      written: market.asOf,
      ...(params.side === "short" ? {} : { long: sideOf("long") }),
      ...(params.side === "long" ? {} : { short: sideOf("short") }),
      ...{ oneCancelsOther: true, horizon, isOutBeforeReport: false, steps: [] },
      ...{ size: { by: "units", units: 100 }, lot: 1, costBp: 0, note: "" },
    };
    return { asOf: market.asOf, day: days[s]!, ticker: instrument.ticker, name: instrument.name, close, range, version };
  },
  reading: (r) =>
    r
      ? [[`A plan for `, { figure: r.name }, ` would be begun around its close of ${price(r.close)} on ${date(r.day)}.`]]
      : [["Nothing is known of that instrument at this close."]],
  table: (r) => tableOf(LEVELS, r ? levelsOf(r.version) : []),
});

function ordersOf(
  { entry, stop, targets }: BracketSide,
  { like, side }: { readonly like: number; readonly side: PlanSide },
): SideOrders {
  const on = (x: number) => onTick(x, like);
  return {
    entry: { order: "stop", price: on(entry) },
    stop: on(stop),
    targets: targetsOf(targets.map(on), side),
    addOns: [],
  };
}

/** Around a level: through it where it lies ahead, back to it where it lies behind; an ATR of risk. */
function ordersAt(
  level: number,
  {
    side,
    close,
    range,
    pivots,
  }: {
    readonly side: PlanSide;
    readonly close: number;
    readonly range: number;
    readonly pivots: readonly number[];
  },
): SideOrders {
  const sign = side === "long" ? 1 : -1;
  const on = (x: number) => onTick(x, close);
  const isAhead = sign > 0 ? isAbove(level, close) : isBelow(level, close);
  const beyond = pivots.filter((p) => sign * (p - level) >= range / 2).sort((a, b) => sign * (a - b));
  const targets = [...new Set(beyond.map(on))].slice(0, MOST_TARGETS);
  const far = level + sign * 2 * range;
  return {
    entry: { order: isAhead ? "stop" : "limit", price: on(level) },
    stop: on(level - sign * range),
    targets: targetsOf(targets.length > 0 ? targets : far > 0 ? [on(far)] : [], side),
    addOns: [],
  };
}

/** Half at the first, the rest at the second. */
function targetsOf(prices: readonly number[], side: PlanSide): SideOrders["targets"] {
  const own = prices.slice(0, MOST_TARGETS);
  return own.map((at, k) => ({
    key: `${side === "long" ? "l" : "s"}t${k + 1}`,
    price: at,
    share: k === own.length - 1 ? 1 : 0.5,
  }));
}

interface Level {
  readonly side: PlanSide;
  readonly what: string;
  readonly price: number;
}

function levelsOf(version: PlanVersion): Level[] {
  return PLAN_SIDES.flatMap((side): Level[] => {
    const orders = version[side];
    if (!orders) return [];
    return [
      { side, what: "entry", price: orders.entry.order === "open" ? NaN : orders.entry.price },
      { side, what: "stop", price: orders.stop },
      ...orders.targets.map((t) => ({ side, what: "target", price: t.price })),
    ];
  });
}

const LEVELS: readonly Column<Level>[] = [
  { key: "side", label: "side", unit: "text", value: (r) => r.side },
  { key: "level", label: "level", unit: "text", value: (r) => r.what },
  { key: "price", label: "price", unit: "price", value: (r) => r.price },
];
