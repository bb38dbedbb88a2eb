import { describe, expect, it } from "vitest";
import {
  checkedLane,
  ema,
  finishedWeeks,
  laneSignals,
  longLane,
  quickFlip,
  quickLane,
  reEntries,
  steadyFlip,
  steadyLane,
  pressure,
  weekday,
} from "..";
import { randomBars, seeded } from "../testing";

const n = 1500;
const level = randomBars(41, n).close;
const c = Array.from(level);
const random = seeded(12);
const noise = (centre: number, spread: number) => Float64Array.from({ length: n }, () => centre + spread * (random() - 0.5));
const parts = { above20: noise(50, 80), above50: noise(50, 60), netAdvances: noise(0, 1), upVolume: noise(0.5, 0.6) };
const pressures = pressure(parts);
const avg = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const smaAt = (t: number, k: number) => (t + 1 >= k ? avg(c.slice(t + 1 - k, t + 1)) : NaN);
const held = (judge: (t: number) => number) => {
  let state = 0;
  return c.map((_, t) => (state = judge(t) || state));
};
/** Slope of logs by the textbook sums. */
function slope5(t: number): number {
  if (t < 4) return NaN;
  const y = c.slice(t - 4, t + 1).map(Math.log);
  return (5 * y.reduce((s, v, k) => s + k * v, 0) - 10 * y.reduce((a, b) => a + b, 0)) / 50;
}
const quickSlow = held((t) => Math.sign(slope5(t)) || 0);

describe("Pressure", () => {
  it("is 40 x the mean of four clipped z", () => {
    const columns = [parts.above20, parts.above50, ema(parts.netAdvances, 10), ema(parts.upVolume, 10)];
    for (const t of [300, 755, 1400]) {
      const z = columns.map((column) => {
        const window = Array.from(column.slice(Math.max(0, t - 755), t + 1)).filter((x) => !Number.isNaN(x));
        const centre = avg(window);
        const sd = Math.sqrt(window.reduce((s, x) => s + (x - centre) ** 2, 0) / (window.length - 1));
        return Math.max(-2.5, Math.min(2.5, (column[t]! - centre) / sd));
      });
      expect(pressures[t]).toBeCloseTo(40 * avg(z), 8);
    }
    // The averages of ten have 252 values on the 261st session.
    expect(pressures.findIndex((x) => !Number.isNaN(x))).toBe(260);
  });
  it("stays within -100 and +100, and is none where a part is", () => {
    expect(pressures.every((x) => !(Math.abs(x) > 100))).toBe(true);
    expect(pressure({ ...parts, upVolume: noise(NaN, 0) }).every(Number.isNaN)).toBe(true);
  });
});

describe("lanes against slow recomputations", () => {
  it("Quick", () => {
    expect(Array.from(quickLane(level))).toEqual(quickSlow);
  });
  it("Checked", () => {
    const t3 = (t: number) => avg([pressures[t]!, pressures[t - 1]!, pressures[t - 2]!]);
    const slow = held((t) => {
      if (quickSlow[t] === 1 && c[t]! > c[t - 1]! * (1 + 1e-9) && pressures[t]! > t3(t)) return 1;
      return quickSlow[t] === -1 && c[t]! < c[t - 1]! * (1 - 1e-9) && pressures[t]! < t3(t) ? -1 : 0;
    });
    expect(Array.from(checkedLane(level, quickLane(level), pressures))).toEqual(slow);
    expect(new Set(slow)).toEqual(new Set([0, 1, -1]));
    expect(
      checkedLane(
        level,
        quickLane(level),
        pressures.map(() => NaN),
      ).every((s) => s === 0),
    ).toBe(true);
  });
  it("Steady", () => {
    const raw = (t: number) => {
      if (c[t]! > smaAt(t, 50) && smaAt(t, 50) > smaAt(t - 5, 50)) return 1;
      return c[t]! < smaAt(t, 50) && smaAt(t, 50) < smaAt(t - 5, 50) ? -1 : 0;
    };
    expect(Array.from(steadyLane(level))).toEqual(held((t) => (t > 0 && raw(t) === raw(t - 1) ? raw(t) : 0)));
  });
  it("Long, over weeks of which some lack their Friday", () => {
    const days: number[] = [];
    for (let day = 12_000; days.length < n; day++) {
      if (weekday(day) <= 5 && !(weekday(day) === 5 && day % 4 === 0)) days.push(day);
    }
    const sessions = Int32Array.from(days);
    const weeks = finishedWeeks(sessions);
    expect(weeks.some((w) => w.judged > w.last)).toBe(true);
    const balance = weeks.map((_, k) => Math.round(20 * Math.sin(k / 7)));
    const verdict = weeks.map((w, k) => {
      if (k < 29) return 0;
      const average = avg(weeks.slice(k - 29, k + 1).map((v) => c[v.last]!));
      return c[w.last]! > average && balance[k]! > 0 ? 1 : c[w.last]! < average && balance[k]! < 0 ? -1 : 0;
    });
    const slow = held((t) => {
      const k = weeks.findIndex((w) => w.judged === t);
      return k > 0 && verdict[k] === verdict[k - 1] ? verdict[k]! : 0;
    });
    expect(Array.from(longLane(sessions, level, balance))).toEqual(slow);
    expect(laneSignals(longLane(sessions, level, balance)).length).toBeGreaterThan(3);
  });
  it("signals are the changes of state", () => {
    expect(laneSignals(Int8Array.of(1, 1, -1, -1, 1))).toEqual([
      { session: 0, state: 1 },
      { session: 2, state: -1 },
      { session: 4, state: 1 },
    ]);
  });
});

