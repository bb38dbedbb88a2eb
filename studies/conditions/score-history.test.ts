import { describe, expect, it } from "vitest";
import { membershipRuns } from "@core";
import { seeded } from "@core/testing";
import { compositeColumn, groupSeries } from "@studies/columns/composites";
import { trendColumn } from "@studies/columns/scores";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { scoreHistory } from "./score-history";
import { seriesOfSubject } from "./subject-series";

/* Scores of groups on every session, against plain walks over their members. */

const N = 300;
const random = seeded(12);
const walk = () => {
  let price = 30;
  return Array.from({ length: N }, () => (price *= 1 + 0.03 * (random() - 0.49)));
};
const SECTORS = ["Fish", "Nets", "Salt"];
const made = handMadeMarket([
  ...Array.from({ length: 9 }, (_, k) => ({
    ticker: `S${k}`,
    closes: walk().map((c, s) => (k === 4 && s > 200 && s < 220 ? NaN : c)),
    sector: SECTORS[k % 3]!,
    industry: `${SECTORS[k % 3]!} works`,
  })),
  { ticker: "IDX", closes: walk(), kind: "index" as const },
]);
// S1 leaves the theme on session 250, S4 joins on session 180.
const runs: Readonly<Record<string, readonly [number, number]>> = { S0: [0, N - 1], S1: [0, 250], S4: [180, N - 1] };
const data: MarketData = {
  ...made,
  groups: [
    {
      name: "Coast",
      kind: "theme",
      spans: membershipRuns(made.instruments.map((i) => (runs[i.ticker] ? [runs[i.ticker]!] : []))),
    },
  ],
};
const market = new Market(data, N - 1);
const ofGroup = (key: string, name: Parameters<typeof scoreHistory>[1]) =>
  scoreHistory(seriesOfSubject(market, "composite", { group: key }), name);

describe("the scores of a group", () => {
  it("are the mean of those that belonged and had one on the session", () => {
    const history = ofGroup("group:Coast", "trend");
    let counted = 0;
    for (let s = 0; s < N; s++) {
      const own = Object.entries(runs).flatMap(([ticker, [from, to]]) => {
        const trend = market.perInstrument(trendColumn, market.find(ticker)!.index)[s]!;
        return s >= from && s <= to && !Number.isNaN(trend) ? [trend] : [];
      });
      counted += own.length;
      if (own.length === 0) expect(history[s]).toBeNaN();
      else expect(history[s]).toBeCloseTo(own.reduce((a, b) => a + b, 0) / own.length, 10);
    }
    expect(counted).toBeGreaterThan(380);
  });

  it("Strength of a sector is its rank among the sectors, by half the gain of 63 sessions and half that of 126", () => {
    const levels = SECTORS.map((name) => market.perSession(groupSeries(`sector:${name}`)).level);
    const histories = SECTORS.map((name) => ofGroup(`sector:${name}`, "strength"));
    for (const s of [125, 126, 127, 200, N - 1]) {
      const combined = levels.map((level) => 0.5 * (level[s]! / level[s - 63]! - 1) + 0.5 * (level[s]! / level[s - 126]! - 1));
      SECTORS.forEach((_, k) => {
        if (s < 126) expect(histories[k]![s]).toBeNaN();
        else expect(histories[k]![s]).toBeCloseTo((100 * (combined.filter((x) => x < combined[k]!).length + 0.5)) / 3, 10);
      });
    }
  });

  it("Strength and staying power of a theme, and of the market, have no value", () => {
    for (const name of ["strength", "staying power"] as const) {
      expect(ofGroup("group:Coast", name).every(Number.isNaN)).toBe(true);
      expect(ofGroup("market:", name).every(Number.isNaN)).toBe(true);
    }
    expect(market.perSession(compositeColumn).level).toHaveLength(N);
  });
});
