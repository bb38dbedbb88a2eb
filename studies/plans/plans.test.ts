import { describe, expect, it } from "vitest";
import {
  DIRECTIONS,
  followPlan,
  optionValue,
  plannedUnits,
  setupHits,
  SETUP_KINDS,
  smileVol,
  wilsonInterval,
  type PlanOrders,
} from "@core";
import { randomBars, seeded, type TestBars } from "@core/testing";
import { regimeColumns } from "@studies/columns/regime";
import { Market } from "@studies/market/market";
import type { MarketData } from "@studies/market/market-data";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { followedPlan } from "./followed-plan";
import { optionChain } from "./option-chain";
import { plan } from "./plan";
import { planDraft } from "./plan-draft";
import { accountValueAt, handTrade, savedPlan, type AskedPlan, type PlanVersion, type SavedPlan } from "./plan-schema";
import { plans } from "./plans";

const N = 420;
const MADE = 300;
const names = ["S0", "S1", "S2", "S3"];
const bars = names.map((_, k): TestBars => {
  const own = randomBars(70 + k, N);
  // A halt.
  if (k === 1) for (const column of Object.values(own) as Float64Array[]) column[MADE + 4] = NaN;
  return own;
});
const index = randomBars(99, N);

/** Reports of S0: what was known of the next one, from which session on. */
const REPORTS: readonly (readonly [known: number, report: number])[] = [
  [100, 130],
  [131, 190],
  [191, MADE + 10],
  // The next one is learned of on the last session before it.
  [MADE + 24, MADE + 25],
];

function market(change: (data: MarketData) => MarketData = (data) => data): MarketData {
  const made = handMadeMarket(
    [
      ...names.map((ticker, k) => ({ ticker, closes: Array.from(bars[k]!.close), sector: k < 2 ? "Fish" : "Nets" })),
      { ticker: "IDX", closes: Array.from(index.close), kind: "index" as const },
    ],
    "IDX",
  );
  const own = new Map([...names.map((ticker, k) => [ticker, bars[k]!] as const), ["IDX", index] as const]);
  for (const [i, { ticker }] of made.instruments.entries())
    for (const column of ["open", "high", "low", "close", "volume"] as const)
      made.panel[column].set(own.get(ticker)![column], i * N);
  const day = (s: number) => made.panel.sessions[s]!;
  // The instruments stand in the order of their tickers: the index comes first.
  const count = made.instruments.length;
  const s0 = made.instruments.findIndex((i) => i.ticker === "S0");
  const rows = REPORTS.flatMap(([, report]) => [NaN, NaN, NaN, NaN, NaN, NaN, day(report)]);
  return change({
    ...made,
    fundamentals: {
      offset: Int32Array.from({ length: count + 1 }, (_, i) => (i <= s0 ? 0 : REPORTS.length)),
      known: Int32Array.from(REPORTS, ([known]) => day(known)),
      values: Float64Array.from(rows),
    },
  });
}
const data = market();
const day = (s: number) => data.panel.sessions[s]!;
const close = (k: number, s: number) => bars[k]!.close[s]!;

const version = (more: Partial<PlanVersion> = {}): PlanVersion => ({
  ...{ made: day(MADE), written: day(MADE), oneCancelsOther: true, isOutBeforeReport: false, steps: [] },
  ...{ size: { by: "units", units: 100 }, lot: 1, costBp: 0, note: "" },
  ...more,
});
const long = (k: number, more: Partial<NonNullable<PlanVersion["long"]>> = {}): NonNullable<PlanVersion["long"]> => ({
  entry: { order: "open" },
  stop: close(k, MADE) * 0.5,
  targets: [],
  addOns: [],
  ...more,
});
const planOf = (ticker: string, versions: PlanVersion[], more: Partial<AskedPlan> = {}): AskedPlan => ({
  ...{ version: 1, id: `plan${ticker.toLowerCase()}00`, market: "HAND", ticker, origin: "" },
  versions,
  accountsOnRecord: [],
  ...more,
});
/** The same as it is saved. */
const savedOf = (...given: Parameters<typeof planOf>): SavedPlan => {
  const { accountsOnRecord: _accounts, ...saved } = planOf(...given);
  return saved;
};
const at = (t: number, own: AskedPlan, of = data) => followedPlan(new Market(of, t), own);
const asked = (t: number, own: AskedPlan) => plan.ask(new Market(data, t), plan.params.parse({ plan: JSON.stringify(own) }))!;
const listed = (t: number, params: { plans?: readonly AskedPlan[]; trades?: readonly object[] }) =>
  plans.ask(
    new Market(data, t),
    plans.params.parse({ plans: JSON.stringify(params.plans ?? []), trades: JSON.stringify(params.trades ?? []) }),
  );

