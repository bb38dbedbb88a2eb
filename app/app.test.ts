import { describe, expect, it } from "vitest";
import { epochDay, isoDate, weekday } from "@core";
import { SessionCalendar } from "./calendar";
import { broughtOn, hrefOf, linkHref, parseHere } from "./here";
import { tint } from "./ui/tint";
import { fromWire, toWire } from "./wire";

describe("what every link carries", () => {
  it("is read and written back", () => {
    const search = new URLSearchParams(
      "market=ALDANE&asof=2024-03-01&focus=sector:Shipyards&focus=industry:Brewing&focus=sector:Shipyards&sort=rank",
    );
    const here = parseHere(search);
    expect(here).toEqual({ market: "ALDANE", asOf: "2024-03-01", focus: ["sector:Shipyards", "industry:Brewing"] });
    const href = hrefOf(here, "/groups", { in: "sector:Freight and ports", peers: undefined });
    expect(href).toBe(
      "/groups?in=sector:Freight+and+ports&market=ALDANE&asof=2024-03-01&focus=sector:Shipyards&focus=industry:Brewing",
    );
    expect(parseHere(new URL(href, "http://x").searchParams)).toEqual(here);
  });
  it("is nothing where nothing was chosen", () => {
    expect(hrefOf(parseHere(new URLSearchParams("market=&asof=")), "/")).toBe("/");
  });
  it("of an address that was drawn before is brought to now, but for what it says of its own", () => {
    const of = (text: string) => parseHere(new URLSearchParams(text));
    const [drawn, now] = [of("asof=2024-03-01&focus=sector:Shipyards"), of("asof=2024-03-04&focus=sector:Shipyards")];
    const carried = hrefOf(drawn, "/chart/AAA", { plot: "reports" });
    expect(broughtOn(carried, drawn, now)).toBe("/chart/AAA?plot=reports&asof=2024-03-04&focus=sector:Shipyards");
    const dated = hrefOf({ ...drawn, asOf: "2020-01-06" }, "/chart/AAA");
    expect(broughtOn(dated, drawn, now)).toBe("/chart/AAA?asof=2020-01-06&focus=sector:Shipyards");
    const elsewhere = hrefOf({ ...drawn, market: "CORVANY", focus: [] }, "/timing");
    expect(broughtOn(elsewhere, drawn, now)).toBe("/timing?market=CORVANY&asof=2024-03-04");
  });
  it("leads from a study's link to its screen", () => {
    const here = { market: undefined, asOf: "2024-03-01", focus: [] };
    expect(linkHref(here, { screen: "chart", params: { ticker: "A/B" } })).toBe("/chart/A%2FB?asof=2024-03-01");
    expect(linkHref(here, { screen: "groups", params: { in: "market:" } })).toBe("/groups?in=market:&asof=2024-03-01");
  });
});

describe("columns on the wire", () => {
  it("come back as the columns they were, with the digits a screen shows", () => {
    const value = {
      days: Int32Array.of(1, -2),
      close: Float64Array.of(12.34, NaN),
      state: Int8Array.of(-1, 2),
      list: [{ n: 5, values: new Float64Array(0) }],
      name: "x",
      none: null,
    };
    const back = fromWire<typeof value>(JSON.parse(JSON.stringify(toWire(value))) as ReturnType<typeof toWire>);
    expect(Array.from(back.days)).toEqual([1, -2]);
    expect(Math.abs(back.close[0]! - 12.34)).toBeLessThan(1e-5);
    expect(back.close[1]).toBeNaN();
    expect(back.state).toEqual(value.state);
    expect(back.list[0]!.values).toHaveLength(0);
    expect([back.name, back.none]).toEqual(["x", null]);
  });
  it("long tables of rows come back as rows", () => {
    const rows = Array.from({ length: 30 }, (_, k) => ({
      ticker: `T${k}`,
      close: k === 3 ? NaN : k / 4,
      distances: [k, -k / 2, NaN],
      note: k % 2 === 0 ? null : { inner: [k] },
      path: Float64Array.of(k),
    }));
    const back = fromWire<{ rows: typeof rows }>(JSON.parse(JSON.stringify(toWire({ rows }))) as ReturnType<typeof toWire>);
    expect(back.rows).toEqual(rows);
    expect(JSON.stringify(toWire({ rows })).length).toBeLessThan(JSON.stringify(rows).length * 2);
    const list = { list: rows.map((_, k) => k / 8) };
    expect(fromWire(toWire(list))).toEqual(list);
    const mixed = [...rows, { ticker: "only" }];
    expect(fromWire(toWire(mixed))).toEqual(mixed);
  });
  it("of a view carry only the view", () => {
    const back = fromWire<{ x: Float64Array }>(toWire({ x: Float64Array.of(1, 2, 3, 4).subarray(1, 3) }));
    expect(Array.from(back.x)).toEqual([2, 3]);
  });
});

describe("the calendar in the browser", () => {
  const [first, last] = [epochDay("2024-03-01"), epochDay("2024-03-29")];
  const calendar = new SessionCalendar(first, last, Int32Array.of(epochDay("2024-03-15")));
  it("has every weekday but those that are closed", () => {
    expect(Array.from(calendar.sessions).every((day) => weekday(day) <= 5)).toBe(true);
    expect(calendar.sessions).toHaveLength(20);
    expect(isoDate(calendar.at(epochDay("2024-03-17")))).toBe("2024-03-14");
  });
  it("steps by sessions and stays within its ends", () => {
    expect(isoDate(calendar.step(epochDay("2024-03-14"), 1))).toBe("2024-03-18");
    expect(calendar.step(first, -3)).toBe(first);
    expect(calendar.step(last, 5)).toBe(last);
    expect(calendar.at(first - 100)).toBe(first);
  });
});

describe("the tint", () => {
  it("grows with the value, teal above and rust below, and is none for nothing", () => {
    expect(tint(1, 2)?.background).toContain("var(--teal) 21%");
    expect(tint(-9, 2)?.background).toContain("var(--rust) 42%");
    expect([tint(0, 2), tint(NaN, 2)]).toEqual([undefined, undefined]);
  });
});
