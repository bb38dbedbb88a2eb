import { describe, expect, it } from "vitest";
import { periodEnds, portfolioCourse, rebalancedModel, type Holdable, type ModelMember, type Rebalancing } from "..";
import { isoDate, findEpochDay } from "../columns/epoch-day";
import { randomBars, seeded, withGaps } from "../testing";

const daysBetween = (from: string, to: string, holidays: readonly string[] = []) => {
  const out: number[] = [];
  for (let day = findEpochDay(from); day <= findEpochDay(to); day++) {
    const weekday = new Date(day * 86_400_000).getUTCDay();
    if (weekday !== 0 && weekday !== 6 && !holidays.includes(isoDate(day))) out.push(day);
  }
  return Int32Array.from(out);
};

describe("the ends of periods", () => {
  const days = daysBetween("2025-11-03", "2026-07-02", ["2026-01-30", "2026-03-31"]);
  const dates = (over: Int32Array) => Array.from(over, (s) => isoDate(days[s]!));
  it("are the last sessions of months that are over", () => {
    const { over, inProgress } = periodEnds(days, "month");
    expect(dates(over)).toEqual([
      "2025-11-28",
      "2025-12-31",
      "2026-01-29",
      "2026-02-27",
      "2026-03-30",
      "2026-04-30",
      "2026-05-29",
      "2026-06-30",
    ]);
    expect(inProgress).toBe(true);
  });
  it("are of quarters when the third month is over", () => {
    expect(dates(periodEnds(days, "quarter").over)).toEqual(["2025-12-31", "2026-03-30", "2026-06-30"]);
    const toMay = days.subarray(0, days.indexOf(findEpochDay("2026-05-29")) + 1);
    expect(dates(periodEnds(toMay, "quarter").over)).toEqual(["2025-12-31", "2026-03-30"]);
    expect(periodEnds(toMay, "quarter").inProgress).toBe(true);
    const toJune = days.subarray(0, days.indexOf(findEpochDay("2026-06-30")) + 1);
    expect(periodEnds(toJune, "quarter")).toMatchObject({ inProgress: false });
    // The last day of March was a holiday: the quarter is over with the first session after it, with the close it had.
    const toHoliday = days.subarray(0, days.indexOf(findEpochDay("2026-03-30")) + 1);
    expect(dates(periodEnds(toHoliday, "quarter").over)).toEqual(["2025-12-31"]);
  });
  it("are Fridays, or the last session before", () => {
    const { over, inProgress } = periodEnds(days, "week");
    expect(dates(over)).toContain("2026-01-29");
    expect(dates(over)).toContain("2026-06-26");
    expect(inProgress).toBe(true);
  });
});

/** Bars with halts, missing opens, late listings and ends. */
function holdables(seed: number, count: number, sessions: number): Holdable[] {
  const random = seeded(seed);
  return Array.from({ length: count }, (_, i) => {
    const { open, close } = withGaps(randomBars(seed * 100 + i, sessions), i, 0.06).bars;
    if (i % 5 === 1) for (const column of [open, close]) column.fill(NaN, 0, 30);
    let goneFrom = Infinity;
    if (i % 4 === 2) {
      const end = 60 + Math.floor(random() * 60);
      for (const column of [open, close]) column.fill(NaN, end);
      goneFrom = end + Math.floor(random() * 4);
    }
    for (let s = 0; s < sessions; s++) if (random() < 0.04) open[s] = NaN;
    return { open, close, goneFrom };
  });
}