describe("a plan on a market", () => {
  it("is absent before it was made, waits on that session, and is followed from the next one", () => {
    const own = planOf("S0", [version({ long: long(0) })]);
    expect(at(MADE - 1, own)).toBeUndefined();
    expect(at(MADE, own)!.sides[0]).toMatchObject({ status: "waiting" });
    expect(at(MADE + 1, own)!.sides[0]).toMatchObject({ status: "entered", fill: bars[0]!.open[MADE + 1] });
    expect(at(MADE, planOf("NOBODY", [version()]))).toBeUndefined();
  });
  it("is bit for bit what following its bars says, at every session", () => {
    const orders = {
      long: {
        entry: { order: "stop" as const, price: close(2, MADE) * 1.01 },
        stop: close(2, MADE) * 0.96,
        targets: [{ key: "t1", price: close(2, MADE) * 1.06, share: 1 }],
        addOns: [],
      },
      short: {
        entry: { order: "stop" as const, price: close(2, MADE) * 0.98 },
        stop: close(2, MADE) * 1.04,
        targets: [{ key: "t2", price: close(2, MADE) * 0.9, share: 1 }],
        addOns: [],
      },
    };
    const own = planOf("S2", [version({ ...orders, horizon: 25, costBp: 7 })]);
    const plain = { ...orders, oneCancelsOther: true, horizon: 25, isOutBeforeReport: false, steps: [] };
    for (let t = MADE; t < MADE + 40; t++) {
      const cut = (column: Float64Array) => column.slice(0, t + 1);
      const { open, high, low, close: c } = bars[2]!;
      const expected = followPlan(
        { open: cut(open), high: cut(high), low: cut(low), close: cut(c) },
        [{ from: MADE + 1, orders: plain, units: { long: 100, short: 100 }, lot: 1, costBp: 7 }],
        {
          made: MADE,
          last: t,
          isInProgress: false,
          goneOn: Infinity,
          holds: () => false,
          reportAt: () => undefined,
        },
      );
      expect(at(t, own)!.sides).toEqual(expected);
    }
  });
  it("carries out a step when its clause was true at a close, by the version in force then", () => {
    const level = close(0, MADE) * 0.99;
    const step = {
      key: "s1",
      when: { left: { measure: "close" }, comparator: "below", right: level },
      deed: { do: "out" },
    } as const;
    const s = Array.from({ length: 60 }, (_, k) => MADE + 1 + k).find((k) => close(0, k) < level)!;
    const own = planOf("S0", [version({ long: long(0), steps: [step] })]);
    expect(at(s, own)!.sides[0]).toMatchObject({ status: "entered", held: 100 });
    expect(at(s + 1, own)!.sides[0]!.changes.at(-1)).toMatchObject({
      what: "closed",
      by: "s1",
      session: s + 1,
      price: bars[0]!.open[s + 1],
    });
    const off = planOf("S0", [version({ long: long(0), steps: [{ ...step, off: true }] })]);
    expect(at(s + 1, off)!.sides[0]!.status).toBe("entered");
    // Switched off on the day on which it comes to hold: the version of that day is in force only after it.
    const late = planOf("S0", [
      version({ long: long(0), steps: [step] }),
      version({ made: day(s), written: day(s), long: long(0) }),
    ]);
    expect(at(s + 1, late)!.sides[0]!.status).toBe("closed");
    const early = planOf("S0", [
      version({ long: long(0), steps: [step] }),
      version({ made: day(s - 1), written: day(s - 1), long: long(0) }),
    ]);
    expect(at(s + 1, early)!.sides[0]!.status).toBe("entered");
  });
  it("goes out at the last close before a report that was known the close before, else at the next open (S25)", () => {
    const own = planOf("S0", [version({ long: long(0), isOutBeforeReport: true })]);
    expect(at(MADE + 12, own)!.sides[0]!.changes.at(-1)).toMatchObject({
      session: MADE + 9,
      at: "close",
      by: "report",
      price: close(0, MADE + 9),
    });
    const later = planOf("S0", [
      version({ made: day(MADE + 12), written: day(MADE + 12), long: long(0), isOutBeforeReport: true }),
    ]);
    expect(at(MADE + 30, later)!.sides[0]!.changes.at(-1)).toMatchObject({ session: MADE + 25, at: "open", by: "report" });
    // The weekday before the report is a holiday: the last session is the one before that.
    const sunk = market((d) => ({ ...d, holidays: [{ market: "HAND", date: day(MADE + 9), known: day(0) }] }));
    expect(at(MADE + 12, own, sunk)!.sides[0]!.changes.at(-1)).toMatchObject({ session: MADE + 8, by: "report" });
  });
  it("is closed at the last close when its instrument has left, and provisional while a session is in progress", () => {
    const gone = market((d) => ({
      ...d,
      instruments: d.instruments.map((i) => (i.ticker === "S3" ? { ...i, delisted: day(MADE + 6) } : i)),
    }));
    const own = planOf("S3", [
      version({ long: long(3), timeStop: 1 }),
      version({ made: day(MADE + 1), written: day(MADE + 1), long: long(3) }),
    ]);
    expect(at(MADE + 5, own, gone)!.sides[0]!.status).toBe("entered");
    expect(at(MADE + 6, own, gone)!.sides[0]!.changes.at(-1)).toMatchObject({
      session: MADE + 6,
      by: "delisted",
      price: close(3, MADE + 6),
    });
    const running = { ...data, settled: MADE + 3 };
    const timed = planOf("S0", [version({ long: long(0), timeStop: 2 })]);
    expect(at(MADE + 3, timed)!.sides[0]!.status).toBe("closed");
    expect(at(MADE + 3, timed, running)!.sides[0]!.status).toBe("entered");
  });
});

