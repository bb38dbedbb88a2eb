import { describe, expect, it } from "vitest";
import { truthAt, truthOf } from "../conditions/truth";
import { strategyReport } from "./strategy-report";
import { strategyTrades, type StrategyBars, type StrategyPlan } from "./strategy-trades";
import { deepestFall, largestLoss, strategyValue } from "./strategy-value";

type Bar = readonly [open: number, high: number, low: number, close: number] | null;

function barsOf(rows: readonly Bar[], atr = 1): StrategyBars {
  const column = (k: 0 | 1 | 2 | 3) => Float64Array.from(rows, (row) => row?.[k] ?? NaN);
  return { open: column(0), high: column(1), low: column(2), close: column(3), range: new Float64Array(rows.length).fill(atr) };
}
const flat = (c: number): Bar => [c, c + 0.5, c - 0.5, c];
const truth = (n: number, ...on: readonly number[]) => truthOf(Int8Array.from({ length: n }, (_, s) => (on.includes(s) ? 1 : 0)));
const plan: StrategyPlan = { side: 1, size: { shares: 1 }, costBp: 0 };
const trades = (
  rows: readonly Bar[],
  enter: readonly number[],
  leave: readonly number[],
  more: Partial<StrategyPlan> = {},
  from = 0,
) => strategyTrades(barsOf(rows), truth(rows.length, ...enter), truth(rows.length, ...leave), { ...plan, ...more }, { from });
const brief = (all: ReturnType<typeof trades>) => all.map((t) => [t.entered, t.left, t.why, t.exitPrice]);

describe("a strategy by hand", () => {
  it("enters at the open after a true close and leaves at the open after the exit's, one position at a time", () => {
    const rows = [10, 11, 12, 13, 14, 15, 16].map(flat);
    const [only, second] = trades(rows, [0, 1, 2, 4], [3], { costBp: 50 });
    expect(only).toMatchObject({ signal: 0, entered: 1, left: 4, entryPrice: 11, exitPrice: 14, why: "rule", units: 1 });
    expect(only!.net).toBeCloseTo(14 / 11 - 1 - 0.01, 12);
    expect(only!.money).toBeCloseTo(3 - 0.11, 12);
    // The close of the exit's session is a signal again.
    expect(second).toMatchObject({ signal: 4, entered: 5, left: -1, why: "open" });
    expect(second!.net).toBeNaN();
  });
  it("does not enter where the exit rule is true too, nor where the next session has no bar or no open", () => {
    const rows = [flat(10), flat(10), null, flat(10), flat(10)];
    expect(trades(rows, [0], [0])).toEqual([]);
    expect(trades(rows, [1], [])).toEqual([]);
    expect(brief(trades(rows, [3], []))).toEqual([[4, -1, "open", NaN]]);
    const noOpen: Bar[] = [flat(10), [NaN, 10, 10, 10], flat(10)];
    expect(trades(noOpen, [0], [])).toEqual([]);
  });
  it("waits for the next bar to leave", () => {
    const rows = [flat(10), flat(11), flat(12), null, null, flat(9)];
    expect(brief(trades(rows, [0], [2]))).toEqual([[1, 5, "rule", 9]]);
  });
  it("is stopped from the session of entry on, at the stop or at an open beyond it, after the rule at the open", () => {
    const stop = { stop: { atrs: 2 } };
    expect(brief(trades([flat(10), [10, 10.2, 8, 9], flat(9)], [0], [], stop))).toEqual([[1, 1, "stop", 8]]);
    expect(brief(trades([flat(10), [10, 10.2, 8.01, 9], flat(9)], [0], [], stop))[0]![1]).toBe(-1);
    expect(brief(trades([flat(10), flat(10), [7, 7.5, 6.5, 7]], [0], [], stop))).toEqual([[1, 2, "stop", 7]]);
    expect(brief(trades([flat(10), flat(10), [7, 7.5, 6.5, 7]], [0], [1], stop))).toEqual([[1, 2, "rule", 7]]);
    const [short] = trades([flat(10), flat(10), [10, 11, 10, 10.5]], [0], [], { side: -1, stop: { fraction: 0.1 } });
    expect(short).toMatchObject({ stop: 11, left: 2, exitPrice: 11, why: "stop" });
    expect(short!.r).toBeCloseTo(-1, 12);
    // On its session the close may be a signal again.
    expect(brief(trades([flat(10), [10, 10.2, 7, 9], flat(9)], [0, 1], [], stop))).toEqual([
      [1, 1, "stop", 8],
      [2, -1, "open", NaN],
    ]);
  });
  it("leaves after so many market sessions at the close, by the last close where there is no bar", () => {
    const rows = [flat(10), flat(11), flat(12), flat(13), null, flat(15)];
    expect(brief(trades(rows, [0], [], { sessions: 2 }))).toEqual([[1, 3, "time", 13]]);
    expect(brief(trades(rows, [0], [], { sessions: 3 }))).toEqual([[1, 3, "time", 13]]);
    expect(brief(trades(rows, [0], [], { sessions: 0 }))).toEqual([[1, 1, "time", 11]]);
    expect(brief(trades(rows, [0], [], { sessions: 9 }))).toEqual([[1, -1, "open", NaN]]);
    // Rule, stop, time: a stop of the due session comes first.
    const stopped = [flat(10), flat(10), [10, 10, 7, 9] as const];
    expect(brief(trades(stopped, [0], [], { sessions: 1, stop: { atrs: 2 } }))).toEqual([[1, 2, "stop", 8]]);
  });
  it("is closed at the last close of what has left its market", () => {
    const rows = [flat(10), flat(11), flat(12), null, null];
    const all = strategyTrades(barsOf(rows), truth(5, 0), truth(5), plan, { from: 0, hasLeft: true });
    expect(brief(all)).toEqual([[1, 2, "end", 12]]);
  });
  it("is sized by shares or by what the stop may lose; nothing is no trade", () => {
    const rows = [10, 10, 10].map(flat);
    const units = (size: StrategyPlan["size"], stop?: StrategyPlan["stop"]) => trades(rows, [0], [], { size, stop })[0]?.units;
    expect(units({ shares: 100 })).toBe(100);
    expect(units({ risk: 10 }, { atrs: 3 })).toBe(3);
    expect(units({ risk: 0.3 }, { fraction: 0.01 })).toBe(3);
    expect(units({ risk: 2.9 }, { atrs: 3 })).toBeUndefined();
    expect(units({ risk: 10 })).toBeUndefined();
  });
  it("begins where it is told, and enters only where it may", () => {
    const rows = [10, 11, 12, 13, 14].map(flat);
    expect(brief(trades(rows, [0, 1, 2], [], {}, 2))).toEqual([[3, -1, "open", NaN]]);
    const on = { from: 0, mayEnter: (s: number) => s === 1 };
    expect(strategyTrades(barsOf(rows), truth(5, 0, 1), truth(5), plan, on)[0]!.signal).toBe(1);
  });
});