describe("what would change a lane", () => {
  const withNext = (t: number, next: number) => Float64Array.from([...c.slice(0, t + 1), next]);
  it("Quick turns just beyond its level and not just before", () => {
    for (const t of [200, 777, 1498]) {
      const flip = quickFlip(level.slice(0, t + 1));
      expect(quickLane(withNext(t, flip * 1.0001))[t + 1]).toBe(1);
      expect(quickLane(withNext(t, flip * 0.9999))[t + 1]).toBe(-1);
    }
    expect(quickFlip(level.slice(0, 3))).toBeNaN();
  });
  it("Steady turns just beyond its level where it has one, and nowhere else", () => {
    const states = steadyLane(level);
    let solved = 0;
    let unsolved = 0;
    for (let t = 300; t < 1499; t++) {
      const state = states[t]!;
      const flip = steadyFlip(level.slice(0, t + 1), state);
      if (Number.isNaN(flip)) {
        if (unsolved++ < 60) for (const far of [0.5, 2]) expect(steadyLane(withNext(t, c[t]! * far))[t + 1]).toBe(state);
      } else if (solved++ < 40) {
        expect(steadyLane(withNext(t, flip * (1 - 0.0001 * state)))[t + 1]).toBe(-state);
        expect(steadyLane(withNext(t, flip * (1 + 0.0001 * state)))[t + 1]).toBe(state);
      }
    }
    expect(solved).toBeGreaterThan(5);
  });
});

describe("re-entry episodes", () => {
  it("are the first up-turn after a wash-out, once until Pressure has been above zero", () => {
    const t = Float64Array.of(10, -70, -50, -65, -40, -80, -20, 5, -61, 3, -62, -10, 8);
    const checked = Int8Array.of(-1, -1, 1, -1, 1, -1, 1, 1, -1, 1, -1, 1, 1);
    const { episodes, armed, washedOut } = reEntries(t, checked);
    // Washed out at 1, episode at 2, none at 4 and 6; armed at 7, washed out at 8; at 9 the turn is judged before the
    // Pressure above zero cancels it; washed out again at 10, episode at 11.
    expect(episodes).toEqual([
      { session: 2, depth: -70, lowest: 1 },
      { session: 9, depth: -61, lowest: 8 },
      { session: 11, depth: -62, lowest: 10 },
    ]);
    expect([armed, washedOut]).toEqual([true, false]);
  });
  it("wait, however long, and are cancelled by a Pressure above zero", () => {
    const t = Float64Array.of(-65, -30, -20, -10, -5, 2, -1);
    expect(reEntries(t, Int8Array.of(1, 1, 1, -1, 1, 1, 1)).episodes).toEqual([{ session: 4, depth: -65, lowest: 0 }]);
    expect(reEntries(t, Int8Array.of(1, 1, 1, 1, -1, -1, 1)).episodes).toEqual([]);
  });
});
