import { describe, expect, it } from "vitest";
import { membershipRuns } from "@core";
import { Market } from "@studies/market/market";
import { locate } from "@studies/market/own-calendar";
import { groupKeyText } from "@studies/sets/group-key";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { measureValues } from "./measure-values";
import { seriesOfSubject } from "./subject-series";

/* What is known of a stock, session by session, by hand: its figures from the day they became known, its memberships. */

const N = 12;
// The figures of the first stock are known from sessions 0, 2 and 5 on; the second has none.
const halt = 4;
const closes = Array.from({ length: N }, (_, s) => (s === halt ? NaN : 20 + s));
const made = handMadeMarket([
  { ticker: "AAA", closes },
  { ticker: "BBB", closes: closes.map((_, s) => 50 + s) },
  { ticker: "CCC", closes: closes.map(() => 10) },
]);
const data = {
  ...made,
  groups: [...made.groups, { name: "short", kind: "list" as const, spans: membershipRuns([[[2, 6]], [], []]) }],
};
const market = new Market(data, N - 1);
const of = (ticker: string, measure: string, params?: Record<string, string | number>) =>
  Array.from(measureValues(seriesOfSubject(market, locate(market, ticker)!, "self"), { measure, ...(params && { params }) }));
/** A value on each session that has a bar. */
const known = (valueAt: (s: number) => number) => closes.map((c, s) => (Number.isNaN(c) ? NaN : valueAt(s)));

describe("figures of a stock", () => {
  it("stand from the session on which they became known, a field that was left out as it was before", () => {
    expect(of("AAA", "earnings per share")).toEqual(known((s) => (s < 5 ? 1 : 2)));
    expect(of("AAA", "expected earnings per share")).toEqual(known((s) => (s < 2 ? 1.1 : 1.2)));
    expect(of("AAA", "expected growth")).toEqual(known((s) => (s < 5 ? 5 : 7)));
    expect(of("AAA", "sales growth")).toEqual(known(() => 3));
  });

  it("are held against the close of the session", () => {
    expect(of("AAA", "price to earnings")).toEqual(known((s) => (20 + s) / (s < 5 ? 1 : 2)));
    expect(of("AAA", "dividend yield")).toEqual(known((s) => 0.2 / (20 + s)));
    expect(of("AAA", "market value")).toEqual(known((s) => (20 + s) * (s < 5 ? 1000 : 1100)));
  });

  it("count the sessions to a report from the day to it, none from the day after", () => {
    // 20,464 is a Sunday, and so the report comes on session 5, when the next one is already known.
    const days = of("AAA", "sessions to report");
    expect(days.slice(0, 4)).toEqual([5, 4, 3, 2]);
    expect(days[halt]).toBeNaN();
    // 20,550: eighty-five days after session 5, sixty-one sessions without a holiday.
    expect([days[5], days[6]]).toEqual([61, 60]);
  });

  it("are unknown of one that has none", () => {
    for (const measure of ["earnings per share", "price to earnings", "dividend yield", "sessions to report"])
      expect(of("CCC", measure).every((x) => Number.isNaN(x))).toBe(true);
  });
});

describe("membership", () => {
  it("is 1 from the first to the last session, both included, and unknown without a bar", () => {
    expect(of("AAA", "member", { group: groupKeyText("group", "picked") })).toEqual(known((s) => (s >= 3 ? 1 : 0)));
    expect(of("AAA", "member", { group: groupKeyText("group", "short") })).toEqual(known((s) => (s >= 2 && s <= 6 ? 1 : 0)));
    expect(of("CCC", "member", { group: groupKeyText("group", "picked") })).toEqual(closes.map(() => 0));
  });

  it("of a group that nobody knows is unknown", () => {
    expect(of("AAA", "member", { group: groupKeyText("group", "nothing") }).every((x) => Number.isNaN(x))).toBe(true);
  });
});
