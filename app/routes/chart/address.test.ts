import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addressOfArrangement, findArrangement, READY_ARRANGEMENTS, type Arrangement } from "./arrangements";
import { chartParams, scaleFrom } from "./params";
import { addressOfStrategy, strategyFrom, studyParamsOf, type StrategyBody } from "./strategy/strategy-address";

/* What a chart is asked by, as it stands in its address. */

function searchOf(parts: Readonly<Record<string, string | readonly string[] | undefined>>): URLSearchParams {
  const search = new URLSearchParams();
  for (const [name, value] of Object.entries(parts))
    for (const one of value === undefined ? [] : typeof value === "string" ? [value] : value) search.append(name, one);
  return search;
}

describe("a chart's address", () => {
  const usual: Arrangement = { name: "Mine", plots: ["ema_9"], sampling: "weekly", history: 504, scale: "log" };

  it("says it all, or leaves it to what is usual, or to the study", () => {
    const own = searchOf({ history: "63", sampling: "monthly", plot: ["sma_50", "rsi_14"], scale: "percent", with: "OTHER" });
    const said = { history: 63, sampling: "monthly", plot: ["sma_50", "rsi_14"], with: ["OTHER"] };
    expect([chartParams(own), chartParams(own, usual)]).toEqual([said, said]);
    expect(scaleFrom(own, usual)).toBe("percent");
    expect(chartParams(new URLSearchParams(), usual)).toEqual({
      ...{ history: 504, sampling: "weekly", plot: ["ema_9"], with: [] },
    });
    expect(chartParams(new URLSearchParams())).toEqual({ history: 252, sampling: "daily", plot: undefined, with: [] });
    expect([scaleFrom(new URLSearchParams(), usual), scaleFrom(new URLSearchParams())]).toEqual(["log", "linear"]);
  });

  it("leaves the first arrangement to the study, which knows what it is for an index", () => {
    expect(chartParams(new URLSearchParams(), READY_ARRANGEMENTS[0]).plot).toBeUndefined();
    expect(chartParams(new URLSearchParams(), READY_ARRANGEMENTS[1]).plot).toEqual(READY_ARRANGEMENTS[1]!.plots);
  });

  it("takes a bracket beside the usual plots only, and one that there is", () => {
    expect(chartParams(searchOf({ bracket: "session" })).bracket).toBe("session");
    expect(chartParams(searchOf({ bracket: "session", plot: "sma_50" })).bracket).toBeUndefined();
    expect(chartParams(searchOf({ bracket: "sideways" })).bracket).toBeUndefined();
    expect(scaleFrom(searchOf({ scale: "upside-down" }))).toBe("linear");
  });

  it.each(READY_ARRANGEMENTS.map((a) => [a.name, a] as const))("leads back to %s from what it sets", (_name, arrangement) => {
    const search = searchOf(addressOfArrangement(arrangement));
    const { plot, sampling, history } = chartParams(search);
    expect(findArrangement(READY_ARRANGEMENTS, plot!)).toBe(arrangement);
    expect([sampling, history]).toEqual([arrangement.sampling ?? "daily", arrangement.history ?? 252]);
    expect(scaleFrom(search)).toBe(arrangement.scale ?? "linear");
  });

  it("says that nothing is drawn, where nothing is", () => {
    expect(addressOfArrangement({ name: "Bare", plots: [] })).toEqual({ plot: ["none"] });
    expect(findArrangement(READY_ARRANGEMENTS, ["sma_20"])).toBeUndefined();
  });
});

describe("a strategy's address", () => {
  const rule = (n: number) => ({
    left: { measure: "close" },
    comparator: "above" as const,
    right: { measure: "sma", params: { n } },
  });
  const body = fc.record({
    version: fc.constant(1 as const),
    market: fc.constant("ALDANE"),
    enter: fc.integer({ min: 2, max: 300 }).map(rule),
    leave: fc.oneof(fc.constant({ any: [] }), fc.integer({ min: 2, max: 300 }).map(rule)),
    side: fc.constantFrom("long", "short"),
    stop: fc.constantFrom("", "2atrs", "1.5atrs", "5percent"),
    sessions: fc.integer({ min: 0, max: 250 }),
    size: fc.constantFrom("shares", "risk"),
    amount: fc.integer({ min: 1, max: 10_000 }),
    cost: fc.integer({ min: 0, max: 50 }),
  }) as fc.Arbitrary<StrategyBody>;

  it("leads back to the strategy", () => {
    fc.assert(
      fc.property(body, (strategy) => {
        expect(strategyFrom(searchOf(addressOfStrategy(strategy)), "ALDANE")).toEqual(strategy);
      }),
    );
  });

  it("is none without an entry", () => {
    expect(strategyFrom(new URLSearchParams("leave=x&stop=2atrs"), "ALDANE")).toBeUndefined();
    expect(strategyFrom(searchOf({ enter: JSON.stringify({ all: [] }) }), "ALDANE")).toBeUndefined();
  });

  it("asks the study for the stop as a figure and what it counts in", () => {
    const asked = (stop: string) => {
      const strategy = strategyFrom(searchOf({ enter: JSON.stringify(rule(50)), stop }), "ALDANE")!;
      const { stop: figure, stopIn, for: over } = studyParamsOf(strategy, "LINON");
      return [figure, stopIn, over];
    };
    expect(["2.5atrs", "7percent", "", "7 percent"].map(asked)).toEqual([
      [2.5, "atrs", "LINON"],
      [7, "percent", "LINON"],
      [0, "atrs", "LINON"],
      [0, "atrs", "LINON"],
    ]);
  });
});
