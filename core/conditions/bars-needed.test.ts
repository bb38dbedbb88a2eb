import { describe, expect, it } from "vitest";
import { barsNeeded, isNumberParameter, measureColumn, MEASURES, paramsOf, type MeasureUse } from "..";
import { randomBars, seeded } from "../testing";

const N = 1500;
const bars = randomBars(5, N);
const days = Int32Array.from({ length: N }, (_, s) => 15_000 + 7 * Math.floor(s / 5) + (s % 5));
const last = (use: MeasureUse, from: number) => {
  const cut = Object.fromEntries(Object.entries(bars).map(([k, v]) => [k, (v as Float64Array).subarray(from)]));
  return measureColumn(use, cut as unknown as typeof bars, days.subarray(from)).at(-1)!;
};

const random = seeded(9);
const known = MEASURES.filter((m) => m.column && Number.isFinite(barsNeeded({ measure: m.name })));
const usesOf = (name: string): MeasureUse[] =>
  Array.from({ length: 6 }, (_, k) => {
    if (k === 0) return { measure: name };
    const params = MEASURES.find((m) => m.name === name)!.params.flatMap((p): [string, number | string][] => {
      if (p.name === "sampling") return [];
      if (!isNumberParameter(p)) return [[p.name, p.among![Math.floor(random() * p.among!.length)]!]];
      const among = p.among ?? [Math.max(p.min, Math.min(p.max, 2 + Math.floor(18 * random())))];
      return [[p.name, among[Math.floor(random() * among.length)]!]];
    });
    return { measure: name, params: Object.fromEntries(params) };
  });

describe("the latest bars that decide a measure", () => {
  it("are known of most measures of bars", () => {
    expect(known.length).toBeGreaterThan(35);
  });
  it.each(known.map((m) => m.name))("%s: so many give what all give", (name) => {
    for (const use of usesOf(name)) {
      const [whole, cut] = [last(use, 0), last(use, Math.max(0, N - barsNeeded(use)))];
      if (Number.isNaN(whole)) expect(cut).toBeNaN();
      else expect(Math.abs(cut - whole) / Math.max(1, Math.abs(whole)), JSON.stringify(use)).toBeLessThan(1e-9);
    }
  });
  it("are all of them for what hangs on a path, and for weeks and months", () => {
    for (const measure of ["parabolic sar", "trailing stop", "swing high", "up closes", "rotation"].filter((m) =>
      MEASURES.some((x) => x.name === m),
    ))
      expect(barsNeeded({ measure })).toBe(Infinity);
    expect(barsNeeded({ measure: "rsi", params: { sampling: "weekly" } })).toBe(Infinity);
    expect(barsNeeded({ measure: "strength" })).toBe(Infinity);
    expect(paramsOf({ measure: "sma" })["n"]).toBe(barsNeeded({ measure: "sma" }));
  });
});
