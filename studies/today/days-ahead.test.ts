import { describe, expect, it } from "vitest";
import { epochDay } from "@core";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";
import { said } from "@studies/testing/said";
import { daysAhead } from "./days-ahead";

/* Sessions from Monday 5 January 2026; every stock of the market made by hand reports on 7 April 2026 (day 20,550). */
const data = handMadeMarket([
  { ticker: "AAA", closes: growing(10, 0.001, 66) },
  { ticker: "BBB", closes: growing(10, 0.001, 66) },
]);
const sessionOf = (text: string) => data.panel.sessions.indexOf(epochDay(text));
const at = (text: string, params: object = {}, holidays = data.holidays) => {
  const market = new Market({ ...data, holidays }, sessionOf(text));
  return daysAhead.ask(market, daysAhead.params.parse(params));
};
const told = (text: string, params: object = {}, holidays = data.holidays) =>
  at(text, params, holidays).rows.map((row) => [row.day, row.left, row.kind, row.tickers.join()]);

describe("days ahead", () => {
  it("are reports of whom one asks for, expiries, and the longest period that ends with a session", () => {
    const asked = { for: "BBB,AAA,NONE,BBB", sessions: 5 };
    expect(told("2026-03-31", asked)).toEqual([
      [epochDay("2026-04-03"), 3, "end of the week", ""],
      [epochDay("2026-04-07"), 5, "report", "AAA"],
    ]);
    // One session fewer, and it is not in sight.
    expect(told("2026-03-31", { ...asked, sessions: 4 }).map((row) => row[2])).toEqual(["end of the week"]);
    expect(told("2026-03-26", { sessions: 3 })).toEqual([
      [epochDay("2026-03-27"), 1, "end of the week", ""],
      [epochDay("2026-03-31"), 3, "end of the quarter", ""],
    ]);
    expect(told("2026-02-13", { sessions: 10 })).toEqual([
      [epochDay("2026-02-20"), 5, "third-Friday expiry", ""],
      [epochDay("2026-02-20"), 5, "end of the week", ""],
      [epochDay("2026-02-27"), 10, "end of the month", ""],
    ]);
  });
  it("know holidays as they were known, and move what falls on one", () => {
    const friday = epochDay("2026-02-20");
    const holiday = (known: string) => [{ market: "HAND", date: friday, known: epochDay(known) }];
    expect(told("2026-02-13", { sessions: 5 }, holiday("2026-01-01"))).toEqual([
      [epochDay("2026-02-19"), 4, "third-Friday expiry", ""],
      [epochDay("2026-02-19"), 4, "end of the week", ""],
      [friday, 4, "holiday", ""],
    ]);
    expect(told("2026-02-13", { sessions: 5 }, holiday("2026-02-16")).map((row) => row[2])).toEqual([
      "third-Friday expiry",
      "end of the week",
    ]);
  });
  it("leave out a holiday on a weekend: no session is lost by it", () => {
    const of = (date: string) => [{ market: "HAND", date: epochDay(date), known: epochDay("2026-01-01") }];
    for (const weekend of ["2026-02-21", "2026-02-22"])
      expect(told("2026-02-17", { sessions: 6 }, of(weekend)).map((row) => row[2])).not.toContain("holiday");
    expect(told("2026-02-17", { sessions: 6 }, of("2026-02-23"))).toContainEqual([epochDay("2026-02-23"), 3, "holiday", ""]);
  });
  it("and the periods that have ended with the session", () => {
    expect(at("2026-03-31").ended).toEqual(["month", "quarter"]);
    expect(at("2026-03-30").ended).toEqual([]);
    expect(at("2026-02-27").ended).toEqual(["week", "month"]);
  });
  it("are said", () => {
    const reading = daysAhead.reading(at("2026-03-31", { for: "AAA", sessions: 5 }));
    expect(reading.map(said)).toEqual(["In the 5 sessions to 7 Apr 2026 there will be 1 report of the stocks asked for."]);
  });
});
