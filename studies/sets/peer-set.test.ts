import { data, N } from "@studies/testing/two-worlds";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { isNow, peersOf } from "./peer-set";
import { widestIndex } from "./own-index";

/* Sets, groups and what is said of them, on a market and a world made by hand. */

const market = new Market(data, N - 1);

describe("sets of peers", () => {
  const names = (set: Parameters<typeof peersOf>[1]["set"], inside?: string) =>
    peersOf(market, { set, ...(inside === undefined ? {} : { in: inside }) }).map((p) => p.name);
  it("hold what belongs to them, here and abroad", () => {
    expect(names("sector")).toEqual(["Fish", "Ships"]);
    expect(names("industry", "sector:Fish")).toEqual(["Boats", "Nets"]);
    expect(names("theme")).toEqual(["Nautical"]);
    expect(names("fund")).toEqual(["FND Works", "GND Works"]);
    expect(names("family")).toEqual(["Stones", "Grains"]);
    expect(names("commodity", "group:Stones")).toEqual(["KAL Works", "KOR Works"]);
    expect(names("region")).toEqual(["Cold coast", "Warm coast"]);
    expect(names("world")).toEqual(["NOR Works", "SUD Works"]);
    expect(names("currency")).toEqual(["CAR Works", "CUR Works"]);
    expect(names("asset-class")).toEqual(["ALL Works", "IDX Works"]);
    expect(names("style")).toEqual([]);
    expect(names("stock", "any:sector:Fish|stocks:DDD")).toEqual(["AAA Works", "BBB Works", "DDD Works"]);
    // Several in focus narrow a set to those they name.
    expect(names("sector", "any:sector:Fish|industry:Sails")).toEqual(["Fish"]);
  });
  it("lead one level down: sectors to industries, the broad index to sectors, all commodities to families", () => {
    const down = (set: Parameters<typeof peersOf>[1]["set"]) =>
      Object.fromEntries(peersOf(market, { set }).map((p) => [p.name, p.down]));
    expect(down("sector")["Fish"]).toEqual({ set: "industry", in: "sector:Fish" });
    expect(down("industry")["Nets"]).toEqual({ set: "stock", in: "industry:Nets" });
    expect(down("asset-class")).toEqual({ "IDX Works": { set: "sector" }, "ALL Works": { set: "family" } });
    expect(down("family")["Stones"]).toEqual({ set: "commodity", in: "group:Stones" });
    expect(down("fund")["GND Works"]).toEqual({ set: "stock", in: "group:GND" });
    expect(down("commodity")["KOR Works"]).toBeUndefined();
    expect(down("region")["Cold coast"]).toEqual({ set: "world", in: "group:Cold coast" });
  });
  it("know who belongs now, and at which time one did", () => {
    const nautical = peersOf(market, { set: "stock", in: "group:Nautical" });
    expect(nautical.map((p) => [p.ticker, p.belongsAt(399), p.belongsAt(400), isNow(p)])).toEqual([
      ["AAA", true, true, true],
      ["CCC", false, true, true],
    ]);
    expect(widestIndex(market, "commodity")).toBe("ALL");
    expect(widestIndex(market, "bond")).toBeUndefined();
  });
});
