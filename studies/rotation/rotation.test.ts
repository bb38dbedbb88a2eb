import { data, N } from "@studies/testing/two-worlds";
import { saidAll } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { benchmarkOf } from "@studies/sets/benchmark";
import { Market } from "@studies/market/market";
import { rotation } from "./rotation";
import type { RotationRow } from "./rotation-row";
import { rotationSentences, whatHappened } from "./rotation-sentences";
import { rotationChanges } from "@studies/today/today-changes";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const market = new Market(data, N - 1);
const at = (of: Record<string, unknown>) => rotation.ask(market, rotation.params.parse(of));

describe("rotation in words and benchmarks", () => {
  it("stands against the index of the set unless another is asked for", () => {
    const named = (set: Parameters<typeof benchmarkOf>[1], bench = "index") => benchmarkOf(market, set, bench).name;
    expect(named("sector")).toBe("IDX Works");
    expect(named("commodity")).toBe("ALL Works");
    expect(named("world")).toBe("WLD Works");
    expect(named("asset-class")).toBe("the average of the set");
    expect(named("currency")).toBe("a flat line");
    expect(named("sector", "KOR")).toBe("KOR Works");
    expect(named("sector", "NOBODY")).toBe("the average of the set");
    expect(at({ set: "asset-class", bench: "IDX", samples: 8 }).rows.map((r) => r.key)).toEqual(["ALL"]);
  });
  it("says who stands highest and lowest, and whether leading is rising", () => {
    const r = at({ set: "sector" });
    expect(r.rows).toHaveLength(2);
    expect(r.rows[0]!.trend.at(-1)!).toBeGreaterThan(r.rows[1]!.trend.at(-1)!);
    expect(saidAll(rotation.reading(r))).toMatch(/^Of the 2 sectors \w+ stands highest against IDX Works, at [+−]\d\.\dσ, /);
    expect(r.pair!.ratio[0]).toBeCloseTo(100, 9);
    expect(r.days).toHaveLength(104);
    expect(rotation.table(r).rows).toHaveLength(2);
    const row = (trend: number, flat: number): RotationRow => ({
      ...r.rows[0]!,
      name: `M${trend}`,
      phase: trend >= 0 ? "ahead, gaining" : "behind, slipping",
      trend: Float64Array.of(trend),
      flatTrend: Float64Array.of(flat),
    });
    const words = (rows: RotationRow[]) =>
      saidAll(rotationSentences({ ...r, rows, phases: [{ phase: "ahead, gaining", value: NaN }], events: [] }));
    expect(words([row(2, -1), row(1, -1), row(-1, 1)])).toContain("all of them fall against a flat line: leading is not rising");
    expect(words([row(2, 1), row(1, 1), row(0.5, -1), row(-1, 1)])).toContain("1 of them falls against a flat line.");
    expect(words([row(2, 1), row(-1, 1)])).toContain("1 of 2 is ahead; it also rises against a flat line.");
    expect(words([row(-1, 1)])).toBe("M-1 stands at −1.0σ against IDX Works, behind and slipping. None is ahead. ".trim());
    expect(words([])).toBe("There are no sectors at this date.");
    const midweek = rotation.ask(new Market(data, N - 3), rotation.params.parse({}));
    expect(midweek.inProgress).toBe(true);
    expect(saidAll(rotation.reading(midweek))).toContain("The week is not over: phases and directions are provisional.");
    expect(midweek.events.every((e) => e.day < midweek.days.at(-1)!)).toBe(true);
  });
  it("tells the latest events of a few samples, the oldest of them not", () => {
    const event = (name: string, kind: "turn" | "took the lead" | "failed recovery", ago: number) => ({
      key: name,
      name,
      kind,
      day: 20_600,
      ago,
    });
    expect(whatHappened([event("A", "took the lead", 0), event("B", "turn", 0), event("C", "turn", 2)], "week")).toBe(
      "In the last finished week A took the lead; B turned.",
    );
    expect(
      whatHappened(
        [event("A", "failed recovery", 1), event("B", "failed recovery", 1), event("C", "failed recovery", 1)],
        "month",
      ),
    ).toBe("One month earlier the recovery of A and 2 more failed.");
    expect(whatHappened([event("A", "turn", 2)], "session")).toBe("2 sessions earlier A turned.");
    expect(whatHappened([event("A", "turn", 4)], "week")).toBe("");
    expect(rotationChanges([event("A", "turn", 1)], "week")).toEqual([]);
    expect(saidAll(rotationChanges([event("A", "turn", 0)], "week").map((c) => c.sentence))).toBe(
      "Among the sectors, in the last finished week A turned.",
    );
  });
  it("places the home currency among the others, and the base at the hub", () => {
    const inHome = at({ set: "currency", samples: 8 });
    expect(inHome.rows.map((r) => r.key).sort()).toEqual(["CAR", "CUR"]);
    expect(inHome.benchmarkName).toBe("Handmade’s own currency");
    const inCar = at({ set: "currency", base: "CAR", samples: 8 });
    expect(inCar.rows.map((r) => r.key).sort()).toEqual(["ALD", "CUR"]);
    expect(inCar.benchmarkName).toBe("CAR Works");
    expect(at({ set: "currency", bench: "mean", samples: 8 }).rows).toHaveLength(3);
  });
  it("says plainly what is missing early on", () => {
    const early = new Market(data, 60);
    const r = rotation.ask(early, rotation.params.parse({}));
    expect(r.rows.every((m) => m.phase === "")).toBe(true);
    expect(r.known).toBe(13);
    expect(r.pair).toBeUndefined();
    expect(saidAll(rotation.reading(r))).toBe("None of the 2 sectors has the history that relative trend and momentum need.");
  });
});