it("a session without a bar counts, and nothing is done on it", () => {
  const own = planOf("S1", [version({ long: long(1), horizon: 8 })]);
  // S1 halts on the fourth session after: the horizon is the eighth all the same.
  expect(close(1, MADE + 4)).toBeNaN();
  expect(at(MADE + 4, own)!.sides[0]).toMatchObject({ status: "entered", held: 100 });
  expect(at(MADE + 8, own)!.sides[0]!.changes.at(-1)).toMatchObject({
    by: "horizon",
    session: MADE + 8,
    price: close(1, MADE + 8),
  });
  const due = planOf("S1", [version({ long: long(1), timeStop: 3 })]);
  // Due on the session without a bar: out at the next open.
  expect(at(MADE + 5, due)!.sides[0]!.changes.at(-1)).toMatchObject({
    by: "time",
    session: MADE + 5,
    at: "open",
    price: bars[1]!.open[MADE + 5],
  });
});

describe("the size of a plan", () => {
  const account = {
    version: 1 as const,
    name: "Book",
    currency: "ALD",
    percent: 1,
    values: [
      { day: day(10), value: 100_000 },
      { day: day(MADE), value: 250_000 },
      { day: day(MADE + 1), value: 9 },
    ],
  };
  const far = { entry: { order: "stop" as const, price: 900 }, stop: 895, targets: [], addOns: [] };
  const sized = (more: Partial<PlanVersion>, own = account) => {
    const price = close(0, MADE);
    const orders = { entry: { order: "stop" as const, price }, stop: price - 0.86, targets: [], addOns: [] };
    const made = planOf("S0", [version({ long: orders, account: "Book", ...more })], { accountsOnRecord: [own] });
    const said = asked(MADE, made);
    return { units: said.sides[0]!.units, exposure: said.sides[0]!.exposure / price, lacks: said.budget.lacks, said };
  };
  it("is by the account's value on record at the session on which it was written", () => {
    expect(sized({ size: { by: "percent", percent: 1 }, lot: 50 })).toMatchObject({ units: 2900, exposure: 2900 });
    expect(sized({ size: { by: "percent", percent: 1 } }).units).toBe(plannedUnits(2500, 0.86));
    expect(accountValueAt(account, day(MADE) - 1)).toBe(100_000);
    expect(accountValueAt(account, day(9))).toBeNaN();
    expect(sized({ size: { by: "money", money: 43 }, lot: 50 }).units).toBe(50);
    expect(sized({ size: { by: "units", units: 7 } }).units).toBe(7);
  });
  it("is each version's by its own account", () => {
    const second = { ...account, name: "Second", values: [{ day: day(0), value: 1000 }] };
    const own = planOf(
      "S0",
      [
        version({ long: far, size: { by: "percent", percent: 1 }, account: "Book" }),
        version({
          made: day(MADE + 1),
          written: day(MADE + 1),
          long: far,
          size: { by: "percent", percent: 1 },
          account: "Second",
        }),
      ],
      { accountsOnRecord: [account, second] },
    );
    expect(asked(MADE, own).sides[0]!.units).toBe(plannedUnits(2500, 5));
    expect(asked(MADE + 1, own).sides[0]!.units).toBe(plannedUnits(10, 5));
    expect(
      asked(MADE, planOf("S0", [version({ long: far, size: { by: "percent", percent: 1 }, account: "Gone" })])).budget.lacks,
    ).toBe("account");
  });
  it("needs a rate between two currencies, and says what it lacks", () => {
    const other = { ...account, currency: "COR" };
    expect(sized({ size: { by: "percent", percent: 1 } }, other)).toMatchObject({ units: 0, lacks: "rate" });
    expect(sized({ size: { by: "percent", percent: 1 }, rate: 0.5 }, other).units).toBe(plannedUnits(1250, 0.86));
    const late = { ...account, values: [{ day: day(MADE + 1), value: 5 }] };
    expect(sized({ size: { by: "percent", percent: 1 } }, late)).toMatchObject({ units: 0, lacks: "value" });
    expect(sized({ size: { by: "percent", percent: 1 }, rate: 0.5 }, other).said.warnings.join(" ")).not.toContain("rate");
    expect(sized({ size: { by: "percent", percent: 1 } }, other).said.warnings.join(" ")).toContain("needs a rate between them");
  });
  it("is warned of where it is large, leveraged, already met, or through a report", () => {
    const said = asked(
      MADE,
      planOf("S0", [
        version({
          long: { entry: { order: "stop", price: close(0, MADE) * 0.99 }, stop: 1, targets: [], addOns: [] },
          size: { by: "units", units: 40_000 },
          horizon: 15,
        }),
      ]),
    );
    const average = bars[0]!.volume.slice(MADE - 49, MADE + 1).reduce((a, b) => a + b) / 50;
    expect(said.warnings.join(" ")).toContain(`40,000 units are ${Math.round((100 * 40_000) / average)}% of its average volume`);
    expect(said.warnings.join(" ")).toContain("The close has reached the long entry already");
    expect(said.warnings.join(" ")).toMatch(/It reports on .* inside the plan/);
    // Met or not by the close of the session on which it was written, not of the first one.
    const s = Array.from({ length: 60 }, (_, k) => MADE + 1 + k).find((k) => close(0, k) < close(0, MADE) * 0.98)!;
    const late = version({
      made: day(s),
      written: day(s),
      long: { entry: { order: "stop", price: close(0, MADE) * 0.99 }, stop: 1, targets: [], addOns: [] },
    });
    const far = version({ long: { entry: { order: "stop", price: 1e5 }, stop: 1, targets: [], addOns: [] } });
    expect(asked(s, planOf("S0", [far, late])).warnings.join(" ")).not.toContain("has reached");
    const out = asked(MADE, planOf("S0", [version({ long: long(0), isOutBeforeReport: true, horizon: 15 })]));
    expect(out.warnings.join(" ")).not.toContain("reports on");
    const short = asked(MADE, planOf("S0", [version({ long: long(0), horizon: 5 })]));
    expect(short.warnings.join(" ")).not.toContain("reports on");
  });
});

