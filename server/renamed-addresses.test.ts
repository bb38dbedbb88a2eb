import { describe, expect, it } from "vitest";
import { renamedAddress } from "./renamed-addresses";

describe("addresses with words of before", () => {
  it.each([
    ["/breadth?of=tide&asof=2026-01-05", "/breadth?of=pressure&asof=2026-01-05"],
    ["/data/followed?reading=tide", "/data/followed?reading=pressure"],
    ["/groups?peers=industry&sort=-blend", "/groups?peers=industry&sort=-combined"],
    ["/groups?in=sector:Shipyards&order=blend", "/groups?in=sector%3AShipyards&order=combined"],
    ["/rotation?sort=speed", "/rotation?sort=step"],
    ["/rotation.data?sort=-distance", "/rotation.data?sort=-hub"],
  ])("%s lead to %s", (before, now) => {
    expect(renamedAddress(before)).toBe(now);
  });
  it("have their rules renamed wherever the measure stands in them", () => {
    const rule = '{"all":[{"left":{"measure":"tide"},"comparator":"above","right":{"measure":"tide"},"ago":1}]}';
    const now = new URL(renamedAddress(`/data/own-timing?up=${encodeURIComponent(rule)}&down={}`)!, "http://here");
    expect(JSON.parse(now.searchParams.get("up")!)).toEqual(JSON.parse(rule.replaceAll("tide", "pressure")));
    expect(now.searchParams.get("down")).toBe("{}");
  });
  it.each(["/breadth?of=50", "/groups?sort=-tide", "/timing?of=tide", "/", "//elsewhere.test/breadth"])(
    "%s has none, and stays",
    (address) => {
      expect(renamedAddress(address)).toBeUndefined();
    },
  );
});
