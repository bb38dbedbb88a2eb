import { requireSameLength } from "../core-error";
import { FollowedSide, inDirection, type SideBar } from "./followed-side";
import type { PlanChange, SideStatus } from "./plan-change";
import { PLAN_SIDES, type PlanOrders, type PlanSide } from "./plan-orders";

/** A version of a plan, with the sizes that follow from it. */
export interface SizedVersion {
  /** The first session on which it is in force: the one after it was made. */
  readonly from: number;
  readonly orders: PlanOrders;
  readonly units: Readonly<Record<PlanSide, number>>;
  readonly lot: number;
  /** Cost a side of a trade, in basis points of its value. */
  readonly costBp: number;
}

/** Bars of one instrument on its market's calendar, NaN where it has none. */
export interface PlannedBars {
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
}

export interface PlanClock {
  /** Session on which the plan was made. */
  readonly made: number;
  /** The last one to be followed. */
  readonly last: number;
  /** Whether that one is still in progress: then nothing is decided at its close. */
  readonly isInProgress: boolean;
  /** The session at whose close the instrument has left its market; Infinity while it has not. */
  readonly goneOn: number;
  /** Whether the rule of a step is true at the close of a session. */
  holds(version: PlanOrders, step: string, session: number): boolean;
  /** Whether one is out before a report by this close, or learns of it only now and is out at the next open (S25). */
  reportAt(session: number): "close" | "next open" | undefined;
}

/** What has come of a side of a plan. */
export interface SideOutcome {
  readonly side: PlanSide;
  readonly status: SideStatus;
  readonly changes: readonly PlanChange[];
  /** Session index; -1 while it has none. */
  readonly entered: number;
  readonly left: number;
  readonly fill: number;
  /** Units that it was planned with at its entry, and what they risked each; 0 and NaN before. */
  readonly plannedUnits: number;
  readonly risk: number;
  readonly held: number;
  /** In force now. */
  readonly stop: number;
  /** Made so far after cost, open units at the last close; 0 before an entry. */
  readonly money: number;
  /** In planned risks; NaN before an entry, and where the fill was at the stop. */
  readonly r: number;
  /** Targets, add-ons and steps that are done. */
  readonly carriedOut: readonly string[];
}

const CLOSED_BY = "by hand";

/**
 * What comes of a plan as sessions arrive.
 * Formula: on each session after it was made, first what happens at the open, then within it, then what its close decides; where a
 * bar does not tell the order it is the one against the plan, marked (method 13, S14 to S34).
 * @param bars of the instrument; one without open, high and low is followed at closes alone
 * @param versions of the plan, by the session from which they are in force
 * @param clock sessions, cost, and what rules and the calendar decide
 * @returns the sides in order, each that any version has
 * @throws CoreError `bad-length`
 */
export function followPlan(bars: PlannedBars, versions: readonly SizedVersion[], clock: PlanClock): SideOutcome[] {
  for (const column of [bars.open, bars.high, bars.low]) requireSameLength("followPlan", column, bars.close);
  return new FollowedPlan(bars, versions, clock).run();
}

/** Whether an instrument has closes alone by a session: then orders cannot be followed (S34). */
export function hasClosesOnly({ open, high, low, close }: PlannedBars, session: number): boolean {
  let s = Math.min(session, close.length - 1);
  while (s >= 0 && Number.isNaN(close[s])) s--;
  return s >= 0 && (Number.isNaN(open[s]) || Number.isNaN(high[s]) || Number.isNaN(low[s]));
}

class FollowedPlan {
  readonly #sides = new Map<PlanSide, FollowedSide>();
  readonly #closesOnly: boolean;
  /** Of its last bar so far, by which what is held is valued. */
  #lastClose: number;

  constructor(
    private readonly bars: PlannedBars,
    private readonly versions: readonly SizedVersion[],
    private readonly clock: PlanClock,
  ) {
    this.#closesOnly = hasClosesOnly(bars, clock.made);
    let s = clock.made;
    while (s > 0 && Number.isNaN(bars.close[s])) s--;
    this.#lastClose = bars.close[s] ?? NaN;
  }