describe("the ladder of a plan", () => {
  it("prints risks and money from the planned entry, and what was done where", () => {
    const price = close(2, MADE);
    const orders = {
      entry: { order: "limit" as const, price: price * 1.1 },
      stop: price * 0.9,
      targets: [
        { key: "t1", price: price * 1.2, share: 0.5 },
        { key: "t2", price: price * 1.3, share: 1 },
      ],
      addOns: [{ key: "a1", order: "stop" as const, price: price * 1.15, share: 0.5, stop: price }],
    };
    const said = asked(MADE + 1, planOf("S2", [version({ long: orders })]));
    const [side] = said.sides;
    expect(side!.rungs.map((rung) => rung.key)).toEqual(["t2", "t1", "a1", "entry", "stop"]);
    const t1 = side!.rungs[1]!;
    expect(t1.r).toBeCloseTo(0.5, 9);
    expect(t1.money).toBeCloseTo(100 * 0.1 * price, 6);
    expect(side!.rungs[4]!.r).toBeCloseTo(-1, 9);
    expect(side!.rungs[3]!).toMatchObject({ done: day(MADE + 1), doneAt: bars[2]!.open[MADE + 1] });
    expect(side!.rungs[2]!.units).toBe(50);
    expect(side!.rewardToRisk).toBeCloseTo(0.5, 9);
    const down = {
      entry: { order: "stop" as const, price: price * 0.9 },
      stop: price,
      targets: [{ key: "t1", price: price * 0.7, share: 1 }],
      addOns: [],
    };
    const [short] = asked(MADE, planOf("S2", [version({ short: down })])).sides;
    expect(short!.rungs.map((rung) => rung.key)).toEqual(["stop", "entry", "t1"]);
    expect(short!.rungs.map((rung) => rung.r)).toEqual([expect.closeTo(-1, 9), expect.closeTo(0, 9), expect.closeTo(2, 9)]);
    expect(short!.rungs[2]!.money).toBeCloseTo(100 * 0.2 * price, 6);
    expect(short!.rewardToRisk).toBeCloseTo(2, 9);
  });
  it("knows its time: the horizon, the report and expiries, with what earlier reports did", () => {
    const said = asked(MADE, planOf("S0", [version({ long: long(0), horizon: 15 })]));
    expect(said.calendar.end).toBe(day(MADE + 15));
    expect(said.nextReport).toEqual({ day: day(MADE + 10), sessions: 10 });
    const moves = [130, 190].map((s) => close(0, s) / close(0, s - 1) - 1);
    expect(said.reports.n).toBe(2);
    expect(said.reports.median).toBeCloseTo((Math.abs(moves[0]!) + Math.abs(moves[1]!)) / 2, 12);
    expect(Math.abs(said.reports.largest)).toBeCloseTo(Math.max(...moves.map(Math.abs)), 12);
    expect(said.calendar.events.filter((e) => e.kind.endsWith("expiry")).every((e) => e.day > day(MADE))).toBe(true);
  });
});

