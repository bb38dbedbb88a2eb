import { EMA } from "technicalindicators";
import { describe, expect, it } from "vitest";
import { advanceDeclineLine, advances, mcclellan, netAdvanceShare, newExtremes, thrusts, upVolumeShare } from "..";
import { definedOf, largestDifference, seeded } from "../testing";
import { closesTo, randomPanel } from "../testing-panel";

const { panel, spans, member } = randomPanel(3, 14, 420);
const sessions = panel.sessions.length;
const membersAt = (s: number) => member.flatMap((row, i) => (row[s] ? [i] : []));
const near = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * b;

describe("advances and declines", () => {
  const found = advances(panel, spans);
  it("equal a count by the definition on every session", () => {
    for (let s = 0; s < sessions; s++) {
      const counts = { up: 0, down: 0, same: 0, upVolume: 0, downVolume: 0 };
      for (const i of membersAt(s)) {
        const own = closesTo(panel, i, s);
        if (own.length < 2) continue;
        const [before, now] = own.slice(-2) as [number, number];
        const volume = panel.volume[i * sessions + s]!;
        if (near(now, before)) counts.same++;
        else if (now > before) {
          counts.up++;
          counts.upVolume += volume;
        } else {
          counts.down++;
          counts.downVolume += volume;
        }
      }
      expect([found.advances[s], found.declines[s], found.unchanged[s]]).toEqual([counts.up, counts.down, counts.same]);
      expect([found.upVolume[s], found.downVolume[s]]).toEqual([counts.upVolume, counts.downVolume]);
    }
    expect(found.unchanged.some((n) => n > 0)).toBe(true);
  });
  it("give a line, shares, and the McClellan oscillator of another library's averages", () => {
    const share = netAdvanceShare(found);
    const line = advanceDeclineLine(found);
    const counted = Array.from({ length: sessions }, (_, s) => found.advances[s]! + found.declines[s]! + found.unchanged[s]! > 0);
    expect(Array.from(line, (x) => !Number.isNaN(x))).toEqual(counted);
    expect(line[counted.lastIndexOf(true)]).toBe(
      found.advances.reduce((a, b) => a + b, 0) - found.declines.reduce((a, b) => a + b, 0),
    );
    const s = 200;
    expect(share[s]).toBe((found.advances[s]! - found.declines[s]!) / (found.advances[s]! + found.declines[s]!));
    expect(upVolumeShare(found)[s]).toBe(found.upVolume[s]! / (found.upVolume[s]! + found.downVolume[s]!));
    const rana = definedOf(share).map((x) => 1000 * x);
    const fast = EMA.calculate({ period: 19, values: rana });
    const slow = EMA.calculate({ period: 39, values: rana });
    const expected = slow.map((x, k) => fast[k + 20]! - x);
    const own = mcclellan(share);
    expect(definedOf(own.oscillator).every((x, k) => Math.abs(x - expected[k]!) < 1e-8)).toBe(true);
    expect(largestDifference(definedOf(own.summation).slice(-1), [expected.reduce((a, b) => a + b, 0)])).toBeLessThan(1e-8);
  });
  it("without movement are a share of zero, without members none", () => {
    const none = { advances: Uint16Array.of(0, 0), declines: Uint16Array.of(0, 0), unchanged: Uint16Array.of(3, 0) };
    expect(Array.from(netAdvanceShare(none))).toEqual([0, NaN]);
  });
});

describe("new highs and lows", () => {
  it.each([20, 252])("of %i bars equal a count by the definition", (n) => {
    const found = newExtremes(panel, spans, { n });
    for (let s = 0; s < sessions; s++) {
      let [highs, lows, counted] = [0, 0, 0];
      for (const i of membersAt(s)) {
        const own = closesTo(panel, i, s);
        if (own.length < n) continue;
        counted++;
        const now = own[own.length - 1]!;
        const before = own.slice(-n, -1);
        if (before.every((c) => now > c && !near(now, c))) highs++;
        if (before.every((c) => now < c && !near(now, c))) lows++;
      }
      expect([found.highs[s], found.lows[s], found.counted[s]]).toEqual([highs, lows, counted]);
    }
    expect(found.counted.some((c) => c > 0)).toBe(true);
  });
});

describe("thrusts", () => {
  /** By the definition, looking back from each session anew. */
  function slow(p: readonly number[]): number[] {
    return p.flatMap((x, t) => {
      if (!(x >= 80)) return [];
      const low = p.slice(0, t).findLastIndex((y) => y <= 20);
      const earlier = p.slice(low + 1, t).some((y) => y >= 80);
      return low >= 0 && t - low <= 10 && !earlier ? [t] : [];
    });
  }
  it("need ten sessions or fewer, and come once after each low", () => {
    const path = (gap: number) => [15, ...new Array<number>(gap - 1).fill(50), 85, 90];
    expect(thrusts(Float64Array.from(path(10)))).toEqual([10]);
    expect(thrusts(Float64Array.from(path(11)))).toEqual([]);
    const random = seeded(8);
    let x = 50;
    const walk = Array.from({ length: 3000 }, () => (x = Math.max(0, Math.min(100, x + 60 * (random() - 0.5)))));
    expect(slow(walk).length).toBeGreaterThan(20);
    expect(thrusts(Float64Array.from(walk))).toEqual(slow(walk));
  });
});
