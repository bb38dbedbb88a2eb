import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { keyLevels } from "./key-levels";
import { rungName } from "./rung-name";
import { nearestPlace } from "./nearest-place";
import { priceChanges } from "./price-changes";

const N = 300;
const closes = Array.from({ length: N }, (_, s) =>
  Number((100 + 8 * Math.sin((2 * Math.PI * s) / 40) + 0.3 * (s % 7)).toFixed(2)),
);
const data = handMadeMarket(
  [
    { ticker: "AAA", closes, sector: "Fish" },
    // Halted on its last ten sessions, and without a bar now and then.
    { ticker: "BBB", closes: closes.map((c, s) => (s >= N - 10 || s % 9 === 4 ? NaN : c)), sector: "Fish" },
    { ticker: "IDX", closes: closes.map((c) => c * 10), kind: "index" },
  ],
  "IDX",
);
const market = new Market(data, N - 1);
const levels = (ticker: string) => keyLevels.ask(market, keyLevels.params.parse({ for: ticker }))!;
const changes = (ticker: string, when?: string) => priceChanges.ask(market, priceChanges.params.parse({ for: ticker, when }))!;

describe("the key levels of an instrument", () => {
  it("are those of the broad index where nothing is named, and of nothing for a ticker that is not known", () => {
    expect(levels("").ticker).toBe("IDX");
    expect(keyLevels.ask(market, keyLevels.params.parse({ for: "NOBODY" }))).toBeUndefined();
    expect(priceChanges.ask(market, priceChanges.params.parse({ for: "NOBODY" }))).toBeUndefined();
  });

  it("are told from its own bars alone", () => {
    const halted = levels("BBB");
    const own = closes.filter((_, s) => s < N - 10 && s % 9 !== 4);
    expect(halted.close).toBe(own.at(-1));
    expect(isoDate(halted.day!)).toBe(isoDate(market.sessions[N - 11]!));
    const average = halted.lines.flatMap((l) => l.rungs).find((r) => r.name === "20-session simple average")!;
    expect(average.price).toBeCloseTo(own.slice(-20).reduce((a, c) => a + c, 0) / 20, 9);
  });

  it("name the nearest level on either side, a swing with its date", () => {
    const r = levels("AAA");
    const rungs = r.lines.flatMap((l) => l.rungs);
    const above = rungs.filter((x) => x.price > r.close).sort((a, b) => a.price - b.price)[0]!;
    const below = rungs.filter((x) => x.price < r.close).sort((a, b) => b.price - a.price)[0]!;
    const said = saidAll(keyLevels.reading(r));
    expect(said).toContain(`the nearest level above is its ${rungName(above)}`);
    expect(said).toContain(`the nearest level below is its ${rungName(below)}`);
    const swing = rungs.find((x) => x.kind === "swing")!;
    expect(rungName(swing)).toMatch(/^swing (high|low) of \d+ \w+ \d{4}$/);
    expect(closes[market.sessions.indexOf(swing.day!)]).toBe(swing.price);
  });
});

describe("the prices of the next session that change a clause", () => {
  const r = changes("AAA");
  const close = closes[N - 1]!;

  it("come nearest first, each the first price on the tick beyond its level", () => {
    expect(r.clauses.length).toBeGreaterThan(60);
    expect(r.clauses.map(nearestPlace)).toEqual([...r.clauses.map(nearestPlace)].sort((a, b) => a - b));
    const average = r.clauses.find((c) => c.sentence === "its close is above its 20-session simple average")!;
    const level = closes.slice(-19).reduce((a, c) => a + c, 0) / 19;
    const beyond = level > close ? Math.floor(100 * level + 1e-6) + 1 : Math.ceil(100 * level - 1e-6) - 1;
    expect((average.above ?? average.below)!.price).toBe(beyond / 100);
    for (const c of r.clauses) {
      if (c.above) expect(c.above.price).toBeGreaterThan(close);
      if (c.below) expect(c.below.price).toBeLessThan(close);
      for (const change of [c.above, c.below]) if (change) expect(change.becomes).toBe(!c.unchanged);
    }
  });

  it("put the clauses of the situation in hand first, once", () => {
    const asked = changes("AAA", "its close is below its 20-session simple average and its RSI(14) is below 41");
    expect(
      asked.clauses
        .slice(0, 2)
        .map((c) => c.sentence)
        .sort(),
    ).toEqual(["its RSI(14) is below 41", "its close is below its 20-session simple average"]);
    expect(asked.clauses.filter((c) => c.isAsked)).toHaveLength(2);
    expect(asked.clauses).toHaveLength(r.clauses.length + 1);
  });

  it("leave out what no price of the next session decides, and count it", () => {
    const sentences = r.clauses.map((c) => c.sentence);
    expect(sentences).not.toContain("its volume in multiples of its 50-session average is at least 2");
    expect(sentences.some((s) => s.startsWith("the market's"))).toBe(false);
    expect(sentences.some((s) => s.startsWith("its win rate"))).toBe(false);
    expect(r.others).toBeGreaterThan(50);
  });

  it("are counted within one ATR in the reading", () => {
    const within = (side: "above" | "below") => r.clauses.filter((c) => Math.abs(c[side]?.place ?? Infinity) <= 1).length;
    const said = saidAll(priceChanges.reading(r));
    expect(said).toContain(`Of ${r.clauses.length} clauses on price ${within("above")} would change`);
    expect(said).toContain(`${within("below")} with one as much lower`);
  });
});