describe("an option of a plan", () => {
  const chainAt = (s: number) => optionChain.ask(new Market(data, s), optionChain.params.parse({ for: "S0" }))!;
  const hv = (s: number) => {
    const returns = Array.from({ length: 63 }, (_, k) => Math.log(close(0, s - k) / close(0, s - k - 1)));
    const mean = returns.reduce((a, b) => a + b, 0) / 63;
    return Math.sqrt((returns.reduce((sum, r) => sum + (r - mean) ** 2, 0) / 62) * 252);
  };
  it("is offered by delta and by where the report lies", () => {
    const chain = chainAt(MADE);
    expect(chain.vol).toBeCloseTo(hv(MADE), 10);
    expect(chain.expiry).toBe(chain.expiries.find((e) => e.day > day(MADE + 10))!.day);
    const before = optionChain.ask(new Market(data, MADE), optionChain.params.parse({ for: "S0", way: "before the report" }))!;
    expect(before.expiry).toBe(chain.expiries.filter((e) => e.day < day(MADE + 10)).at(-1)!.day);
    const away = (strike: number) => Math.abs(Math.abs(chain.contracts.find((c) => c.strike === strike)!.delta) - 0.3);
    for (const { strike } of chain.contracts) expect(away(chain.nearest)).toBeLessThanOrEqual(away(strike));
  });
  it("has no chain without a bar of the session, or of what nobody knows", () => {
    const chain = (s: number, ticker: string) => optionChain.ask(new Market(data, s), optionChain.params.parse({ for: ticker }));
    expect(chain(MADE + 3, "S1")).toBeDefined();
    // The halt.
    expect([chain(MADE + 4, "S1"), chain(MADE + 3, "NOBODY")]).toEqual([undefined, undefined]);
  });
  it("is bought at the close on which it was written and valued by the chain of each session, then settled", () => {
    const chain = chainAt(MADE);
    const option = {
      right: "call" as const,
      shape: "single" as const,
      width: 0,
      isSold: false,
      strike: chain.nearest,
      expiry: chain.expiry,
    };
    const own = planOf("S0", [version({ long: long(0), option, size: { by: "money", money: 1000 } })]);
    const first = asked(MADE, own).option!;
    const contract = chain.contracts.find((c) => c.strike === chain.nearest)!;
    expect(first).toMatchObject({
      cost: contract.value,
      contracts: Math.floor(1000 / (100 * contract.value)),
      worst: -contract.value,
      best: Infinity,
    });
    const later = MADE + 7;
    const years = (chain.expiry - day(later)) / 365;
    const vol = smileVol(hv(later), close(0, later), option.strike, years);
    const value = optionValue(close(0, later), { right: "call", strike: option.strike, years, vol });
    expect(asked(later, own).option!.values.at(-1)).toBeCloseTo(value, 9);
    expect(asked(later, own).option!.money).toBeCloseTo(first.contracts * 100 * (value - contract.value), 6);
    const last = Array.from(data.panel.sessions).findLastIndex((d) => d <= chain.expiry);
    const settled = asked(last + 3, own).option!;
    expect(settled.isSettled).toBe(true);
    expect(settled.values.at(-1)).toBe(Math.max(0, close(0, last) - option.strike));
    // One that ends inside pays by the close of its expiry, whatever comes later.
    const inside = { ...option, strike: chain.contracts[0]!.strike };
    const deep = asked(last + 3, planOf("S0", [version({ long: long(0), option: inside })])).option!;
    expect(close(0, last)).toBeGreaterThan(inside.strike);
    expect(deep.values.at(-1)).toBeCloseTo(close(0, last) - inside.strike, 9);
    expect(deep.days.at(-1)).toBe(day(last));
    // So does one on whose last day there was no session after all, by the close before it.
    const sessions = data.panel.sessions.map((d, k) => (k === last ? d + 1 : d));
    const closed = new Market({ ...data, lineage: "closed", panel: { ...data.panel, sessions } }, last + 3);
    // Where its worth is all time, a day before.
    const before = close(0, last - 1);
    const strike = chain.contracts.map((c) => c.strike).sort((a, b) => Math.abs(a - before) - Math.abs(b - before))[0]!;
    const asText = JSON.stringify(planOf("S0", [version({ long: long(0), option: { ...option, strike } })]));
    const over = plan.ask(closed, plan.params.parse({ plan: asText }))!.option!;
    expect([over.days.at(-1), over.isSettled]).toEqual([day(last - 1), true]);
    expect([over.values.length, over.values.at(-1)]).toEqual([over.days.length, Math.max(0, before - strike)]);
    // A plan that is changed later keeps the option that was bought; one that it takes out is given up at that close.
    const version0 = own.versions[0]!;
    const { option: _option, ...without } = version0;
    const on = (s: number, one: Partial<PlanVersion>) => ({ ...one, made: day(s), written: day(s) }) as PlanVersion;
    const moved = { ...own, versions: [version0, on(MADE + 3, { ...version0, note: "moved" })] };
    expect(asked(later, moved).option).toMatchObject({
      bought: day(MADE),
      cost: contract.value,
      money: asked(later, own).option!.money,
    });
    const takenOut = { ...own, versions: [version0, on(MADE + 3, without)] };
    expect(asked(later, takenOut).option).toBeUndefined();
    const given = listed(later, { plans: [takenOut] }).closed.find((one) => one.way === "option")!;
    expect(given).toMatchObject({ left: day(MADE + 3), money: asked(MADE + 3, own).option!.money, held: 0, value: 0 });
    const byHand = { ...own, versions: [version0, on(MADE + 2, { ...version0, isClosed: true })] };
    expect(listed(later, { plans: [byHand] }).closed.find((one) => one.way === "option")!.left).toBe(day(MADE + 2));
    expect(listed(MADE + 1, { plans: [byHand] }).open.some((one) => one.way === "option")).toBe(true);
    // In the journal it is a position of its own, counted apart.
    const { closed: ended, record, options } = listed(last + 3, { plans: [own] });
    expect(ended.filter((one) => one.way === "option")).toHaveLength(1);
    expect([record.n, options.n]).toEqual([0, 1]);
  });
});