  run(): SideOutcome[] {
    const { made, last, isInProgress } = this.clock;
    let version: SizedVersion | undefined;
    for (let s = made + 1; s <= last; s++) {
      const own = this.versions.findLast((one) => one.from <= s);
      if (own && own !== version) this.#adopt((version = own), s);
      if (!version) continue;
      if ([...this.#sides.values()].every((side) => !side.isWaiting && !side.isOpen)) continue;
      this.#trade(version.orders, s);
      if (!(isInProgress && s === last)) this.#close(version.orders, s);
    }
    // A plan of which no session has come yet waits as it was written.
    if (!version && this.versions[0]) this.#adopt(this.versions[0], made + 1);
    return [...this.#sides.values()].map((side) => this.#outcome(side));
  }

  #adopt({ orders, units, lot, costBp }: SizedVersion, session: number): void {
    for (const name of PLAN_SIDES) {
      const own = orders[name];
      const side = this.#sides.get(name);
      if (!own) {
        if (side?.isWaiting) side.giveUp("cancelled", session, "edit", "open");
        continue;
      }
      const turned = inDirection(own, name === "long" ? 1 : -1);
      const size = { units: units[name], lot, costBp };
      if (side) side.adopt(turned, size, session);
      else this.#sides.set(name, new FollowedSide(name, turned, size));
    }
    if (!orders.isClosed) return;
    for (const side of this.#sides.values()) {
      if (side.isWaiting) side.giveUp("cancelled", session, CLOSED_BY, "open");
      else if (side.isOpen) side.pending.push({ deed: { do: "out" }, by: CLOSED_BY });
    }
  }

  /** What is traded in the bar of a session. */
  #trade(orders: PlanOrders, s: number): void {
    const { open, high, low, close } = this.bars;
    const isWhole = !Number.isNaN(open[s]! + high[s]! + low[s]! + close[s]!);
    if (this.#closesOnly) {
      if (!Number.isNaN(close[s])) this.#tradeAtClose(s);
      return;
    }
    if (!isWhole) return;
    const barOf = (side: FollowedSide): SideBar =>
      side.sign > 0
        ? { open: open[s]!, high: high[s]!, low: low[s]!, close: close[s]! }
        : { open: -open[s]!, high: -low[s]!, low: -high[s]!, close: -close[s]! };
    const openBefore = [...this.#sides.values()].filter((side) => side.isOpen);
    this.#cancelPending(s, "open");
    this.#enter(orders, s, barOf);
    for (const side of openBefore) {
      const bar = barOf(side);
      side.open(bar.open, s);
      if (side.isOpen) side.within(bar, s);
    }
  }

  #cancelPending(s: number, at: "open" | "close"): void {
    for (const side of this.#waiting()) {
      const cancel = side.pending.find(({ deed }) => deed.do === "cancel");
      if (cancel) side.giveUp("cancelled", s, cancel.by, at);
    }
  }

  #enter(orders: PlanOrders, s: number, barOf: (side: FollowedSide) => SideBar): void {
    const filled = this.#waiting().flatMap((side) => {
      const bar = barOf(side);
      const price = side.entryIn(bar);
      if (price === undefined) return [];
      const { entry } = side.orders;
      const planned = entry.order === "open" ? bar.open : entry.price;
      return [{ side, bar, price, away: Math.abs(price - bar.open), plannedAway: Math.abs(planned - bar.open) }];
    });
    if (!orders.oneCancelsOther) {
      for (const { side, bar, price } of filled) side.enter(price, bar, s, false);
      return;
    }
    // The one nearer to the open; then the one whose entry is; then the long one (S17).
    const [first] = [...filled].sort((a, b) => a.away - b.away || a.plannedAway - b.plannedAway || b.side.sign - a.side.sign);
    if (!first) return;
    first.side.enter(first.price, first.bar, s, filled.length > 1 && first.away !== 0);
    this.#cancelOthers(first.side, s, first.away === 0 ? "open" : "within");
  }

  #cancelOthers(entered: FollowedSide, s: number, at: PlanChange["at"]): void {
    for (const other of this.#waiting()) if (other !== entered) other.giveUp("cancelled", s, "other side", at);
  }

  /** An instrument without open, high and low: what a close decided is done at the next one (S34). */
  #tradeAtClose(s: number): void {
    const close = this.bars.close[s]!;
    this.#cancelPending(s, "close");
    for (const side of this.#waiting()) {
      const enter = side.pending.find(({ deed }) => deed.do === "enter");
      if (!enter || side.units <= 0 || !side.isWaiting) continue;
      side.enterAt(side.sign * close, s, { at: "close", by: enter.by });
      this.#cancelOthers(side, s, "close");
    }
    for (const side of this.#sides.values()) if (side.isOpen && side.entered < s) side.open(side.sign * close, s, "close");
  }

  /** What the close of a session decides: first the calendar, then the steps. */
  #close(orders: PlanOrders, s: number): void {
    const { clock, bars } = this;
    const close = bars.close[s]!;
    const hasBar = !Number.isNaN(close);
    if (hasBar) this.#lastClose = close;
    const report = orders.isOutBeforeReport ? clock.reportAt(s) : undefined;
    for (const side of this.#sides.values()) {
      if (!side.isWaiting && !side.isOpen) continue;
      const last = side.sign * this.#lastClose;
      if (s >= clock.goneOn) side.end(last, s, "delisted");
      else {
        const by = this.#dueAt(orders, side, s) ?? (report ? "report" : undefined);
        if (by && (side.isWaiting || (hasBar && (by !== "report" || report === "close")))) side.end(last, s, by);
        else if (by) side.pending.push({ deed: { do: "out" }, by });
        else if (hasBar) this.#judge(orders, side, s);
      }
    }
  }

  /** What the calendar alone decides at a close (S24). */
  #dueAt({ horizon = Infinity, timeStop = Infinity }: PlanOrders, side: FollowedSide, s: number): "horizon" | "time" | undefined {
    if (s - this.clock.made >= horizon) return "horizon";
    return side.isOpen && s - side.entered >= timeStop ? "time" : undefined;
  }

  #judge(orders: PlanOrders, side: FollowedSide, s: number): void {
    for (const { key, side: only, deed } of orders.steps) {
      const isForEntry = deed.do === "enter" || deed.do === "cancel";
      if ((only && only !== side.side) || side.carriedOut.has(key) || isForEntry !== side.isWaiting) continue;
      if (!this.clock.holds(orders, key, s)) continue;
      side.carriedOut.add(key);
      side.pending.push({ deed, by: key });
    }
  }

  #waiting(): FollowedSide[] {
    return [...this.#sides.values()].filter((side) => side.isWaiting);
  }

  #outcome(side: FollowedSide): SideOutcome {
    const { last } = this.clock;
    let s = last;
    while (s > this.clock.made && Number.isNaN(this.bars.close[s])) s--;
    const close = s > this.clock.made ? this.bars.close[s]! : this.#lastClose;
    const hasEntered = side.entered >= 0;
    const money = hasEntered ? side.moneyAt(side.sign * close) : 0;
    return {
      side: side.side,
      status: side.status,
      changes: side.changes,
      entered: side.entered,
      left: hasEntered && !side.isOpen ? side.changes.findLast((c) => c.units < 0)!.session : -1,
      fill: side.sign * side.fill,
      plannedUnits: side.plannedUnits,
      risk: side.risk,
      held: side.held,
      stop: side.sign * side.stop,
      money,
      r: side.risk > 0 ? money / (side.risk * side.plannedUnits) : NaN,
      carriedOut: [...side.carriedOut],
    };
  }
}
