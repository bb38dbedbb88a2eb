import { CONTRACT_UNITS, type PlanSide, type SideStatus } from "@core";
import { locate } from "@studies/market/own-calendar";
import type { Market } from "@studies/market/market";
import { entryContext, type EntryContext } from "./entry-context";
import { closeBy, plannedInstrument, type FollowedPlan } from "./followed-plan";
import { plannedOption } from "./plan-option";
import { isMadeLookingBack, type HandTrade } from "./plan-schema";

/** A position that was entered, open or closed. */
export interface Position extends EntryContext {
  /** Of the plan, or of the trade that was entered by hand. */
  readonly id: string;
  readonly way: "plan" | "option" | "by hand";
  readonly ticker: string;
  readonly name: string;
  readonly side: PlanSide;
  readonly status: SideStatus;
  readonly origin: string;
  /** It was written on a later session than it was made for. */
  readonly isLookingBack: boolean;
  /** Epoch days; NaN while it is open. */
  readonly entered: number;
  readonly left: number;
  readonly fill: number;
  /** Of the last units sold; while it is open the last close. */
  readonly exit: number;
  /** In force now, or when it ended; NaN for none. */
  readonly stop: number;
  readonly units: number;
  readonly held: number;
  /** Of what is held at the last close, in the instrument's currency; of a short side negative. */
  readonly value: number;
  /** In the instrument's currency, after cost; in planned risks, NaN where none was planned. */
  readonly money: number;
  readonly currency: string;
  readonly r: number;
  /** The order within a bar was not known somewhere. */
  readonly isInDoubt: boolean;
}

/** The sides of a plan that were entered, and its option. */
export function positionsOf(market: Market, followed: FollowedPlan): Position[] {
  const { plan, versions, days, instrument, currency } = followed;
  const lastClose = closeBy(followed, market.asOf);
  const about = { id: plan.id, ticker: instrument.ticker, name: instrument.name, origin: plan.origin, currency };
  const isLookingBack = isMadeLookingBack(versions);
  const sides = followed.sides.flatMap((side): Position[] => {
    if (side.entered < 0) return [];
    const entered = days[side.entered]!;
    return [
      {
        ...about,
        ...entryContext(market, followed, entered),
        way: "plan",
        ...{ side: side.side, status: side.status, isLookingBack, entered },
        left: side.left < 0 ? NaN : days[side.left]!,
        fill: side.fill,
        exit: side.left < 0 ? lastClose : side.changes.findLast((c) => c.units < 0)!.price,
        ...{ units: side.plannedUnits, held: side.held, money: side.money, r: side.r, stop: side.stop },
        value: (side.side === "long" ? 1 : -1) * side.held * lastClose,
        isInDoubt: side.changes.some((c) => c.isInDoubt),
      },
    ];
  });
  return [...sides, ...optionPosition(market, followed, { ...about, isLookingBack })];
}

/** The option of the last version that had one: bought at the close on which it was written, settled at its expiry (S11). */
function optionPosition(
  market: Market,
  followed: FollowedPlan,
  about: Pick<Position, "id" | "ticker" | "name" | "origin" | "currency" | "isLookingBack">,
): Position[] {
  const version = followed.versions.findLast((one) => one.option);
  const option = version && plannedOption(followed, version);
  if (!option || option.contracts === 0) return [];
  const { isSettled, days, values, delta } = option;
  return [
    {
      ...about,
      ...entryContext(market, followed, option.bought + 1),
      way: "option",
      side: delta < 0 ? "short" : "long",
      status: isSettled ? "closed" : "entered",
      entered: option.bought,
      left: isSettled ? days.at(-1)! : NaN,
      fill: option.cost,
      exit: values.at(-1) ?? option.cost,
      units: option.contracts,
      stop: NaN,
      held: isSettled ? 0 : option.contracts,
      value: isSettled ? 0 : option.contracts * CONTRACT_UNITS * (values.at(-1) ?? option.cost),
      money: option.money,
      r: option.r,
      isInDoubt: false,
    },
  ];
}

/** A trade made elsewhere as far as it is known by the as-of session; undefined before it was entered. */
export function positionByHand(market: Market, trade: HandTrade): Position | undefined {
  if (trade.entered > market.asOf) return undefined;
  const own = plannedInstrument(market, trade.ticker);
  const located = locate(market, trade.ticker);
  const hasLeft = trade.left !== undefined && trade.left <= market.asOf;
  const close = own ? closeBy(own, market.asOf) : NaN;
  const exit = hasLeft ? trade.exit! : close;
  const sign = trade.side === "long" ? 1 : -1;
  const money = trade.units * sign * (exit - trade.entry);
  return {
    id: trade.id,
    way: "by hand",
    ticker: trade.ticker,
    name: located?.instrument.name ?? trade.ticker,
    ...(located ? entryContext(market, located, trade.entered) : { regime: "", phase: "", setups: [] }),
    side: trade.side,
    status: hasLeft ? "closed" : "entered",
    origin: trade.note,
    isLookingBack: false,
    entered: trade.entered,
    left: hasLeft ? trade.left! : NaN,
    fill: trade.entry,
    exit,
    units: trade.units,
    stop: trade.stop ?? NaN,
    held: hasLeft ? 0 : trade.units,
    value: hasLeft ? 0 : sign * trade.units * close,
    money,
    currency: own?.currency ?? market.row.currency,
    r: trade.stop === undefined ? NaN : money / (trade.units * Math.abs(trade.entry - trade.stop)),
    isInDoubt: false,
  };
}
