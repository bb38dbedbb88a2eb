import { isAbove, isBelow } from "../columns/compare";
import { plannedRisk, type Deed, type PlanSide, type SideOrders } from "./plan-orders";
import type { PlanChange, SideStatus } from "./plan-change";
import { shareOfUnits } from "./plan-size";

/** Prices of a bar in the direction of the side: those of a short are negated. */
export interface SideBar {
  readonly open: number;
  readonly high: number;
  readonly low: number;
  readonly close: number;
}

/** A deed that a close decided, carried out at the next open. */
export interface PendingDeed {
  readonly deed: Deed;
  readonly by: string;
}

/** How many a side buys, in what lots, and what each trade costs in basis points of its value. */
export interface SideSize {
  readonly units: number;
  readonly lot: number;
  readonly costBp: number;
}

type At = PlanChange["at"];

/** Levels of a short are negated, so that every rule reads as for a long. */
export function inDirection(orders: SideOrders, sign: 1 | -1): SideOrders {
  if (sign > 0) return orders;
  const { entry, stop, targets, addOns } = orders;
  return {
    entry: entry.order === "open" ? entry : { ...entry, price: -entry.price },
    stop: -stop,
    targets: targets.map((t) => ({ ...t, price: -t.price })),
    addOns: addOns.map((a) => ({ ...a, price: -a.price, ...(a.stop === undefined ? {} : { stop: -a.stop }) })),
  };
}

/**
 * One side of a plan as sessions come: what it holds, what it ordered and what has happened to it. Prices are in its direction.
 * Method 13, S15 to S23.
 */
export class FollowedSide {
  readonly changes: PlanChange[] = [];
  readonly sign: 1 | -1;
  status: SideStatus = "waiting";
  held = 0;
  bought = 0;
  /** Of its entry; -1 while it has none. */
  entered = -1;
  fill = NaN;
  plannedUnits = 0;
  risk = NaN;
  stop: number;
  pending: PendingDeed[] = [];
  readonly carriedOut = new Set<string>();
  #raise = -Infinity;
  #paid = 0;
  #cost = 0;

  constructor(
    readonly side: PlanSide,
    public orders: SideOrders,
    private size: SideSize,
  ) {
    this.sign = side === "long" ? 1 : -1;
    this.stop = orders.stop;
  }

  /** That it would be entered with. */
  get units(): number {
    return this.size.units;
  }

  get isWaiting(): boolean {
    return this.status === "waiting";
  }

  get isOpen(): boolean {
    return this.held > 0;
  }

  /** What it has made up to a close of so much, after cost. */
  moneyAt(close: number): number {
    return -this.#paid - this.#cost + (this.held > 0 ? this.held * close : 0);
  }

  /** Takes over another version of its orders; what has been done stays done. */
  adopt(orders: SideOrders, size: SideSize, session: number): void {
    const isMoved = orders.stop !== this.orders.stop;
    this.orders = orders;
    this.size = size;
    if (this.isWaiting) {
      this.stop = orders.stop;
    } else if (this.isOpen && isMoved) this.moveStop(orders.stop, session, "edit");
  }

  moveStop(to: number, session: number, by: string): void {
    if (to === this.stop) return;
    this.stop = to;
    this.#tell({ session, what: "stop moved", price: this.sign * to, units: 0, at: "open", by });
  }

  /** Where its entry would be filled in a bar; undefined where it is not. */
  entryIn({ open, high, low }: SideBar): number | undefined {
    if (this.units <= 0) return undefined;
    const { entry } = this.orders;
    if (this.pending.some(({ deed }) => deed.do === "enter") || entry.order === "open") return open;
    if (entry.order === "stop") return isBelow(high, entry.price) ? undefined : Math.max(open, entry.price);
    return isAbove(low, entry.price) ? undefined : Math.min(open, entry.price);
  }

  /** Enters at a price in a bar, and is stopped in it where that follows (S16, S18). */
  enter(price: number, bar: SideBar, session: number, isInDoubt: boolean): void {
    const isAtOpen = price === bar.open;
    const by = this.pending.find(({ deed }) => deed.do === "enter")?.by ?? "entry";
    this.enterAt(price, session, { at: isAtOpen ? "open" : "within", isInDoubt, by });
    if (isAtOpen && !isAbove(bar.open, this.stop))
      this.#sell(this.held, bar.open, { session, what: "stopped", at: "open", by: "stop" });
    else if (!isAbove(bar.low, this.stop)) {
      const isAfterStopOrder = !isAtOpen && this.orders.entry.order === "stop";
      this.#sell(this.held, this.stop, { session, what: "stopped", at: "within", isInDoubt: isAfterStopOrder, by: "stop" });
    }
  }

  enterAt(price: number, session: number, how: { readonly at: At; readonly isInDoubt?: boolean; readonly by: string }): void {
    this.entered = session;
    this.fill = price;
    this.plannedUnits = this.units;
    this.risk = plannedRisk(this.orders, price);
    this.pending = [];
    this.#buy(this.units, price, { session, what: "entered", ...how });
  }

