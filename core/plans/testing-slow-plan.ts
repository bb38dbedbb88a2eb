import type { Deed, PlanOrders, PlanSide, PlanClock, PlannedBars, SideOrders, SizedVersion } from "..";

/* A second way to follow a plan: each side on its own prices, the method's paragraphs one after another. */

export interface SlowSide {
  status: string;
  held: number;
  cash: number;
  cost: number;
  stop: number;
  entered: number;
  left: number;
  fill: number;
  log: string[];
  doubts: number[];
}

interface State extends SlowSide {
  orders: SideOrders;
  units: number;
  lot: number;
  costBp: number;
  planned: number;
  bought: number;
  raise: number | undefined;
  used: Set<string>;
  due: { deed: Deed; by: string }[];
}

/** A price is at or beyond a level in the direction of a side. */
const near = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.abs(b);

export function slowPlan(bars: PlannedBars, versions: readonly SizedVersion[], clock: PlanClock): Map<PlanSide, SlowSide> {
  const sides = new Map<PlanSide, State>();
  let version: SizedVersion | undefined;
  const lots = (one: State, units: number) => Math.floor(units / one.lot + 1e-9) * one.lot;
  const isUp = (side: PlanSide) => side === "long";
  /** Price has come as far as a level that lies ahead (in profit's direction). */
  const ahead = (side: PlanSide, price: number, level: number) =>
    near(price, level) || (isUp(side) ? price > level : price < level);
  const behind = (side: PlanSide, price: number, level: number) =>
    near(price, level) || (isUp(side) ? price < level : price > level);
  const better = (side: PlanSide, a: number, b: number) => (isUp(side) ? Math.max(a, b) : Math.min(a, b));
  const worse = (side: PlanSide, a: number, b: number) => (isUp(side) ? Math.min(a, b) : Math.max(a, b));
  const trade = (side: PlanSide, one: State, units: number, price: number) => {
    const direction = isUp(side) ? 1 : -1;
    one.cash -= direction * units * price;
    one.cost += (Math.abs(units) * price * one.costBp) / 10_000;
    one.held += units;
    if (units > 0) one.bought += units;
  };
  const buy = (side: PlanSide, one: State, units: number, price: number, s: number, what: string, by: string) => {
    if (units <= 0) return;
    trade(side, one, units, price);
    one.status = what;
    one.log.push(`${s} ${what} ${units}@${price.toFixed(4)} ${by}`);
  };
  const sell = (side: PlanSide, one: State, units: number, price: number, s: number, what: string, by: string) => {
    if (units <= 0) return;
    trade(side, one, -units, price);
    const told = what === "reduced" && one.held === 0 ? "closed" : what;
    one.status = told;
    one.log.push(`${s} ${told} -${units}@${price.toFixed(4)} ${by}`);
    if (one.held === 0) {
      one.left = s;
      one.due = [];
    }
  };
  const end = (one: State, s: number, what: string, by: string) => {
    one.status = what;
    one.log.push(`${s} ${what} ${by}`);
    one.due = [];
  };
  const setStop = (one: State, to: number, s: number, by: string) => {
    if (to === one.stop) return;
    one.stop = to;
    one.log.push(`${s} stop ${to.toFixed(4)} ${by}`);
  };
  const doubt = (one: State, s: number) => one.doubts.push(s);
  const left = <T extends { key: string; price: number }>(side: PlanSide, one: State, all: readonly T[]) =>
    all.filter((x) => !one.used.has(x.key)).sort((a, b) => (isUp(side) ? a.price - b.price : b.price - a.price));
  const sellAtTarget = (side: PlanSide, one: State, key: string, share: number, price: number, s: number) => {
    const isLast = left(side, one, one.orders.targets).every((x) => x.key === key);
    one.used.add(key);
    const units = isLast ? one.held : Math.min(one.held, lots(one, share * one.bought));
    sell(side, one, units, price, s, units === one.held ? "target" : "reduced", key);
  };
  const addOn = (side: PlanSide, one: State, x: SideOrders["addOns"][number], price: number, s: number) => {
    one.used.add(x.key);
    if (x.stop !== undefined) one.raise = one.raise === undefined ? x.stop : better(side, one.raise, x.stop);
    buy(side, one, lots(one, x.share * one.planned), price, s, "added", x.key);
  };

  for (let s = clock.made + 1; s <= clock.last; s++) {
    const now = versions.filter((v) => v.from <= s).at(-1);
    if (now && now !== version) {
      version = now;
      for (const side of ["long", "short"] as const) {
        const orders = now.orders[side];
        const one = sides.get(side);
        if (orders && !one) {
          sides.set(side, {
            ...{
              status: "waiting",
              held: 0,
              cash: 0,
              cost: 0,
              stop: orders.stop,
              entered: -1,
              left: -1,
              fill: NaN,
              log: [],
              doubts: [],
            },
            ...{
              orders,
              units: now.units[side],
              lot: now.lot,
              costBp: now.costBp,
              planned: 0,
              bought: 0,
              raise: undefined,
              used: new Set<string>(),
              due: [],
            },
          });
        } else if (orders && one) {
          const before = one.orders.stop;
          one.orders = orders;
          one.lot = now.lot;
          one.costBp = now.costBp;
          if (one.status === "waiting") {
            one.units = now.units[side];
            one.stop = orders.stop;
          } else if (one.held > 0 && before !== orders.stop) setStop(one, orders.stop, s, "edit");
        } else if (one?.status === "waiting") end(one, s, "cancelled", "edit");
      }
      if (now.orders.isClosed)
        for (const one of sides.values())
          if (one.status === "waiting") end(one, s, "cancelled", "by hand");
          else if (one.held > 0) one.due.push({ deed: { do: "out" }, by: "by hand" });
    }
    if (!version) continue;
    const [O, H, L, C] = [bars.open[s]!, bars.high[s]!, bars.low[s]!, bars.close[s]!];
    const isWhole = [O, H, L, C].every((x) => x === x);
    const all = [...sides];
    const wasOpen = new Set(all.filter(([, one]) => one.held > 0).map(([side]) => side));
    if (isWhole) {
      for (const [, one] of all) {
        const cancel = one.due.find((d) => d.deed.do === "cancel");
        if (one.status === "waiting" && cancel) end(one, s, "cancelled", cancel.by);
      }
      const entries = all.flatMap(([side, one]) => {
        if (one.status !== "waiting" || one.units <= 0) return [];
        const { entry } = one.orders;
        const enter = one.due.find((d) => d.deed.do === "enter");
        if (enter || entry.order === "open") return [{ side, one, price: O, by: enter?.by ?? "entry" }];
        const [far, back] = isUp(side) ? [H, L] : [L, H];
        if (entry.order === "stop" && ahead(side, far, entry.price))
          return [{ side, one, price: better(side, O, entry.price), by: "entry" }];
        if (entry.order === "limit" && behind(side, back, entry.price))
          return [{ side, one, price: worse(side, O, entry.price), by: "entry" }];
        return [];
      });
      const place = (x: (typeof entries)[number]) => {
        const { entry } = x.one.orders;
        return [Math.abs(x.price - O), Math.abs((entry.order === "open" ? O : entry.price) - O), isUp(x.side) ? 0 : 1] as const;
      };
      entries.sort((a, b) => {
        const [p, q] = [place(a), place(b)];
        return p[0] - q[0] || p[1] - q[1] || p[2] - q[2];
      });
      const taken = version.orders.oneCancelsOther ? entries.slice(0, 1) : entries;
      for (const { side, one, price, by } of taken) {
        const { entry } = one.orders;
        one.planned = one.units;
        one.entered = s;
        one.fill = price;
        one.due = [];
        buy(side, one, one.units, price, s, "entered", by);
        if (version.orders.oneCancelsOther && entries.length > 1 && price !== O) doubt(one, s);
        const back = isUp(side) ? L : H;
        if (price === O && behind(side, O, one.stop)) sell(side, one, one.held, O, s, "stopped", "stop");
        else if (behind(side, back, one.stop)) {
          if (price !== O && entry.order === "stop") doubt(one, s);
          sell(side, one, one.held, one.stop, s, "stopped", "stop");
        }
        if (version.orders.oneCancelsOther)
          for (const [other, two] of all) if (other !== side && two.status === "waiting") end(two, s, "cancelled", "other side");
      }
      for (const [side, one] of all) {
        if (!wasOpen.has(side)) continue;
        // At the open.
        if (one.raise !== undefined && ahead(side, one.raise, one.stop) && !near(one.raise, one.stop))
          setStop(one, one.raise, s, "add-on");
        one.raise = undefined;
        const due = one.due;
        one.due = [];
        const out = due.find((d) => d.deed.do === "out");
        if (out) sell(side, one, one.held, O, s, "closed", out.by);
        if (one.held === 0) continue;
        for (const { deed, by } of due)
          if (deed.do === "move stop") setStop(one, deed.to === "entry" ? one.fill : deed.to, s, by);
        if (behind(side, O, one.stop)) {
          sell(side, one, one.held, O, s, "stopped", "stop");
          continue;
        }
        for (const { deed, by } of due)
          if (deed.do === "reduce") sell(side, one, lots(one, deed.share * one.held), O, s, "reduced", by);
        for (const t of left(side, one, one.orders.targets))
          if (one.held > 0 && ahead(side, O, t.price)) sellAtTarget(side, one, t.key, t.share, O, s);
        for (const a of left(side, one, one.orders.addOns))
          if (one.held > 0 && (a.order === "stop" ? ahead(side, O, a.price) : behind(side, O, a.price)))
            addOn(side, one, a, O, s);
        for (const { deed, by } of due)
          if (one.held > 0 && deed.do === "add") buy(side, one, lots(one, deed.share * one.planned), O, s, "added", by);
        if (one.held === 0) continue;
        // Within.
        const [far, back] = isUp(side) ? [H, L] : [L, H];
        const targets = left(side, one, one.orders.targets).filter((t) => ahead(side, far, t.price));
        const stops = left(side, one, one.orders.addOns).filter((a) => a.order === "stop" && ahead(side, far, a.price));
        const limits = left(side, one, one.orders.addOns).filter((a) => a.order === "limit" && behind(side, back, a.price));
        if (behind(side, back, one.stop)) {
          if (targets.length + stops.length > 0) doubt(one, s);
          for (const a of stops) addOn(side, one, a, a.price, s);
          for (const a of limits) if (!behind(side, a.price, one.stop)) addOn(side, one, a, a.price, s);
          sell(side, one, one.held, one.stop, s, "stopped", "stop");
          continue;
        }
        if (targets.length > 0 && limits.length > 0) doubt(one, s);
        const upward = [...targets.map((t) => ({ t })), ...stops.map((a) => ({ a }))] as {
          t?: (typeof targets)[0];
          a?: (typeof stops)[0];
        }[];
        const at = (x: (typeof upward)[0]) => (x.t ?? x.a)!.price;
        upward.sort((x, y) => (isUp(side) ? at(x) - at(y) : at(y) - at(x)) || (x.t ? 0 : 1) - (y.t ? 0 : 1));
        for (const x of upward) {
          if (one.held === 0) continue;
          if (x.t) sellAtTarget(side, one, x.t.key, x.t.share, x.t.price, s);
          else addOn(side, one, x.a!, x.a!.price, s);
        }
        for (const a of limits) if (one.held > 0) addOn(side, one, a, a.price, s);
      }
    }
    if (s === clock.last && clock.isInProgress) continue;
    const { horizon, timeStop, isOutBeforeReport, steps } = version.orders;
    for (const [side, one] of all) {
      if (one.status !== "waiting" && one.held === 0) continue;
      let close = C;
      for (let k = s; k >= 0 && close !== close; k--) close = bars.close[k]!;
      const report = isOutBeforeReport ? clock.reportAt(s) : undefined;
      const by =
        s >= clock.goneOn
          ? "delisted"
          : horizon !== undefined && s >= clock.made + horizon
            ? "horizon"
            : timeStop !== undefined && one.held > 0 && s >= one.entered + timeStop
              ? "time"
              : report
                ? "report"
                : undefined;
      if (by && one.status === "waiting") end(one, s, "expired", by);
      else if (by === "delisted" || (by && C === C && !(by === "report" && report === "next open")))
        sell(side, one, one.held, close, s, "closed", by);
      else if (by) one.due.push({ deed: { do: "out" }, by });
      else if (C === C)
        for (const step of steps) {
          const isWaiting = one.status === "waiting";
          if ((step.side ?? side) !== side || one.used.has(step.key)) continue;
          if ((step.deed.do === "enter" || step.deed.do === "cancel") !== isWaiting) continue;
          if (!clock.holds(version.orders, step.key, s)) continue;
          one.used.add(step.key);
          one.due.push({ deed: step.deed, by: step.key });
        }
    }
  }
  return sides;
}

/** Money made by a side, what is held at the last close. */
export function slowMoney(side: PlanSide, one: SlowSide, close: number): number {
  return one.cash - one.cost + (side === "long" ? 1 : -1) * one.held * close;
}

export const ordersOf = (orders: Partial<PlanOrders>): PlanOrders => ({
  oneCancelsOther: true,
  isOutBeforeReport: false,
  steps: [],
  ...orders,
});
