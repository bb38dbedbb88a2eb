import { data, N } from "@studies/testing/two-worlds";
import { saidAll } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { periodMap } from "./period-map";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const market = new Market(data, N - 1);

describe("period maps", () => {
  it("a period may be any two days, in either order, of any set", () => {
    const of = (more: Record<string, unknown>) => periodMap.ask(market, periodMap.params.parse(more));
    const [from, to] = ["2026-03-02", "2026-06-05"];
    const there = of({ from, to });
    expect(of({ from: to, to: from }).rows).toEqual(there.rows);
    expect(there.rows.map((r) => r.change)).toEqual(there.rows.map((r) => r.change).sort((a, b) => b - a));
    expect(
      of({ set: "world", from, to })
        .rows.map((r) => r.key)
        .sort(),
    ).toEqual(["NOR", "SUD"]);
    expect(of({ in: "group:Nautical", from, to }).rows.map((r) => r.key)).toEqual(["AAA"]);
    const one = of({ from, to: from });
    expect(one.sessions).toBe(0);
    expect(one.rows.every((r) => r.change === 0)).toBe(true);
    expect(() => periodMap.params.parse({ from: "2026-02-30" })).toThrow("needs a date");
    expect(saidAll(periodMap.reading(there))).toMatch(/did best with .*, .* worst with/);
    expect(saidAll(periodMap.reading({ ...there, rows: [] }))).toBe("No stock has a close at the beginning of this period.");
  });
});
