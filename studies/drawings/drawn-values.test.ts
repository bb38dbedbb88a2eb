import { describe, expect, it } from "vitest";
import { truthAt, type Rule } from "@core";
import { conditionsAskedOf } from "@studies/conditions/conditions-of";
import { keyLevels } from "@studies/key-levels/key-levels";
import { priceChanges } from "@studies/key-levels/price-changes";
import { Market } from "@studies/market/market";
import { locate } from "@studies/market/own-calendar";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import type { DrawingVersion, SavedDrawing } from "./drawing-schema";
import type { DrawnCharts } from "./drawn-charts";

const N = 120;
const closes = Array.from({ length: N }, (_, s) => Number((50 + 6 * Math.sin(s / 7)).toFixed(2)));
const data = handMadeMarket(
  [
    { ticker: "AAA", closes: closes.map((c, s) => (s % 10 === 4 ? NaN : c)), sector: "Fish" },
    { ticker: "BBB", closes, sector: "Fish" },
    { ticker: "IDX", closes: closes.map((c) => 20 * c), kind: "index" },
  ],
  "IDX",
);
const day = (s: number) => data.panel.sessions[s]!;
const at = (s: number, price: number) => ({ day: day(s), price });
const form = (made: number, kind: DrawingVersion["kind"], points: DrawingVersion["points"], more: object = {}) =>
  ({ made: day(made), kind, scale: "linear", points, ...more }) as DrawingVersion;
const drawing = (name: string, ...versions: DrawingVersion[]): SavedDrawing => ({ id: `own${name}01`, name, versions });

let keys = 0;
const withDrawn = (t: number, drawings: readonly SavedDrawing[], chart = "AAA") => {
  const drawn: DrawnCharts = { key: String(++keys), charts: { [chart]: drawings } };
  return new Market(data, t, drawn);
};
const column = (market: Market, measure: string, params: Record<string, number | string>, ticker = "AAA") => {
  const conditions = conditionsAskedOf(market, locate(market, ticker)!);
  const above = (right: number): Rule => ({ left: { measure, params }, comparator: "above", right });
  // Read through conditions, as everything else reads it: known or not, and where it lies.
  return (s: number, expected: number) => {
    const own = (right: number) => truthAt(conditions.truth(above(right), "close"), s);
    return Number.isNaN(expected) ? own(0) === -1 : own(expected - 1e-6) === 1 && own(expected + 1e-6) === 0;
  };
};

