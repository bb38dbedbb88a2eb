import blackScholes from "black-scholes";
import fc from "fast-check";
import greeks from "greeks";
import { describe, expect, it } from "vitest";
import {
  chainExpiries,
  chainOf,
  chainStrikes,
  contractsFor,
  epochDay,
  erfc,
  isoDate,
  nearestToDelta,
  normalBelow,
  normalDensity,
  optionGreeks,
  optionLegs,
  optionPayoff,
  optionValue,
  positionGreeks,
  positionValue,
  smileVol,
  unitFromText,
  type ChainSession,
  type OptionLeg,
  type OptionTerms,
} from "..";
import { seeded } from "../testing";

const none: ReadonlySet<number> = new Set();

describe("the normal distribution", () => {
  // Published: Abramowitz and Stegun, table 7.1, and its complement to more digits.
  it.each([
    [0, 1],
    [0.5, 0.479500122186953],
    [1, 0.157299207050285],
    [1.5, 0.033894853524689],
    [2, 0.004677734981047],
    [3, 2.209049699858544e-5],
    [5, 1.537459794428035e-12],
  ])("erfc(%f) is %f", (x, expected) => {
    expect(erfc(x) / expected).toBeCloseTo(1, 12);
    expect(erfc(-x)).toBeCloseTo(2 - expected, 12);
  });
  it("is the area under its density", () => {
    for (const x of [-3, -1.99, -0.7, 0, 0.3, 1.41, 2.9]) {
      const n = 40_000;
      let area = 0;
      for (let k = 0; k < n; k++) area += normalDensity(-12 + ((k + 0.5) * (x + 12)) / n) * ((x + 12) / n);
      expect(normalBelow(x)).toBeCloseTo(area, 7);
    }
  });
});

const terms = fc.record({
  right: fc.constantFrom("call" as const, "put" as const),
  strike: fc.double({ min: 20, max: 200, noNaN: true }),
  years: fc.double({ min: 0.01, max: 1, noNaN: true }),
  vol: fc.double({ min: 0.05, max: 1, noNaN: true }),
});
const spots = fc.double({ min: 40, max: 120, noNaN: true });

describe("an option's value", () => {
  it("and its greeks are those of another library", () => {
    fc.assert(
      fc.property(spots, terms, (spot, own) => {
        const { strike, years, vol, right } = own;
        // That one's distribution function is a series that it cuts early: it holds near the middle.
        fc.pre(Math.abs(Math.log(spot / strike) / (vol * Math.sqrt(years))) < 3);
        expect(optionValue(spot, own)).toBeCloseTo(blackScholes.blackScholes(spot, strike, years, vol, 0, right), 4);
        const mine = optionGreeks(spot, own);
        expect(mine.delta).toBeCloseTo(greeks.getDelta(spot, strike, years, vol, 0, right), 5);
        expect(mine.gamma).toBeCloseTo(greeks.getGamma(spot, strike, years, vol, 0), 6);
        expect(mine.vega).toBeCloseTo(greeks.getVega(spot, strike, years, vol, 0), 5);
        expect(mine.theta).toBeCloseTo(greeks.getTheta(spot, strike, years, vol, 0, right, 365), 5);
      }),
    );
  });
  it("is the mean of what it pays at expiry", () => {
    const random = seeded(3);
    for (let k = 0; k < 20; k++) {
      const own: OptionTerms = {
        right: k % 2 ? "call" : "put",
        strike: 80 + 40 * random(),
        years: 0.05 + random(),
        vol: 0.1 + 0.5 * random(),
      };
      const spread = own.vol * Math.sqrt(own.years);
      const n = 200_000;
      let mean = 0;
      for (let j = 0; j < n; j++) {
        const z = -9 + (18 * (j + 0.5)) / n;
        const paid = optionValue(100 * Math.exp(spread * z - spread ** 2 / 2), { ...own, years: 0 });
        mean += paid * normalDensity(z) * (18 / n);
      }
      expect(optionValue(100, own)).toBeCloseTo(mean, 5);
    }
  });
  it("moves as its greeks say, and a call less a put is the spot less the strike", () => {
    fc.assert(
      fc.property(spots, terms, (spot, own) => {
        const at = (ds: number, dv = 0, days = 0) =>
          optionValue(spot + ds, { ...own, vol: own.vol + dv, years: own.years - days / 365 });
        const { delta, gamma, vega, theta } = optionGreeks(spot, own);
        const h = spot * 1e-4;
        expect((at(h) - at(-h)) / (2 * h)).toBeCloseTo(delta, 4);
        // A hundredth of the move to be expected until expiry.
        const h2 = spot * 0.01 * own.vol * Math.sqrt(own.years);
        expect(Math.abs((at(h2) - 2 * at(0) + at(-h2)) / h2 ** 2 - gamma)).toBeLessThan(1e-2 * Math.abs(gamma) + 1e-4);
        expect(((at(0, 1e-5) - at(0, -1e-5)) / 2e-5) * 0.01).toBeCloseTo(vega, 5);
        expect((at(0, 0, 1e-4) - at(0, 0, -1e-4)) / 2e-4).toBeCloseTo(theta, 4);
        const [call, put] = (["call", "put"] as const).map((right) => optionValue(spot, { ...own, right })) as [number, number];
        expect(call - put).toBeCloseTo(spot - own.strike, 8);
      }),
    );
  });
  it("is what it is worth inside at expiry, where only delta is left", () => {
    const at = { strike: 100, years: 0, vol: 0.2 };
    expect(optionValue(103, { ...at, right: "call" })).toBe(3);
    expect(optionValue(103, { ...at, right: "put" })).toBe(0);
    expect(optionGreeks(103, { ...at, right: "call" })).toEqual({ delta: 1, gamma: 0, vega: 0, theta: 0 });
    expect(optionGreeks(97, { ...at, right: "put", years: -1 })).toEqual({ delta: -1, gamma: 0, vega: 0, theta: 0 });
    expect(optionGreeks(100, { ...at, right: "put" }).delta).toBe(0);
  });
});