/** The same as a ledger: every deed a line, money and units kept apart by ticker. */
function ledger(members: readonly Holdable[], rebalancings: readonly Rebalancing[], costBp: number, last: number) {
  const lots = new Map<number, number>();
  const wanted = new Map<number, { readonly money: number; readonly all: boolean }>();
  const priceOn = (i: number, s: number, at: "open" | "close") => {
    if (at === "open" && !Number.isNaN(members[i]!.open[s])) return members[i]!.open[s]!;
    for (let b = at === "open" ? s - 1 : s; b >= 0; b--) if (!Number.isNaN(members[i]!.close[b])) return members[i]!.close[b]!;
    return NaN;
  };
  const values: number[] = [];
  const turnover: number[] = [];
  let money = 100;
  let paid = 0;
  let first = -1;
  for (let s = 0; s <= last; s++) {
    for (const [i, lot] of [...lots])
      if (s >= members[i]!.goneFrom) {
        money += lot * priceOn(i, s - 1, "close");
        lots.delete(i);
        wanted.delete(i);
      }
    const due = rebalancings.find((r) => r.session === s);
    if (due && (first >= 0 || due.chosen.length > 0)) {
      const worth = [...lots].reduce((sum, [i, lot]) => sum + lot * priceOn(i, s, "open"), money);
      wanted.clear();
      let moved = 0;
      for (const i of new Set([...lots.keys(), ...due.chosen])) {
        const own = lots.has(i) ? lots.get(i)! * priceOn(i, s, "open") : 0;
        const target = due.chosen.includes(i) ? worth / due.slots : 0;
        moved += Math.abs(target - own);
        wanted.set(i, { money: target - own, all: !due.chosen.includes(i) });
      }
      turnover.push(first < 0 ? NaN : moved / 2 / worth);
      if (first < 0) first = s;
    }
    if (first < 0) continue;
    for (const [i, order] of [...wanted]) {
      const open = members[i]!.open[s]!;
      if (Number.isNaN(open)) continue;
      const lot = lots.get(i) ?? 0;
      const units = order.all ? -lot : Math.max(-lot, order.money / open);
      money -= units * open;
      const cost = Math.abs(units * open) * (costBp / 10_000);
      money -= cost;
      paid += cost;
      lots.set(i, order.all ? 0 : lot + units);
      if (order.all) lots.delete(i);
      wanted.delete(i);
    }
    values.push([...lots].reduce((sum, [i, lot]) => sum + lot * priceOn(i, s, "close"), money));
  }
  return { first, values, turnover, money, paid };
}

describe("a portfolio that is rebalanced", () => {
  it.each([1, 2, 3, 4, 5, 6, 7, 8])("in world %i is what a ledger says", (seed) => {
    const members = holdables(seed, 12, 160);
    const random = seeded(seed + 50);
    const rebalancings = Array.from({ length: 14 }, (_, k): Rebalancing => {
      const chosen = members.flatMap((_, i) => (random() < 0.35 ? [i] : [])).slice(0, 5);
      return { session: 6 + 11 * k, chosen: k < 2 ? [] : chosen, slots: 5 };
    }).map((r) => ({
      ...r,
      // Who has a bar on the session of the ranking and has not ended.
      chosen: r.chosen.filter((i) => !Number.isNaN(members[i]!.close[r.session - 1]) && r.session < members[i]!.goneFrom),
    }));
    const found = portfolioCourse(members, rebalancings, 15, 159);
    const slow = ledger(members, rebalancings, 15, 159);
    expect(found.from).toBe(slow.first);
    expect(found.value).toHaveLength(slow.values.length);
    found.value.forEach((x, k) => {
      expect(x).toBeCloseTo(slow.values[k]!, 9);
    });
    const begun = rebalancings.findIndex((r) => r.session === found.from);
    expect(Array.from(found.turnover.subarray(begun)).map((x) => (Number.isNaN(x) ? -1 : x.toFixed(9)))).toEqual(
      slow.turnover.map((x) => (Number.isNaN(x) ? -1 : x.toFixed(9))),
    );
    // Money adds up: what is not in positions is cash.
    found.value.forEach((x, k) => {
      expect(found.cash[k]! * x).toBeLessThan(x + 1e-9);
    });
    expect(slow.paid).toBeGreaterThan(0);
  });

  it("is worth 100 at its first open before cost, and nothing before it", () => {
    const flat = (x: number) => ({ open: new Float64Array(5).fill(x), close: new Float64Array(5).fill(x), goneFrom: Infinity });
    const { from, value, cash } = portfolioCourse(
      [flat(10), flat(20)],
      [
        { session: 1, chosen: [], slots: 2 },
        { session: 2, chosen: [0], slots: 2 },
      ],
      20,
      4,
    );
    expect(from).toBe(2);
    expect(Array.from(value)).toEqual([99.9, 99.9, 99.9]);
    expect(cash[0]).toBeCloseTo(49.9 / 99.9, 12);
    expect(portfolioCourse([flat(1)], [{ session: 1, chosen: [], slots: 1 }], 0, 4)).toMatchObject({ from: -1 });
  });

  it("sells a whole position at the next open where it had none, and buys meanwhile with money it does not have yet", () => {
    const open = Float64Array.of(10, 10, NaN, 12, 12);
    const close = Float64Array.of(10, 11, NaN, 12, 13);
    const other = { open: new Float64Array(5).fill(5), close: new Float64Array(5).fill(5), goneFrom: Infinity };
    const { value, cash, units, waiting } = portfolioCourse(
      [{ open, close, goneFrom: Infinity }, other],
      [
        { session: 1, chosen: [0], slots: 1 },
        { session: 2, chosen: [1], slots: 1 },
      ],
      0,
      4,
    );
    // Ten units at 10; at its last close they are worth 110, for which the other is bought.
    expect(Array.from(value)).toEqual([110, 110, 120, 120]);
    expect(cash[1]).toBeCloseTo(-1, 12);
    expect(cash[2]).toBeCloseTo(10 / 120, 12);
    expect(Array.from(units)).toEqual([0, 22]);
    expect(waiting).toEqual([]);
  });
});