describe("a drawing that is named in a clause", () => {
  it("has on each session the value of the form in force then, and none before it was made", () => {
    const line = drawing("Spring", form(40, "line", [at(10, 40), at(30, 44)]), form(80, "line", [at(10, 40), at(30, 48)]));
    const has = column(withDrawn(N - 1, [line]), "drawn line", { drawing: "Spring" });
    // A line of 0.2 a session, from session 80 on of 0.4; where the instrument has no bar nothing is known.
    for (const [s, value] of [
      [39, NaN],
      [40, 46],
      [43, 46.6],
      [44, NaN],
      [79, 53.8],
      [80, 68],
      [N - 1, 83.6],
    ] as const)
      expect(has(s, value), `session ${s}`).toBe(true);
    // As of an earlier session the later form is not there, and what was said before stays.
    const earlier = column(withDrawn(79, [line]), "drawn line", { drawing: "Spring" });
    expect([earlier(79, 53.8), earlier(40, 46), earlier(39, NaN)]).toEqual([true, true, true]);
  });

  it.each([
    ["drawn top", form(20, "zone", [at(5, 47), at(9, 52)]), 52],
    ["drawn bottom", form(20, "zone", [at(5, 47), at(9, 52)]), 47],
    ["drawn line", form(20, "level", [at(5, 47)]), 47],
    ["drawn line", form(20, "zone", [at(5, 47), at(9, 52)]), NaN],
    ["drawn top", form(20, "level", [at(5, 47)]), NaN],
    // 0.5 a session, at session 60 it is 72.5; the parallel lies 4 below.
    ["drawn line", form(20, "channel", [at(5, 45), at(15, 50), at(10, 43.5)]), 72.5],
    ["drawn top", form(20, "channel", [at(5, 45), at(15, 50), at(10, 43.5)]), 72.5],
    ["drawn bottom", form(20, "channel", [at(5, 45), at(15, 50), at(10, 43.5)]), 68.5],
    ["drawn line", form(20, "measured move", [at(3, 40), at(9, 46), at(15, 42)]), 48],
    ["drawn retracement", form(20, "retracement", [at(3, 40), at(9, 50)]), 50 - 6.18],
    ["drawn retracement", form(20, "retracement", [at(9, 50), at(3, 40)]), 50 - 6.18],
  ])("%s of a form like %o", (measure, version, value) => {
    const has = column(withDrawn(N - 1, [drawing("Own", version)]), measure, { drawing: "Own" });
    expect(has(60, value)).toBe(true);
  });

  it("as numbered swings stands at the last turn that was confirmed by then", () => {
    const has = column(
      withDrawn(N - 1, [drawing("Turns", form(30, "swings", [at(0, 50)]))]),
      "drawn line",
      { drawing: "Turns" },
      "BBB",
    );
    const none = column(withDrawn(N - 1, []), "drawn line", { drawing: "Turns" }, "BBB");
    expect(none(60, NaN)).toBe(true);
    const own = withDrawn(N - 1, [drawing("Turns", form(30, "swings", [at(0, 50)]))], "BBB");
    const turned = column(own, "drawn line", { drawing: "Turns" }, "BBB");
    expect(has(60, NaN)).toBe(true);
    // The sine is lowest on session 33, at 44, and next highest on session 55, at 56.
    expect(turned(50, Math.min(...closes.slice(25, 45)))).toBe(true);
    expect(turned(70, Math.max(...closes.slice(45, 65)))).toBe(true);
  });

  it("belongs to the chart of the subject that the clause speaks of", () => {
    const level = drawing("Shelf", form(10, "level", [at(5, 990)]));
    const market = withDrawn(N - 1, [level], "IDX");
    const truth = (of: "self" | "market") =>
      truthAt(
        conditionsAskedOf(market, locate(market, "AAA")!).truth(
          { left: { measure: "drawn line", params: { drawing: "Shelf" }, of }, comparator: "is", right: 990 },
          "close",
        ),
        N - 1,
      );
    expect([truth("self"), truth("market")]).toEqual([-1, 1]);
  });

  it("is asked anew once it was changed", () => {
    const rule: Rule = {
      left: { measure: "close" },
      comparator: "above",
      right: { measure: "drawn line", params: { drawing: "Own" } },
    };
    const s = closes.findIndex((c) => c > 51 && c < 53);
    const holds = (price: number) => {
      const market = withDrawn(N - 1, [drawing("Own", form(0, "level", [at(0, price)]))], "BBB");
      return truthAt(conditionsAskedOf(market, locate(market, "BBB")!).truth(rule, "close"), s);
    };
    expect([51, 53, 51].map(holds)).toEqual([1, 0, 1]);
  });
});

describe("what is drawn", () => {
  const drawn = [
    drawing("Spring", form(40, "line", [at(10, 40), at(30, 44)])),
    drawing("Shelf", form(40, "zone", [at(10, 52), at(30, 54)])),
    drawing("Leg", form(40, "retracement", [at(10, 40), at(30, 60)], { shares: [0.25] })),
  ];
  it("stands on the ladder of key levels at its price on the session", () => {
    const rungs = keyLevels
      .ask(withDrawn(60, drawn, "BBB"), keyLevels.params.parse({ for: "BBB" }))!
      .lines.flatMap((l) => l.rungs)
      .filter((r) => r.kind === "drawing");
    expect(Object.fromEntries(rungs.map((r) => [r.name, Number(r.price.toFixed(9))]))).toEqual({
      "\u201cSpring\u201d line": 50,
      "\u201cShelf\u201d bottom": 52,
      "\u201cShelf\u201d top": 54,
      "25% retracement of \u201cLeg\u201d": 55,
    });
    const before = keyLevels.ask(withDrawn(39, drawn, "BBB"), keyLevels.params.parse({ for: "BBB" }))!;
    expect(before.lines.flatMap((l) => l.rungs).some((r) => r.kind === "drawing")).toBe(false);
  });
  it("decides clauses at the next session by its value there", () => {
    const when = (text: string) =>
      priceChanges
        .ask(withDrawn(60, drawn, "AAA"), priceChanges.params.parse({ for: "AAA", when: text }))!
        .clauses.find((c) => c.isAsked);
    // The line is at 50.2 a session later; said is the first price on the tick beyond.
    expect(when("its close is above its \u201cSpring\u201d line")!.below).toMatchObject({ price: 50.19, becomes: false });
    expect(when("its close is below its \u201cShelf\u201d top")!.below).toMatchObject({ price: 53.99, becomes: true });
  });
});
