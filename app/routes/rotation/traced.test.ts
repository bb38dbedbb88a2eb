import { describe, expect, it } from "vitest";
import { tracedOf } from "./traced";

/** Moves by so many sigma in its last sample, and stood still before. */
const member = (k: number, moved: number) => ({
  key: `T${k}`,
  trend: Float64Array.of(0, 0, 0, moved),
  momentum: Float64Array.of(0, 0, 0, 0),
});
const members = (n: number) => Array.from({ length: n }, (_, k) => member(k, (k * 7) % n));
const of = (n: number, colourOf: (k: number) => string, chosen: string[] = [], trail = 2) => {
  const all = members(n);
  return tracedOf(all, new Map(all.map((m, k) => [m.key, colourOf(k)])), new Set(chosen), trail);
};

describe("trails", () => {
  it("are drawn of all where there is room", () => {
    const { traced, isLimited, colours } = of(13, () => "teal");
    expect([traced.size, isLimited, colours.get("T3")]).toEqual([13, false, "teal"]);
    expect(of(16, () => "teal").isLimited).toBe(false);
    expect(of(17, () => "teal").isLimited).toBe(true);
  });
  it("of many are those of the five that moved most and of the chosen, each in a colour of its own", () => {
    const { traced, colours } = of(60, () => "teal", ["T0", "T1", "GONE"]);
    const movers = members(60)
      .sort((a, b) => b.trend[3]! - a.trend[3]!)
      .slice(0, 5)
      .map((m) => m.key);
    expect([...traced].sort()).toEqual([...movers, "T0", "T1"].sort());
    expect(new Set([...traced].map((key) => colours.get(key))).size).toBe(7);
    expect(colours.get("T2")).toBe("var(--soft)");
  });
  it("keep the colours of their groups where those tell them apart", () => {
    const { traced, colours } = of(42, (k) => `sector ${k % 13}`);
    expect(traced.size).toBe(5);
    expect(colours.get("T14")).toBe("sector 1");
    expect(of(42, (k) => `sector ${k % 7}`).colours.get("T1")).toBe("sector 1");
    expect(of(42, (k) => `sector ${k % 6}`).colours.get("T1")).toBe("var(--soft)");
  });
  it("leave out who has not moved, or has no past", () => {
    const still = Array.from({ length: 20 }, (_, k) => ({
      ...member(k, k < 3 ? 1 : 0),
      ...(k === 0 ? { momentum: Float64Array.of(0, NaN, 0, 0) } : {}),
    }));
    expect([...tracedOf(still, new Map(), new Set(), 2).traced]).toEqual(["T1", "T2"]);
  });
});