describe("the journal", () => {
  const many = Array.from({ length: 40 }, (_, k) => {
    const s = 120 + 7 * k;
    const ticker = names[k % 4]!;
    const price = close(k % 4, s);
    if (Number.isNaN(price) || s > N - 30) return undefined;
    const sign = k % 3 === 0 ? -1 : 1;
    const orders = {
      entry: { order: "open" as const },
      stop: price * (1 - sign * 0.05),
      targets: [{ key: "t1", price: price * (1 + sign * 0.06), share: 1 }],
      addOns: [],
    };
    const own = version({
      made: day(s),
      written: day(k % 5 === 0 ? s + 3 : s),
      timeStop: 10,
      [sign > 0 ? "long" : "short"]: orders,
    });
    return { s, k, plan: { ...planOf(ticker, [own]), id: `journal${String(k).padStart(4, "0")}` } };
  }).filter((one) => one !== undefined);

  it("counts what is over with its win rate, interval and mean in planned risks, by how things stood before the entry", () => {
    const said = listed(N - 1, { plans: many.map((one) => one.plan) });
    expect(said.plans).toHaveLength(many.length);
    const market = new Market(data, N - 1);
    const { direction } = market.perSession(regimeColumns);
    const rows = [...said.closed, ...said.open];
    const met = new Set<string>();
    for (const { s, k, plan: own } of many) {
      const row = rows.find((one) => one.id === own.id)!;
      expect(row.entered).toBe(day(s + 1));
      expect(row.regime).toBe(DIRECTIONS[direction[s]!] ?? "");
      const cut = Object.fromEntries(
        Object.entries(bars[k % 4]!).map(([name, c]) => [name, (c as Float64Array).slice(0, s + 1)]),
      );
      const hits = setupHits(cut as unknown as TestBars);
      const kinds = SETUP_KINDS.filter((kind) => hits[kind].includes(s));
      expect(row.setups.filter((kind) => !kind.endsWith(" end"))).toEqual(kinds);
      expect(row.isLookingBack).toBe(k % 5 === 0);
      for (const kind of kinds) met.add(kind);
    }
    expect(met.size).toBeGreaterThan(3);
    const { closed, record } = said;
    const wins = closed.filter((one) => one.money > 0).length;
    expect(record).toMatchObject({ n: closed.length, wins });
    expect([record.low, record.high]).toEqual(wilsonInterval(wins, closed.length));
    expect(record.expectancy).toBeCloseTo(closed.reduce((sum, one) => sum + one.r, 0) / closed.length, 12);
    expect(record.worst).toBe(Math.min(...closed.map((one) => one.r)));
    for (const side of ["long", "short"] as const) {
      const own = closed.filter((one) => one.side === side);
      expect(said.parts.find((part) => part.of === "side" && part.name === side)).toMatchObject({
        n: own.length,
        wins: own.filter((one) => one.money > 0).length,
      });
    }
    expect(said.parts.find((part) => part.name === "plan made looking back")!.n).toBe(
      closed.filter((one) => one.isLookingBack).length,
    );
    expect(said.lookingBack).toBe(closed.filter((one) => one.isLookingBack).length);
    // Two kinds at once count with each, so that parts by setup add up to more.
    const bySetup = said.parts.filter((part) => part.of === "setup").reduce((sum, part) => sum + part.n, 0);
    expect(bySetup).toBe(closed.reduce((sum, one) => sum + Math.max(1, one.setups.length), 0));
  });
  it("takes trades made elsewhere as far as they are known", () => {
    const trade = {
      version: 1,
      id: "handtrade01",
      market: "HAND",
      ticker: "S0",
      side: "short",
      units: 10,
      entered: day(200),
      entry: 100,
      stop: 104,
      left: day(210),
      exit: 90,
      note: "",
    };
    expect(listed(199, { trades: [trade] }).open).toEqual([]);
    const open = listed(205, { trades: [trade] }).open[0]!;
    expect(open.money).toBeCloseTo(-10 * (close(0, 205) - 100), 9);
    expect(listed(210, { trades: [trade] }).closed[0]).toMatchObject({
      money: 100,
      r: 2.5,
      status: "closed",
      exit: 90,
      way: "by hand",
    });
    // What ends where it began has not won.
    const even = { ...trade, exit: 100 };
    expect(listed(210, { trades: [even] }).record).toMatchObject({ n: 1, wins: 0 });
    expect(saidAll(plans.reading(listed(210, { trades: [trade] })))).toContain(
      "Of 1 position that is over 1 won, making +2.5 R.",
    );
  });
  it("says when there is nothing", () => {
    expect(saidAll(plans.reading(listed(200, {})))).toBe("Nothing is planned yet.");
  });
});