describe("a chain", () => {
  const friday = epochDay("2026-10-16");
  it("expires on Fridays for six weeks and third Fridays for nine months, moved back over holidays", () => {
    const closed = new Set([epochDay("2026-10-30"), epochDay("2026-12-18")]);
    const days = chainExpiries(friday, closed);
    expect(days.map((e) => `${isoDate(e.day)}${e.isThirdFriday ? "*" : ""}`)).toEqual([
      "2026-10-23",
      "2026-10-29",
      "2026-11-06",
      "2026-11-13",
      "2026-11-20*",
      "2026-11-27",
      "2026-12-17*",
      "2027-01-15*",
      "2027-02-19*",
      "2027-03-19*",
      "2027-04-16*",
      "2027-05-21*",
      "2027-06-18*",
    ]);
    // One that would be settled on the day itself or before is none.
    expect(chainExpiries(epochDay("2026-10-29"), closed)[0]!.day).toBe(epochDay("2026-11-06"));
    // The 270th day is one still.
    const third = epochDay("2027-06-18");
    expect(chainExpiries(third - 270, none).at(-1)!.day).toBe(third);
    expect(chainExpiries(third - 271, none).at(-1)!.day).toBe(epochDay("2027-05-21"));
  });
  it("has strikes on one grid, and always the five nearest", () => {
    expect(chainStrikes(40.05, 0.3, 14 / 365)).toEqual(
      Array.from({ length: 15 }, (_, k) => 34 + k).filter((k) => Math.abs(Math.log(k / 40.05)) <= 3 * 0.3 * Math.sqrt(14 / 365)),
    );
    expect(chainStrikes(100, 0.01, 1 / 365)).toEqual([96, 98, 100, 102, 104]);
    // Two as near: the lower.
    expect(chainStrikes(101, 0.01, 1 / 365)).toEqual([96, 98, 100, 102, 104]);
    expect(chainStrikes(0.3, 0.01, 1 / 365)).toEqual([0.29, 0.295, 0.3, 0.305, 0.31]);
    const wide = chainStrikes(1000, 2, 1);
    expect([wide[0], wide.at(-1)]).toEqual([620, 1640]);
    for (const spot of [0.037, 1.01, 7.7, 40, 199.99, 200, 8123]) {
      const strikes = chainStrikes(spot, 0.25, 0.1);
      const step = strikes[1]! - strikes[0]!;
      expect(step).toBeLessThanOrEqual(spot / 40 + 1e-12);
      expect(step * 2.5).toBeGreaterThan(spot / 40 - 1e-12);
    }
  });
  it("has a mild smile", () => {
    expect(smileVol(0.2, 100, 100, 0.25)).toBe(0.2);
    const m = Math.log(1.2) / (0.2 * 0.5);
    expect(smileVol(0.2, 100, 120, 0.25)).toBeCloseTo(0.2 * (1 + (0.1 * m * m) / (1 + 0.1 * m * m)), 12);
    expect(smileVol(0.2, 100, 1e6, 0.01)).toBeLessThan(0.4);
  });
  const session: ChainSession = { ticker: "LIRAR", day: friday, close: 40.05, vol: 0.3, averageVolume: 800_000, holidays: none };
  it("gives each contract figures of its own that stay", () => {
    expect(unitFromText("abc")).toBe(0.11244569637347013);
    // Beyond ASCII the bytes are those of UTF-8.
    expect(unitFromText("\u00e9")).not.toBe(unitFromText("e"));
    const [expiry] = chainExpiries(friday, none);
    const contracts = chainOf(session, expiry!);
    const calls = contracts.filter((c) => c.right === "call");
    expect(calls.map((c) => c.strike)).toEqual(chainStrikes(40.05, 0.3, 7 / 365));
    const one = calls.find((c) => c.strike === 41)!;
    const m = Math.log(41 / 40.05) / (0.3 * Math.sqrt(7 / 365));
    const weight = 0.4 / (1 + m * m) ** 2 / (1 + (4 * 7) / 365);
    const name = "LIRAR|2026-10-23|call|410000";
    expect(one.volume).toBe(Math.floor(0.15 * 8000 * weight * unitFromText(`${name}|2026-10-16`) ** 2));
    expect(one.openInterest).toBe(Math.floor(0.5 * 8000 * weight * (0.5 + unitFromText(name))));
    expect(one.openInterest).toBeGreaterThan(0);
    expect(one.value).toBe(optionValue(40.05, { right: "call", strike: 41, years: 7 / 365, vol: one.vol }));
    // On the next day the volume is another, the open interest hangs on its price and average alone.
    const next = chainOf({ ...session, day: friday + 3 }, expiry!).find((c) => c.right === "call" && c.strike === 41)!;
    expect(next.volume).not.toBe(one.volume);
    expect(chainOf({ ...session, averageVolume: NaN }, expiry!).every((c) => c.volume === 0 && c.openInterest === 0)).toBe(true);
    expect(chainOf({ ...session, vol: NaN }, expiry!)).toEqual([]);
    expect(chainOf({ ...session, vol: 0 }, expiry!)).toEqual([]);
  });
  it("finds the contract nearest to a delta", () => {
    const third = chainExpiries(friday, none).find((e) => e.isThirdFriday)!;
    const puts = chainOf(session, third).filter((c) => c.right === "put");
    const found = nearestToDelta(puts, 0.3)!;
    for (const put of puts) expect(Math.abs(-put.delta - 0.3)).toBeGreaterThanOrEqual(Math.abs(-found.delta - 0.3));
    expect(Math.abs(found.delta)).toBeGreaterThan(0.2);
    const even = [
      { ...found, strike: 2, delta: -0.4 },
      { ...found, strike: 1, delta: -0.2 },
    ];
    expect(nearestToDelta(even, 0.3)!.strike).toBe(1);
    expect(nearestToDelta([], 0.3)).toBeUndefined();
  });
  it("makes singles, verticals and butterflies of its contracts", () => {
    const contracts = chainOf(session, chainExpiries(friday, none)[3]!);
    const middle = contracts.find((c) => c.right === "call" && c.strike === 41)!;
    const told = (legs: OptionLeg[] | undefined) => legs?.map((l) => `${l.quantity} ${l.right} ${l.strike}`);
    expect(told(optionLegs(contracts, middle, { shape: "single" }))).toEqual(["1 call 41"]);
    expect(told(optionLegs(contracts, middle, { shape: "single", isSold: true }))).toEqual(["-1 call 41"]);
    expect(told(optionLegs(contracts, middle, { shape: "vertical", width: 2 }))).toEqual(["1 call 41", "-1 call 43"]);
    expect(told(optionLegs(contracts, middle, { shape: "vertical", width: -1 }))).toEqual(["1 call 41", "-1 call 40"]);
    expect(told(optionLegs(contracts, middle, { shape: "butterfly", width: 2 }))).toEqual([
      "1 call 39",
      "-2 call 41",
      "1 call 43",
    ]);
    expect(told(optionLegs(contracts, middle, { shape: "butterfly", width: -1, isSold: true }))).toEqual([
      "-1 call 40",
      "2 call 41",
      "-1 call 42",
    ]);
    expect(optionLegs(contracts, middle, { shape: "vertical", width: 60 })).toBeUndefined();
    expect(optionLegs(contracts, middle, { shape: "butterfly", width: 60 })).toBeUndefined();
    expect(optionLegs(contracts, middle, { shape: "vertical", width: 0 })).toBeUndefined();
    const gap = contracts.filter((c) => c.strike !== 42);
    expect(optionLegs(gap, middle, { shape: "butterfly" })).toBeUndefined();
  });
});

