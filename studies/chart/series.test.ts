import { data, N } from "@studies/testing/two-worlds";
import { saidAll } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { groups } from "@studies/strength/groups";
import { Market } from "@studies/market/market";
import { series } from "./series";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const market = new Market(data, N - 1);

describe("series of anything", () => {
  it("a series is that of an instrument or a group, here or abroad, and nothing else", () => {
    const of = (key: string) => series.ask(market, series.params.parse({ key, history: 30 }));
    expect(of("KOR")!.close).toHaveLength(30);
    expect(of("sector:Fish")!.r63).toBeCloseTo(
      groups.ask(market, groups.params.parse({})).rows.find((r) => r.name === "Fish")!.returns[2],
      12,
    );
    expect(of("group:Stones")!.name).toBe("Stones");
    expect(of("IDX")!.relative.every((x) => Math.abs(x - 100) < 1e-9)).toBe(true);
    expect([of("market:"), of("NOBODY"), of("group:Nobody")]).toEqual([undefined, undefined, undefined]);
    expect(saidAll(series.reading(undefined))).toContain("no such series");
  });
});
