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
  const n = members.length;
  const units = new Float64Array(n);
  const turnover = new Float64Array(rebalancings.length).fill(NaN);
  if (begins < 0) return { from: -1, value: new Float64Array(0), cash: new Float64Array(0), turnover, units, waiting: [] };
  const from = rebalancings[begins]!.session;
  const value = new Float64Array(last + 1 - from);
  const cashShare = new Float64Array(last + 1 - from);
  const prices = new Float64Array(n).fill(NaN);
  const closes = bySession(members.map((member) => member.close));
  const leaving = Array.from(members.keys())
    .filter((i) => members[i]!.goneFrom <= last)
    .sort((a, b) => members[a]!.goneFrom - members[b]!.goneFrom);
  // What is still to be traded: the places in their order, and the money of each.
  const money = new Float64Array(n);
  const wanted = new Uint8Array(n);
  let waiting: number[] = [];
  let cash = 100;
  let next = begins;
  let left = 0;
  for (let s = from; s <= last; s++) {
    for (let i = leaving[left]; i !== undefined && members[i]!.goneFrom <= s; i = leaving[++left]) {
      if (units[i] === 0) continue;
      cash += units[i]! * prices[i]!;
      units[i] = 0;
      waiting = waiting.filter((place) => place !== i);
    }
    if (rebalancings[next]?.session === s) {
      const { chosen, slots } = rebalancings[next]!;
      const held = (i: number) => {
        if (units[i] === 0) return 0;
        const price = members[i]!.open[s]!;
        return units[i]! * (Number.isNaN(price) ? prices[i]! : price);
      };
      let whole = cash;
      for (let i = 0; i < n; i++) whole += held(i);
      wanted.fill(0);
      for (const i of chosen) wanted[i] = 1;
      waiting = [];
      let traded = 0;
      for (let i = 0; i < n; i++) {
        if (units[i] === 0 && wanted[i] === 0) continue;
        const change = (wanted[i] === 1 ? whole / slots : 0) - held(i);
        traded += Math.abs(change);
        money[i] = wanted[i] === 1 ? change : SELL_ALL;
        waiting.push(i);
      }
      if (next > begins) turnover[next] = traded / 2 / whole;
      next++;
    }
    if (waiting.length > 0) {
      const unopened: number[] = [];
      for (const i of waiting) {
        const price = members[i]!.open[s]!;
        if (Number.isNaN(price)) {
          unopened.push(i);
          continue;
        }
        const change = money[i] === SELL_ALL ? -units[i]! : Math.max(money[i]! / price, -units[i]!);
        cash -= change * price + (Math.abs(change * price) * costBp) / 10_000;
        units[i] = money[i] === SELL_ALL ? 0 : units[i]! + change;
        prices[i] = price;
      }
      waiting = unopened;
    }
    const held = valueAt(units, prices, closes(s));
    value[s - from] = cash + held;
    cashShare[s - from] = cash / (cash + held);
  }
  return { from, value, cash: cashShare, turnover, units, waiting };
}

/** What the units are worth at the closes of a session, at the last price of those that have none; the prices are carried on. */
function valueAt(units: Float64Array, prices: Float64Array, closes: Float64Array): number {
  let value = 0;
  for (let i = 0; i < units.length; i++) {
    if (units[i] === 0) continue;
    if (!Number.isNaN(closes[i]!)) prices[i] = closes[i]!;
    value += units[i]! * prices[i]!;
  }
  return value;
}

/** Sessions that are turned at a time: what of so many is read together stays near. */
const BLOCK = 32;

/**
 * Columns turned, some sessions at a time: what all of them have on a session lies side by side.
 * @returns gives the values of a session by column, until it is asked for one of another block
 */
function bySession(columns: readonly Float64Array[]): (session: number) => Float64Array {
  const width = columns.length;
  const block = new Float64Array(BLOCK * width);
  let begin = -1;
  return (session) => {
    const start = session - (session % BLOCK);
    if (start !== begin) {
      columns.forEach((column, i) => {
        for (let k = 0; k < BLOCK; k++) block[k * width + i] = column[start + k]!;
      });
      begin = start;
    }
    return block.subarray((session - start) * width, (session - start + 1) * width);
  };
}
