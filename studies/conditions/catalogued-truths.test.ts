import { describe, expect, it } from "vitest";
import { bitCount, catalogue, conditionsOf, evaluateRule, truthAt, type Truth } from "@core";
import { handOn } from "@studies/market/derived";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { locate } from "@studies/market/own-calendar";
import { data, N } from "@studies/testing/two-worlds";
import { cataloguedTruth, isOfStocks } from "./catalogued-truths";
import { conditionSource, isShared } from "./condition-source";
import { conditionsAskedOf } from "./conditions-of";

/* What is judged once over all history and cut, against judging it anew with nothing but what was known by each session. */

const conditions = catalogue().all.flatMap(({ rule }) => conditionsOf(rule));
const ofIndexes = conditions.filter((one) => !isOfStocks(one));
const texts = (truth: Truth) => Array.from({ length: truth.sessions }, (_, s) => truthAt(truth, s)).join();

describe("conditions of the catalogue", () => {
  it("are true of an index on the same sessions when they are cut from all history as when they are judged at each date", () => {
    let both = 0;
    for (const t of [N - 1, N - 2, 500, 334, 64, 31, 0]) {
      const market = new Market(data, t);
      const asked = locate(market, "IDX")!;
      const source = conditionSource(market, asked);
      const cut = conditionsAskedOf(market, asked);
      for (const condition of ofIndexes) {
        const anew = evaluateRule(condition, source, "close");
        const truth = cut.truth(condition, "close");
        expect(truth.sessions).toBe(t + 1);
        expect([JSON.stringify(condition), texts(truth)]).toEqual([JSON.stringify(condition), texts(anew)]);
        if (bitCount(anew.yes) > 0 && bitCount(anew.yes) < bitCount(anew.known)) both++;
      }
    }
    // Enough of them are sometimes true and sometimes not.
    expect(both).toBeGreaterThan(150);
  });

  it("are cut where they are of an index or of the market, and of nothing else", () => {
    const market = new Market(data, N - 1);
    for (const condition of conditions) {
      const text = JSON.stringify(condition);
      expect(cataloguedTruth(market, "", text) !== undefined).toBe(isShared(condition));
      expect(cataloguedTruth(market, "IDX", text) !== undefined).toBe(!isShared(condition) && !isOfStocks(condition));
    }
    expect(cataloguedTruth(market, "IDX", '{"left":{"measure":"close"},"comparator":"above","right":3}')).toBeUndefined();
  });

  it("are carried on when sessions are added: what was final stays, the rest is judged again", () => {
    const { panel } = data;
    const short = (sessions: number): MarketData => ({
      ...data,
      settled: sessions - 1,
      panel: { ...panel, sessions: panel.sessions.slice(0, sessions) },
    });
    const [whole, later] = [short(N - 5), short(N)];
    // The session in progress stood elsewhere before its close.
    const inProgress = N - 6;
    const close = panel.close.map((x, at) => (at % panel.stride === inProgress ? 3 * x : x));
    const earlier = { ...whole, panel: { ...whole.panel, close } };
    const ask = (of: MarketData) => {
      const market = new Market(of, of.panel.sessions.length - 1);
      return ofIndexes.map((condition) => texts(conditionsAskedOf(market, locate(market, "IDX")!).truth(condition, "close")));
    };
    ask(earlier);
    handOn(earlier, later);
    expect(ask(later)).toEqual(ask(short(N)));
  });

  it("at the open are judged by what is known then, not cut", () => {
    const market = new Market(data, 400);
    const asked = locate(market, "IDX")!;
    const above = conditions.find(({ left, comparator }) => left.measure === "close" && comparator === "above")!;
    const anew = evaluateRule(above, conditionSource(market, asked), "open");
    expect(texts(conditionsAskedOf(market, asked).truth(above, "open"))).toBe(texts(anew));
    expect(texts(anew)).not.toBe(texts(conditionsAskedOf(market, asked).truth(above, "close")));
  });
});
