import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { alerts } from "./alerts";

const N = 60;
const closesOf = (k: number) => Array.from({ length: N }, (_, s) => 50 + (5 + k) * Math.sin(s / (2 + k)) + k);
const closes = [0, 1, 2, 3].map(closesOf);
// One leaves the members for a while, and one halts.
closes[3]![30] = NaN;
const data = handMadeMarket(
  closes.map((own, k) => ({
    ticker: `S${k}`,
    closes: own,
    sector: k < 2 ? "Fish" : "Nets",
    ...(k === 2 ? { member: [20, 59] as const } : {}),
  })),
);
const day = (s: number) => data.panel.sessions[s]!;
const above50 = { left: { measure: "close" }, comparator: "above", right: 51 };
const isAbove = (k: number, s: number) => closes[k]![s]! > 51;
const fired = (t: number, one: object) =>
  alerts.ask(new Market(data, t), alerts.params.parse({ alerts: JSON.stringify([{ name: "One", ...one }]) })).rows[0]!;

describe("an alert", () => {
  it("of a clause comes for those for whom it holds and did not at the session before", () => {
    let came = 0;
    for (let t = 1; t < N; t++) {
      const expected = [0, 1, 2, 3].filter((k) => (k !== 2 || t >= 20) && isAbove(k, t) && !isAbove(k, t - 1));
      expect(fired(t, { on: "market:", rule: above50 }).fired, `session ${t}`).toEqual(expected.map((k) => `S${k}`));
      expect(fired(t, { on: "S1", rule: above50 }).fired).toEqual(expected.includes(1) ? ["S1"] : []);
      expect(fired(t, { on: "sector:Fish", rule: above50 }).fired).toEqual(expected.filter((k) => k < 2).map((k) => `S${k}`));
      came += expected.length;
    }
    expect(came).toBeGreaterThan(8);
    // On the first session there is none before, and nothing is new.
    expect(fired(0, { on: "market:", rule: above50 }).fired).toEqual([]);
  });
  it("of a list's arrivals comes for who is in it and was not, of one picked by hand and of a live one", () => {
    const picked = {
      version: 1,
      name: "L",
      market: "HAND",
      members: [
        { ticker: "S0", added: day(10), removed: day(14) },
        { ticker: "S1", added: null },
      ],
    };
    expect(fired(10, { on: "list:L", list: picked }).fired).toEqual(["S0"]);
    expect(fired(11, { on: "list:L", list: picked }).fired).toEqual([]);
    expect(fired(14, { on: "list:L", list: picked }).watched).toBe(1);
    const live = { version: 1, name: "L", market: "HAND", scan: { when: above50, for: "" } };
    for (let t = 1; t < N; t++) {
      const isIn = (k: number, s: number) => (k !== 2 || s >= 20) && isAbove(k, s);
      const expected = [0, 1, 2, 3].filter((k) => isIn(k, t) && !isIn(k, t - 1));
      expect(fired(t, { on: "list:L", list: live }).fired).toEqual(expected.map((k) => `S${k}`));
    }
  });
  it("of a clause over a list does not come for one that arrives with the clause holding already", () => {
    const s = Array.from({ length: N }, (_, k) => k).find((k) => k > 1 && isAbove(0, k) && isAbove(0, k - 1))!;
    const list = { version: 1, name: "L", market: "HAND", members: [{ ticker: "S0", added: day(s) }] };
    expect(fired(s, { on: "list:L", list, rule: above50 })).toMatchObject({ fired: [], holding: 1, watched: 1 });
    expect(fired(s - 1, { on: "list:L", list, rule: above50 }).watched).toBe(0);
  });
  it("of a list that is gone, or an instrument that nobody knows, watches nobody", () => {
    expect(fired(20, { on: "list:Gone", rule: above50 })).toMatchObject({ watched: 0, fired: [] });
    expect(fired(20, { on: "NOBODY", rule: above50 })).toMatchObject({ watched: 0, fired: [] });
    const none = alerts.ask(new Market(data, 20), alerts.params.parse({}));
    expect(saidAll(alerts.reading(none))).toBe("Nothing is watched.");
    expect(() => alerts.params.parse({ alerts: '[{"name":1}]' })).toThrow();
  });
});
