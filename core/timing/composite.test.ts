import { describe, expect, it } from "vitest";
import { composite, membershipRuns, type Panel } from "..";
import { closesTo, randomPanel } from "../testing-panel";

const { panel, spans, member } = randomPanel(11, 20, 260);
const n = panel.sessions.length;

describe("composite", () => {
  const level = composite(panel, spans);
  it("is the chained mean of members' one-bar returns", () => {
    let expected = NaN;
    for (let t = 0; t < n; t++) {
      const own = member.map((row, i) => (row[t] ? closesTo(panel, i, t) : [])).filter((c) => c.length > 0);
      if (own.length === 0) {
        expect(level[t]).toBeNaN();
        continue;
      }
      const returns = own.filter((c) => c.length > 1).map((c) => c[c.length - 1]! / c[c.length - 2]! - 1);
      if (Number.isNaN(expected)) expected = 1000;
      else if (returns.length > 0) expected *= 1 + returns.reduce((a, b) => a + b, 0) / returns.length;
      expect(level[t]).toBeCloseTo(expected, 8);
    }
  });
  it("goes on from known levels as if calculated whole, wherever it goes on from", () => {
    for (const start of [1, 100, n - 1]) expect(composite(panel, spans, level.slice(), start)).toEqual(level);
  });
  it("does not lose the return of a stock that resumes after a halt", () => {
    const close = Float64Array.of(100, NaN, 121);
    const one = { sessions: Int32Array.of(1, 2, 3), count: 1, stride: 3, close } as unknown as Panel;
    expect(Array.from(composite(one, membershipRuns([[[0, 2]]])))).toEqual([1000, NaN, 1210]);
  });
  it("of nobody is nothing", () => {
    expect(composite(panel, membershipRuns(member.map(() => []))).every(Number.isNaN)).toBe(true);
  });
});
