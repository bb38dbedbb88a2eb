/** An instrument that can be held, on the sessions of the asking market. */
export interface Holdable {
  /** NaN where it does not open. */
  readonly open: Float64Array;
  /** NaN where it has none. */
  readonly close: Float64Array;
  /** First session on which it is gone for good and its money is cash; Infinity where it is not. */
  readonly goneFrom: number;
}

/** What is to be held from the open of a session on: equal parts, the rest of the slots in cash. */
export interface Rebalancing {
  readonly session: number;
  /** Places of those to hold. */
  readonly chosen: readonly number[];
  readonly slots: number;
}

/** A portfolio carried on from its first rebalancing. */
export interface PortfolioCourse {
  /** Session of the first rebalancing, at whose open it is worth 100 before cost; -1 where there is none. */
  readonly from: number;
  /** At the close of each session from there on. */
  readonly value: Float64Array;
  /** Share of it in cash at each close. */
  readonly cash: Float64Array;
  /** By rebalancing: half the absolute trades over the value before; the first, which is a purchase, has NaN. */
  readonly turnover: Float64Array;
  /** Of each place at the last close: units held, and what is still to be traded at its next open. */
  readonly units: Float64Array;
  readonly waiting: readonly number[];
}

const SELL_ALL = -Infinity;

/**
 * Carries a portfolio on from session to session.
 * Formula: at each rebalancing V = cash + positions at that open (those without one at their last close), before cost; each chosen one
 * is to hold V/slots, every other 0; an order without an open is carried out at the instrument's next open for the same money, a whole
 * position for all its units, and the next rebalancing replaces it. Cost is taken from cash at each trade, which may go below 0 by it or
 * while a sale waits, and earns nothing. A position is valued at its last close; once it is gone its money is cash (method 12, R51 to
 * R54, R57).
 * @param members what can be held, by place
 * @param rebalancings in their order; the first that chooses anything begins it
 * @param costBp a side, in basis points
 * @param last session
 */
export function portfolioCourse(
  members: readonly Holdable[],
  rebalancings: readonly Rebalancing[],
  costBp: number,
  last: number,
): PortfolioCourse {
  const begins = rebalancings.findIndex((r) => r.chosen.length > 0 && r.session <= last);
  const units = new Float64Array(members.length);
  const orders = new Map<number, number>();
  const turnover = new Float64Array(rebalancings.length).fill(NaN);
  if (begins < 0) return { from: -1, value: new Float64Array(0), cash: new Float64Array(0), turnover, units, waiting: [] };
  const from = rebalancings[begins]!.session;
  const value = new Float64Array(last + 1 - from);
  const cashShare = new Float64Array(last + 1 - from);
  const prices = new Float64Array(members.length).fill(NaN);
  let cash = 100;
  let next = begins;
  for (let s = from; s <= last; s++) {
    members.forEach(({ goneFrom }, i) => {
      if (goneFrom > s || units[i] === 0) return;
      cash += units[i]! * prices[i]!;
      units[i] = 0;
      orders.delete(i);
    });
    if (rebalancings[next]?.session === s) {
      const { chosen, slots } = rebalancings[next]!;
      const priceNow = (i: number) => {
        const open = members[i]!.open[s]!;
        return open === open ? open : prices[i]!;
      };
      const held = (i: number) => (units[i] === 0 ? 0 : units[i]! * priceNow(i));
      const whole = units.reduce((sum, _, i) => sum + held(i), cash);
      const wanted = new Set(chosen);
      orders.clear();
      let traded = 0;
      units.forEach((own, i) => {
        if (own === 0 && !wanted.has(i)) return;
        const money = (wanted.has(i) ? whole / slots : 0) - held(i);
        traded += Math.abs(money);
        orders.set(i, wanted.has(i) ? money : SELL_ALL);
      });
      if (next > begins) turnover[next] = traded / 2 / whole;
      next++;
    }
    for (const [i, money] of orders) {
      const open = members[i]!.open[s]!;
      if (open !== open) continue;
      const change = money === SELL_ALL ? -units[i]! : Math.max(money / open, -units[i]!);
      cash -= change * open + (Math.abs(change * open) * costBp) / 10_000;
      units[i] = money === SELL_ALL ? 0 : units[i]! + change;
      prices[i] = open;
      orders.delete(i);
    }
    let held = 0;
    units.forEach((own, i) => {
      if (own === 0) return;
      const close = members[i]!.close[s]!;
      if (close === close) prices[i] = close;
      held += own * prices[i]!;
    });
    value[s - from] = cash + held;
    cashShare[s - from] = cash / (cash + held);
  }
  return { from, value, cash: cashShare, turnover, units, waiting: [...orders.keys()].sort((a, b) => a - b) };
}
