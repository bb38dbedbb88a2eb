import type { PlanSide, SideStatus } from "@core";
import type { Market } from "@studies/market/market";
import type { FollowedPlan } from "./followed-plan";
import { planCalendar, sessionsTo } from "./plan-events";
import { plannedSides } from "./plan-rungs";
import { isMadeLookingBack } from "./plan-schema";
import { changeWords } from "./plan-words";
import { standing } from "./standing";

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

/** A plan as it stands, in a row. */
export function planRow(market: Market, followed: FollowedPlan): PlanRow {
  const { plan, instrument, currency, versions } = followed;
  const { close, range } = standing(followed);
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
  const report = calendar.events.find((event) => event.kind === "report" && event.day > market.asOf)?.day ?? NaN;
  const end = calendar.end !== undefined && calendar.end > market.asOf ? calendar.end : NaN;
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
    isLookingBack: isMadeLookingBack(versions),
    ...{ close, currency, sides, end, report },
    toEnd: sessionsTo(followed, market, end),
    toReport: sessionsTo(followed, market, report),
    state: sides.some((side) => side.held > 0) ? "open" : sides.some((side) => side.status === "waiting") ? "waiting" : "over",
  };
}