describe("a position of options", () => {
  const leg = (quantity: number, right: "call" | "put", strike: number): OptionLeg => ({
    quantity,
    right,
    strike,
    expiry: 100,
    vol: 0.3,
  });
  it("has the worst, the best and the break-evens that a walk over all prices finds", () => {
    const legs = fc.array(
      fc.record({
        quantity: fc.integer({ min: -3, max: 3 }).filter((q) => q !== 0),
        right: fc.constantFrom("call" as const, "put" as const),
        strike: fc.integer({ min: 5, max: 40 }),
      }),
      { minLength: 1, maxLength: 4 },
    );
    fc.assert(
      fc.property(legs, fc.double({ min: -8, max: 8, noNaN: true }), (all, cost) => {
        const own = all.map((l) => leg(l.quantity, l.right, l.strike));
        const pays = (spot: number) =>
          own.reduce((sum, l) => sum + l.quantity * Math.max(0, l.right === "call" ? spot - l.strike : l.strike - spot), 0) -
          cost;
        const { worst, best, breakEvens } = optionPayoff(own, cost);
        const walked = Array.from({ length: 4001 }, (_, k) => pays(k / 50));
        const far = pays(1e6) - pays(1e6 - 1);
        if (far > 0) expect(best).toBe(Infinity);
        else expect(best).toBeCloseTo(Math.max(...walked), 9);
        if (far < 0) expect(worst).toBe(-Infinity);
        else expect(worst).toBeCloseTo(Math.min(...walked), 9);
        for (const at of breakEvens) expect(Math.abs(pays(at))).toBeLessThan(1e-8);
        let turns = 0;
        // Where it lies flat on nothing, rounding alone turns its sign.
        for (let k = 1; k < walked.length; k++) if (walked[k - 1]! * walked[k]! < -1e-9) turns++;
        expect(breakEvens.filter((at) => at < 80).length).toBeGreaterThanOrEqual(turns);
      }),
    );
  });
  it("of known shapes comes to what is known", () => {
    const vertical = [leg(1, "call", 40), leg(-1, "call", 44)];
    expect(optionPayoff(vertical, 1.5)).toEqual({ worst: -1.5, best: 2.5, breakEvens: [41.5] });
    const butterfly = [leg(1, "put", 40), leg(-2, "put", 44), leg(1, "put", 48)];
    expect(optionPayoff(butterfly, 1)).toEqual({ worst: -1, best: 3, breakEvens: [41, 47] });
    expect(optionPayoff([leg(-1, "call", 40)], -2)).toEqual({ worst: -Infinity, best: 2, breakEvens: [42] });
    expect(optionPayoff([leg(-1, "put", 40)], -2)).toEqual({ worst: -38, best: 2, breakEvens: [38] });
    expect(optionPayoff([leg(1, "call", 40)], 0).breakEvens).toEqual([0]);
  });
  it("is worth the sum of its legs, now and later, each by its own volatility", () => {
    const legs = [leg(1, "call", 40), { ...leg(-1, "call", 44), vol: 0.4 }];
    const value = (day: number, spot: number) =>
      optionValue(spot, { right: "call", strike: 40, years: (100 - day) / 365, vol: 0.3 }) -
      optionValue(spot, { right: "call", strike: 44, years: (100 - day) / 365, vol: 0.4 });
    for (const day of [0, 60, 99]) expect(positionValue(legs, 41, day)).toBeCloseTo(value(day, 41), 12);
    expect(positionValue(legs, 47, 100)).toBe(4);
    expect(positionValue(legs, 47, 130)).toBe(4);
    const { delta } = positionGreeks(legs, 41, 60);
    expect(delta).toBeCloseTo((value(60, 41.001) - value(60, 40.999)) / 0.002, 5);
    expect(positionGreeks(legs, 41, 60).theta).toBeCloseTo((value(60.001, 41) - value(59.999, 41)) / 0.002, 5);
  });
  it("is sized from what it can lose", () => {
    expect(contractsFor(2500, -0.91)).toBe(27);
    expect(contractsFor(91, -0.91)).toBe(1);
    expect(contractsFor(90, -0.91)).toBe(0);
    expect(contractsFor(2500, -Infinity)).toBe(0);
    expect(contractsFor(2500, 0)).toBe(0);
    expect(contractsFor(2500, 0.2)).toBe(0);
  });
});