describe("value and report by hand", () => {
  const rows: Bar[] = [flat(10), [10, 11, 9, 11], [11, 12, 10, 12], [12, 12, 12, 12], null, [9, 9, 9, 9], flat(9)];
  const bars = barsOf(rows);
  const all = strategyTrades(bars, truth(7, 0, 3), truth(7, 1), { ...plan, costBp: 100 }, { from: 0 });
  it("compounds net results, carries the open one less one side's cost, and holds beside it", () => {
    expect(all.map((t) => [t.entered, t.left])).toEqual([[1, 2]]);
    const v = strategyValue(bars, all, { side: 1, costBp: 100 }, 0);
    const net = 11 / 10 - 1 - 0.02;
    expect(Array.from(v.value.subarray(0, 4))).toEqual([1, 1.09, 1 + net, 1 + net].map((x) => expect.closeTo(x, 12) as number));
    expect(v.value[4]).toBeNaN();
    expect(v.holding[0]).toBe(1);
    expect(v.holding[3]).toBeCloseTo(1.2 - 0.01, 12);
    // Held after the open of one bar of six: the bar of an exit at the open does not count.
    expect(v.timeInMarket).toBeCloseTo(1 / 6, 12);
    expect(v.money[3]).toBeCloseTo(10 * net, 12);
    expect(deepestFall(v.holding)).toBeCloseTo(1 - 0.89 / 1.19, 12);
    expect(largestLoss(Float64Array.of(0, 5, NaN, -2, 6))).toBe(7);
  });
  it("is worth nothing for good once it is lost", () => {
    const short = barsOf([flat(10), flat(10), [10, 25, 10, 25], flat(5), flat(5)]);
    const lost = strategyTrades(short, truth(5, 0), truth(5, 2), { ...plan, side: -1 }, { from: 0 });
    const v = strategyValue(short, lost, { side: -1, costBp: 0 }, 0);
    expect(Array.from(v.value)).toEqual([1, 1, 0, 0, 0]);
  });
  it("reports closed trades with interval, payoff and expectancy; of none it knows nothing", () => {
    const made = [0.1, -0.05, 0.2, 0].map((net) => ({ ...all[0]!, net, r: net * 10, money: 100 * net }));
    const r = strategyReport([...made, { ...all[0]!, left: -1, net: NaN }]);
    expect(r).toMatchObject({ n: 4, wins: 2, rate: 0.5, worst: -0.05 });
    expect(r.meanWin).toBeCloseTo(0.15, 12);
    expect(r.payoff).toBeCloseTo(3, 12);
    expect([r.expectancy, r.expectancyR, r.money]).toEqual([0.0625, 0.625, 25].map((x) => expect.closeTo(x, 12) as number));
    expect(r.interval[0]).toBeCloseTo(0.15, 2);
    const none = strategyReport([]);
    expect([none.n, none.rate, none.expectancy, none.worst]).toEqual([0, NaN, NaN, NaN]);
  });
});