describe("how a plan is begun", () => {
  const drafted = (params: object) => planDraft.ask(new Market(data, MADE), planDraft.params.parse(params))!;
  it("is the bracket of the session, on the ticks, and what the schema takes", () => {
    for (let s = 40; s < N; s += 11)
      for (const ticker of [...names, "IDX"]) {
        const said = planDraft.ask(new Market(data, s), planDraft.params.parse({ for: ticker, kind: s % 2 ? "doji" : "" }));
        if (!said) continue;
        const parsed = savedPlan.safeParse(savedOf(ticker, [said.version]));
        expect(parsed.success, JSON.stringify(parsed.error?.issues)).toBe(true);
        const k = names.indexOf(ticker);
        const high = (k < 0 ? index : bars[k]!).high[s]!;
        if (!Number.isNaN(high))
          expect(said.version.long!.entry).toEqual({ order: "stop", price: Math.round((high + 0.01) * 100) / 100 });
      }
  });
  it("is around a level: through it ahead, back to it behind; and to a last day", () => {
    const price = Math.round(close(0, MADE) * 100) / 100;
    expect(drafted({ for: "S0", side: "long", level: price * 1.1 }).version.long!.entry).toMatchObject({ order: "stop" });
    expect(drafted({ for: "S0", side: "long", level: price * 0.9 }).version.long!.entry).toMatchObject({ order: "limit" });
    expect(drafted({ for: "S0", side: "short", level: price * 0.9 }).version.short!.entry).toMatchObject({ order: "stop" });
    expect(drafted({ for: "S0", side: "short", level: price * 0.9 }).version.long).toBeUndefined();
    const iso = new Date(day(MADE + 8) * 86_400_000).toISOString().slice(0, 10);
    expect(drafted({ for: "S0", until: iso }).version.horizon).toBe(8);
    expect(drafted({ for: "S0" }).version.horizon).toBe(15);
  });
});

