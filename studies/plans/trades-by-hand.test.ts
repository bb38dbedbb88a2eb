import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";
import { positionByHand } from "./journal-rows";
import { handTrade, type HandTrade } from "./plan-schema";

/* Trades made elsewhere, each figure by hand. */

const closes = growing(50, 0.01, 60);
// A session without a bar: it stands at the close before.
const data = handMadeMarket([
  { ticker: "AAA", closes, sector: "Fish" },
  { ticker: "GAP", closes: closes.map((c, s) => (s === 40 ? NaN : c)), sector: "Fish" },
]);
const { sessions } = data.panel;
const at = (t: number) => new Market(data, t);
const trade = (more: Partial<HandTrade> = {}): HandTrade =>
  handTrade.parse({
    ...{ version: 1, id: "byhand000001", market: "HAND", ticker: "AAA", side: "long", units: 30, note: "a tip" },
    ...{ entered: sessions[20], entry: 60, ...more },
  });

describe("a trade made elsewhere", () => {
  it("is there from the session it was entered on, not before", () => {
    expect(positionByHand(at(19), trade())).toBeUndefined();
    expect(positionByHand(at(20), trade())).toMatchObject({ status: "entered", held: 30, entered: sessions[20] });
  });

  it("is valued at the close while it is open, either way round", () => {
    const long = positionByHand(at(40), trade({ stop: 55 }))!;
    expect(long.value).toBeCloseTo(30 * closes[40]!, 9);
    expect(long.money).toBeCloseTo(30 * (closes[40]! - 60), 9);
    expect(long.r).toBeCloseTo((closes[40]! - 60) / 5, 9);
    const short = positionByHand(at(40), trade({ side: "short", stop: 64 }))!;
    expect(short.value).toBeCloseTo(-30 * closes[40]!, 9);
    expect(short.money).toBeCloseTo(30 * (60 - closes[40]!), 9);
    expect(short.r).toBeCloseTo((60 - closes[40]!) / 4, 9);
    expect(Number.isNaN(long.left)).toBe(true);
    // Without a stop nothing was at risk that could be told.
    expect(positionByHand(at(40), trade())!.r).toBeNaN();
    expect(positionByHand(at(40), trade())!.stop).toBeNaN();
  });

  it("stands at the last close there was on a session without a bar", () => {
    expect(positionByHand(at(40), trade({ ticker: "GAP" }))!.exit).toBe(closes[39]);
    expect(positionByHand(at(41), trade({ ticker: "GAP" }))!.exit).toBe(closes[41]);
  });

  it("is closed at its own price from the session it was left on", () => {
    const left = { left: sessions[30]!, exit: 71, stop: 58 };
    expect(positionByHand(at(29), trade(left))).toMatchObject({ status: "entered", held: 30, exit: closes[29] });
    const closed = positionByHand(at(30), trade(left))!;
    expect(closed).toMatchObject({ status: "closed", held: 0, value: 0, exit: 71, money: 330, left: sessions[30] });
    expect(closed.r).toBeCloseTo(11 / 2, 12);
    expect(positionByHand(at(50), trade(left))!.money).toBe(330);
  });

  it("of something that is not known here is told by its ticker alone, without a value", () => {
    const unknown = positionByHand(at(30), trade({ ticker: "ELSE" }))!;
    expect(unknown).toMatchObject({ ticker: "ELSE", name: "ELSE", regime: "", phase: "", setups: [], currency: "ALD" });
    expect([unknown.exit, unknown.value, unknown.money]).toEqual([NaN, NaN, NaN]);
  });
});