  /** Everything that happens at the open of a later session, in order (S15). */
  open(open: number, session: number, at: At = "open"): void {
    if (this.#raise > this.stop) this.moveStop(this.#raise, session, "add-on");
    this.#raise = -Infinity;
    const due = this.pending;
    this.pending = [];
    const dueTo = <D extends Deed["do"]>(what: D) =>
      due.flatMap(({ deed, by }) => (deed.do === what ? [{ deed: deed as Extract<Deed, { do: D }>, by }] : []));
    const [out] = dueTo("out");
    if (out) {
      this.#sell(this.held, open, { session, what: "closed", at, by: out.by });
      return;
    }
    for (const { deed, by } of dueTo("move stop"))
      this.moveStop(deed.to === "entry" ? this.fill : this.sign * deed.to, session, by);
    if (at === "open" && !isAbove(open, this.stop)) {
      this.#sell(this.held, open, { session, what: "stopped", at, by: "stop" });
      return;
    }
    for (const { deed, by } of dueTo("reduce"))
      this.#sell(shareOfUnits(this.held, deed.share, this.size.lot), open, { session, what: "reduced", at, by });
    if (at === "open") {
      for (const target of this.#targets()) if (!isBelow(open, target.price)) this.#reach(target, open, session, "open", false);
      for (const addOn of this.#addOns()) {
        const isMet = addOn.order === "stop" ? !isBelow(open, addOn.price) : !isAbove(open, addOn.price);
        if (isMet && this.isOpen) this.#addTo(addOn, open, session, "open", false);
      }
    }
    for (const { deed, by } of dueTo("add"))
      if (this.isOpen)
        this.#buy(shareOfUnits(this.plannedUnits, deed.share, this.size.lot), open, { session, what: "added", at, by });
  }

  /** What happens within a later session after its open (S19, S22). */
  within({ high, low }: SideBar, session: number): void {
    const reached = <T extends { readonly price: number }>(all: readonly T[]) => all.filter((one) => !isBelow(high, one.price));
    const targets = reached(this.#targets());
    const stops = reached(this.#addOns().filter((one) => one.order === "stop"));
    const limits = this.#addOns().filter((one) => one.order === "limit" && !isAbove(low, one.price));
    if (!isAbove(low, this.stop)) {
      const isInDoubt = targets.length > 0 || stops.length > 0;
      for (const addOn of stops) this.#addTo(addOn, addOn.price, session, "within", true);
      for (const addOn of limits) if (isAbove(addOn.price, this.stop)) this.#addTo(addOn, addOn.price, session, "within", false);
      this.#sell(this.held, this.stop, { session, what: "stopped", at: "within", isInDoubt, by: "stop" });
      return;
    }
    const isInDoubt = targets.length > 0 && limits.length > 0;
    const upward = [...targets.map((one) => ({ one, isTarget: true })), ...stops.map((one) => ({ one, isTarget: false }))];
    upward.sort((a, b) => a.one.price - b.one.price || Number(b.isTarget) - Number(a.isTarget));
    for (const { one, isTarget } of upward) {
      if (!this.isOpen) break;
      if (isTarget) this.#reach(one, one.price, session, "within", isInDoubt);
      else this.#addTo(one as SideOrders["addOns"][number], one.price, session, "within", false);
    }
    for (const addOn of limits) if (this.isOpen) this.#addTo(addOn, addOn.price, session, "within", isInDoubt);
  }

  /** Sells what is held at a close, or ends what waits. */
  end(price: number, session: number, by: string): void {
    if (this.isWaiting) this.giveUp("expired", session, by, "close");
    else this.#sell(this.held, price, { session, what: "closed", at: "close", by });
  }

  giveUp(what: "expired" | "cancelled", session: number, by: string, at: At): void {
    this.pending = [];
    this.#tell({ session, what, price: NaN, units: 0, at, by });
  }

  /** The targets that are left, the nearest first. */
  #targets() {
    return this.orders.targets.filter((one) => !this.carriedOut.has(one.key)).sort((a, b) => a.price - b.price);
  }

  #addOns() {
    return this.orders.addOns.filter((one) => !this.carriedOut.has(one.key)).sort((a, b) => a.price - b.price);
  }

  #reach(target: SideOrders["targets"][number], price: number, session: number, at: At, isInDoubt: boolean): void {
    if (!this.isOpen) return;
    const isLast = !this.#targets().some((other) => other.key !== target.key);
    this.carriedOut.add(target.key);
    const units = isLast ? this.held : Math.min(this.held, shareOfUnits(this.bought, target.share, this.size.lot));
    const what = units === this.held ? "target" : "reduced";
    this.#sell(units, price, { session, what, at, isInDoubt, by: target.key });
  }

  #addTo(addOn: SideOrders["addOns"][number], price: number, session: number, at: At, isInDoubt: boolean): void {
    this.carriedOut.add(addOn.key);
    if (addOn.stop !== undefined) this.#raise = Math.max(this.#raise, addOn.stop);
    this.#buy(shareOfUnits(this.plannedUnits, addOn.share, this.size.lot), price, {
      session,
      what: "added",
      at,
      isInDoubt,
      by: addOn.key,
    });
  }

  #buy(units: number, price: number, how: Pick<Told, "session" | "what" | "at" | "isInDoubt" | "by">): void {
    if (units <= 0) return;
    this.held += units;
    this.bought += units;
    this.#trade(units, price);
    this.#tell({ ...how, price: this.sign * price, units });
  }

  #sell(units: number, price: number, how: Pick<Told, "session" | "what" | "at" | "isInDoubt" | "by">): void {
    if (units <= 0) return;
    this.held -= units;
    this.#trade(-units, price);
    if (!this.isOpen) this.pending = [];
    this.#tell({
      ...how,
      what: how.what === "reduced" && !this.isOpen ? "closed" : how.what,
      price: this.sign * price,
      units: -units,
    });
  }

  #trade(units: number, price: number): void {
    this.#paid += units * price;
    this.#cost += (Math.abs(units * price) * this.size.costBp) / 10_000;
  }

  #tell({ isInDoubt = false, ...told }: Told): void {
    this.changes.push({ ...told, isInDoubt });
    if (told.what !== "stop moved") this.status = told.what;
  }
}

type Told = Omit<PlanChange, "isInDoubt"> & { readonly isInDoubt?: boolean };