describe("what is no plan", () => {
  const price = close(0, MADE);
  const orders: Partial<PlanOrders> = { long: { entry: { order: "stop", price }, stop: price + 1, targets: [], addOns: [] } };
  it.each([
    ["a stop above a long entry", { ...version(), ...orders }, "the stop is not below the entry"],
    [
      "a target below it",
      version({
        long: {
          entry: { order: "stop", price },
          stop: price - 1,
          targets: [{ key: "t1", price: price - 0.5, share: 1 }],
          addOns: [],
        },
      }),
      "a target is not above the entry",
    ],
    [
      "two rungs of one key",
      version({
        long: long(0, {
          targets: [
            { key: "t1", price: 1e6, share: 1 },
            { key: "t1", price: 2e6, share: 1 },
          ],
        }),
      }),
      "two rungs have one key",
    ],
  ])("%s is refused with its place", (_, own, words) => {
    const parsed = savedPlan.safeParse(savedOf("S0", [own as PlanVersion]));
    expect(parsed.success).toBe(false);
    expect(JSON.stringify(parsed.error?.issues)).toContain(words);
  });
  it("versions out of order are refused, and trades that end before they begin", () => {
    expect(savedPlan.safeParse(savedOf("S0", [version(), version()])).success).toBe(false);
    const trade = {
      version: 1,
      id: "handtrade02",
      market: "HAND",
      ticker: "S0",
      side: "long",
      units: 1,
      entered: 5,
      entry: 10,
      note: "",
    };
    expect(handTrade.safeParse(trade).success).toBe(true);
    expect(handTrade.safeParse({ ...trade, left: 4, exit: 3 }).success).toBe(false);
    expect(handTrade.safeParse({ ...trade, left: 6 }).success).toBe(false);
    expect(handTrade.safeParse({ ...trade, stop: 11 }).success).toBe(false);
  });
});

it("the reading says how many are bought on each side, once where they are as many", () => {
  const price = close(0, MADE);
  const side = (sign: 1 | -1, risk: number) => ({
    entry: { order: "stop" as const, price: price + sign },
    stop: price + sign - sign * risk,
    targets: [],
    addOns: [],
  });
  const words = (short: number) => {
    const own = version({ size: { by: "money", money: 400 }, long: side(1, 2), short: side(-1, short) });
    return saidAll(plan.reading(asked(MADE, planOf("S0", [own]))));
  };
  expect(words(2)).toMatch(/buys 200 units on either side\./);
  expect(words(4)).toMatch(/buys 200 units long and 100 units short\./);
});

it("readings of plans say how they stand", () => {
  const random = seeded(11);
  const said = new Set<string>();
  for (let k = 0; k < 30; k++) {
    const s = 150 + Math.floor(200 * random());
    const price = close(0, s);
    const orders = {
      entry: { order: "stop" as const, price: price * 1.005 },
      stop: price * 0.98,
      targets: [{ key: "t1", price: price * 1.03, share: 1 }],
      addOns: [],
    };
    const own = planOf("S0", [version({ made: day(s), written: day(s), long: orders, horizon: 6 })]);
    const words = saidAll(
      plan.reading(
        plan.ask(new Market(data, s + 1 + Math.floor(10 * random())), plan.params.parse({ plan: JSON.stringify(own) })),
      ),
    );
    said.add(/was not entered|stands at|was (?:stopped|closed|at its target) on|first target pays/.exec(words)?.[0] ?? words);
  }
  expect([...said].sort()).toEqual(
    ["first target pays", "stands at", "was at its target on", "was closed on", "was not entered", "was stopped on"].filter(
      (one) => said.has(one),
    ),
  );
  expect(said.size).toBeGreaterThan(3);
});