describe("a strategy on random bars", () => {
  /** Session by session with a state, as one would do it by hand. */
  function slow(bars: StrategyBars, enter: Int8Array, leave: Int8Array, p: StrategyPlan, from: number) {
    const n = enter.length;
    const out: [number, number, string, number][] = [];
    let held: { at: number; price: number; stop: number; last: number } | undefined;
    let order: "in" | "out" | undefined;
    for (let s = from; s < n; s++) {
      const isBar = !Number.isNaN(bars.close[s]);
      let signal = order;
      if (order === "in") order = undefined;
      if (held && p.sessions !== undefined && s > held.at + p.sessions) {
        // Due on a session without a bar.
        out.push([held.at, held.last, "time", bars.close[held.last]!]);
        // Its close may have been a signal that has lapsed by now, unless the next bar is the next session.
        const back = held.last;
        held = undefined;
        order = undefined;
        s = back;
        if (enter[s] === 1 && leave[s] !== 1) order = "in";
        continue;
      }
      if (!isBar) continue;
      if (signal === "in") {
        const price = bars.open[s]!;
        const stop = !p.stop
          ? NaN
          : price - p.side * ("atrs" in p.stop ? p.stop.atrs * bars.range[s - 1]! : p.stop.fraction * price);
        held = { at: s, price, stop, last: s };
        signal = undefined;
      }
      if (held) {
        const exit = (why: string, price: number) => {
          out.push([held!.at, s, why, price]);
          held = undefined;
          order = undefined;
        };
        held.last = s;
        const o = bars.open[s]!;
        if (signal === "out") exit("rule", o);
        else if (p.side > 0 && o <= held.stop) exit("stop", o);
        else if (p.side < 0 && o >= held.stop) exit("stop", o);
        else if (p.side > 0 ? bars.low[s]! <= held.stop : bars.high[s]! >= held.stop) exit("stop", held.stop);
        else if (p.sessions !== undefined && s === held.at + p.sessions) exit("time", bars.close[s]!);
      }
      if (held) {
        if (leave[s] === 1) order = "out";
      } else if (enter[s] === 1 && leave[s] !== 1) order = "in";
    }
    if (held) {
      const isDue = p.sessions !== undefined && held.at + p.sessions < n;
      out.push(isDue ? [held.at, held.last, "time", bars.close[held.last]!] : [held.at, -1, "open", NaN]);
    }
    return out;
  }
  it("is what one gets session by session", () => {
    let seed = 11;
    const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
    const kinds = new Map<string, number>();
    for (let world = 0; world < 400; world++) {
      let c = 20;
      const n = 90;
      const rows = Array.from({ length: n }, (): Bar => {
        const open = c + (random() - 0.5) * 0.6;
        c += (random() - 0.5) * 1.2;
        if (random() < 0.1) return null;
        return [open, Math.max(open, c) + random() * 0.4, Math.min(open, c) - random() * 0.4, c];
      });
      const bars = barsOf(rows);
      const some = (share: number) => Int8Array.from({ length: n }, () => (random() < 0.05 ? -1 : random() < share ? 1 : 0));
      const [enter, leave] = [some(0.3), some(0.1)];
      const p: StrategyPlan = {
        side: random() < 0.5 ? 1 : -1,
        size: { shares: 1 },
        costBp: 0,
        ...(random() < 0.6
          ? { stop: random() < 0.5 ? { atrs: 1.5 * random() + 0.3 } : { fraction: 0.02 + 0.05 * random() } }
          : {}),
        ...(random() < 0.5 ? { sessions: Math.floor(random() * 8) } : {}),
      };
      const from = Math.floor(random() * 20);
      const fast = strategyTrades(bars, truthOf(enter), truthOf(leave), p, { from });
      const plain = slow(bars, enter, leave, p, from);
      expect(brief(fast)).toEqual(plain);
      for (const [, , why] of plain) kinds.set(why, (kinds.get(why) ?? 0) + 1);
      expect(truthAt(truthOf(enter), 3)).toBe(enter[3]);
    }
    for (const why of ["rule", "stop", "time", "open"]) expect(kinds.get(why)).toBeGreaterThan(50);
  });
});