describe("orders that wait", () => {
  const flat = (x: number, missing: readonly number[] = []) => {
    const column = Float64Array.from({ length: 8 }, (_, s) => (missing.includes(s) ? NaN : x));
    return { open: column, close: column.slice(), goneFrom: Infinity };
  };
  it("to buy are given up where the next rebalancing does not want it any more", () => {
    const { units, value } = portfolioCourse(
      [flat(10), flat(20, [2, 3, 4])],
      [
        { session: 2, chosen: [0, 1], slots: 2 },
        { session: 4, chosen: [0], slots: 2 },
      ],
      0,
      7,
    );
    expect(Array.from(units)).toEqual([5, 0]);
    expect(value.at(-1)).toBe(100);
  });
  it("to sell a part for a sum of money sell no more than is held", () => {
    // It falls to a hundredth while it does not trade: the money asked for is more than all of it.
    const fallen = flat(10, [3]);
    for (let s = 4; s < 8; s++) fallen.open[s] = fallen.close[s] = 0.1;
    const { units } = portfolioCourse(
      [fallen, flat(10)],
      [
        { session: 1, chosen: [0], slots: 1 },
        { session: 3, chosen: [0, 1], slots: 2 },
      ],
      0,
      7,
    );
    expect(units[0]).toBe(0);
  });
});

describe("a rebalanced model", () => {
  const sessions = 150;
  const rankings = Int32Array.from({ length: 13 }, (_, k) => 10 + 11 * k);
  const random = seeded(3);
  const members: ModelMember[] = holdables(21, 10, sessions).map((own) => ({
    ...own,
    present: Uint8Array.from(rankings, (s) => (random() < 0.85 && !Number.isNaN(own.close[s]) ? 1 : 0)),
    measure: Float64Array.from(rankings, () => (random() < 0.1 ? NaN : random())),
    average: Float64Array.from(rankings, (s) => (random() < 0.1 ? NaN : own.close[s]! * (0.9 + 0.2 * random()))),
  }));

  it("holds the top of those above their own average, the rest of the slots in cash", () => {
    const { course, chosen } = rebalancedModel(members, rankings, { most: 3, order: "highest", costBp: 10 }, sessions - 1);
    rankings.forEach((s, k) => {
      const able = members
        .map((m, i) => ({ i, x: m.measure[k]!, ok: m.present[k] === 1 && m.close[s]! > m.average![k]! }))
        .filter(({ x, ok }) => ok && !Number.isNaN(x))
        .sort((a, b) => b.x - a.x);
      expect(chosen[k]).toEqual(able.slice(0, 3).map(({ i }) => i));
    });
    const slow = ledger(
      members,
      chosen.map((own, k) => ({ session: rankings[k]! + 1, chosen: own, slots: 3 })),
      10,
      sessions - 1,
    );
    expect(course.value.at(-1)).toBeCloseTo(slow.values.at(-1)!, 9);
  });

  it("stands beside all of the set in equal parts, from the same open, without cost", () => {
    const { course, equal } = rebalancedModel(members, rankings, { most: 3, order: "lowest", costBp: 10 }, sessions - 1);
    expect(equal.from).toBe(course.from);
    const first = rankings.findIndex((s) => s + 1 === course.from);
    const all = Array.from(rankings.subarray(first), (s, j) => {
      const chosen = members.flatMap((m, i) => (m.present[first + j] === 1 && !Number.isNaN(m.open[s + 1]) ? [i] : []));
      return { session: s + 1, chosen, slots: chosen.length };
    });
    const slow = ledger(members, all, 0, sessions - 1);
    equal.value.forEach((x, k) => {
      expect(x).toBeCloseTo(slow.values[k]!, 9);
    });
  });
});
