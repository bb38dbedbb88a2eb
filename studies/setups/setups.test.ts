import { describe, expect, it } from "vitest";
import { atr, groupClimaxes, setupHits, SETUP_KINDS, swings, trendEndDistance } from "@core";
import { randomBars, type TestBars } from "@core/testing";
import { Market } from "@studies/market/market";
import { groupSeries } from "@studies/columns/composites";
import { turnoverColumn } from "@studies/columns/setups";
import { regimeColumns } from "@studies/columns/regime";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { setupRecords } from "./setup-records";
import { setups } from "./setups";

const N = 640;
const STOCKS = 24;
const SECTORS = ["Fish", "Boats", "Nets"];

/** Where one is a member: all the time, from later on, or until it leaves (its last bar is that of session 600). */
const MEMBER: Readonly<Record<number, readonly [number, number]>> = { 3: [400, N - 1], 5: [0, 599] };
const names = Array.from({ length: STOCKS }, (_, k) => `S${String(k).padStart(2, "0")}`);
const bars = names.map((_, k): TestBars => {
  const own = randomBars(40 + k, N);
  const blank = (s: number) => {
    for (const column of Object.values(own) as Float64Array[]) column[s] = NaN;
  };
  if (k === 5) for (let s = 601; s < N; s++) blank(s);
  // A halt, and an open that is missing.
  if (k === 7) blank(500);
  own.open[400 + k] = NaN;
  return own;
});
const index = randomBars(99, N);

const data = (() => {
  const made = handMadeMarket(
    [
      ...names.map((ticker, k) => ({
        ticker,
        closes: Array.from(bars[k]!.close),
        sector: SECTORS[k % 3]!,
        industry: `${SECTORS[k % 3]!} industry`,
        ...(MEMBER[k] ? { member: MEMBER[k] } : {}),
      })),
      { ticker: "IDX", closes: Array.from(index.close), kind: "index" as const },
    ],
    "IDX",
  );
  for (const [i, { ticker }] of made.instruments.entries()) {
    const own = ticker === "IDX" ? index : bars[names.indexOf(ticker)]!;
    for (const column of ["open", "high", "low", "close", "volume"] as const) made.panel[column].set(own[column], i * N);
  }
  return made;
})();

const isMember = (k: number, s: number) => s >= (MEMBER[k]?.[0] ?? 0) && s <= (MEMBER[k]?.[1] ?? N - 1);
const upTo = (own: TestBars, t: number) =>
  Object.fromEntries(Object.entries(own).map(([name, c]) => [name, (c as Float64Array).slice(0, t + 1)])) as unknown as TestBars;
const ask = (t: number, params: object = {}) => setups.ask(new Market(data, t), setups.params.parse({ reward: 0, ...params }));

/** Which stock is of which kind on a session, each from its own bars up to it. */
function plainKinds(t: number): string[] {
  const found: string[] = [];
  const distances: { ticker: string; x: number }[] = [];
  for (const [k, ticker] of names.entries()) {
    if (!isMember(k, t)) continue;
    const own = upTo(bars[k]!, t);
    const hits = setupHits(own);
    for (const kind of SETUP_KINDS) if (hits[kind].includes(t)) found.push(`${kind}/${ticker}`);
    const x = trendEndDistance(own)[t]!;
    if (!Number.isNaN(x)) distances.push({ ticker, x });
  }
  distances.sort((a, b) => a.x - b.x);
  const many = Math.min(10, Math.floor(distances.length / 2));
  for (const { ticker } of distances.slice(0, many)) found.push(`value end/${ticker}`);
  for (const { ticker } of distances.slice(distances.length - many)) found.push(`leader end/${ticker}`);
  return found.sort();
}

describe("the setups of a session", () => {
  it("are those of the members of then, each by its own bars up to it", () => {
    const seen = new Set<string>();
    for (const t of [150, 300, 500, 601, N - 1]) {
      const { kinds } = ask(t);
      const found = kinds.flatMap((k) => k.rows.filter((row) => !row.isGroup).map((row) => `${k.kind}/${row.ticker}`));
      expect([...found].sort(), `session ${t}`).toEqual(plainKinds(t));
      for (const k of kinds) seen.add(k.kind);
    }
    expect(seen.size).toBeGreaterThan(12);
  });
  it("have a bracket around the session, with targets at the turns confirmed by then", () => {
    let [narrow, wide] = [0, 0];
    for (const t of [300, 450, N - 1]) {
      for (const { kind, rows } of ask(t).kinds) {
        for (const row of rows.filter((r) => !r.isGroup)) {
          const own = upTo(bars[names.indexOf(row.ticker)]!, t);
          const [high, low, close] = [own.high[t]!, own.low[t]!, own.close[t]!];
          const tick = close >= 10 ? 0.01 : close >= 1 ? 0.001 : 0.0001;
          const range = atr(own, 14)[t]!;
          const isNarrow = ["compression", "tight with reach", "squeeze", "doji"].includes(kind);
          const stop = isNarrow ? low - tick : Math.min(low - tick, high + tick - range);
          expect(row.long!.entry).toBeCloseTo(high + tick, 9);
          expect(row.long!.stop).toBeCloseTo(stop, 9);
          const ahead = swings(own)
            .pivots.map((p) => p.close)
            .filter((p) => p - (high + tick) >= range / 2 - 1e-9)
            .sort((a, b) => a - b);
          const target = ahead[0] ?? high + tick + 2 * range;
          expect(row.long!.targets[0]).toBeCloseTo(target, 9);
          expect(row.long!.rewardToRisk).toBeCloseTo((target - high - tick) / (high + tick - stop), 6);
          expect(row.range).toBeCloseTo(range, 9);
          if (isNarrow) narrow++;
          else wide++;
        }
      }
    }
    expect(Math.min(narrow, wide)).toBeGreaterThan(5);
  });
  it("have none where there are no highs and lows, and pass then only where no reward is asked", () => {
    const closes = Array.from({ length: 40 }, (_, s) => 60 - s);
    const plain = handMadeMarket([{ ticker: "AAA", closes }]);
    for (const column of ["open", "high", "low", "volume"] as const) plain.panel[column].fill(NaN);
    const asked = (params: object) => setups.ask(new Market(plain, 39), setups.params.parse(params)).kinds.flatMap((k) => k.rows);
    const [row] = asked({ reward: 0, kind: "streak down" });
    expect(row).toMatchObject({ ticker: "AAA", figure: 39 });
    expect([row!.long, row!.short]).toEqual([undefined, undefined]);
    expect(asked({ reward: 1 })).toEqual([]);
  });
  it("pass where the side that is asked for, or either, offers enough", () => {
    const all = ask(N - 1).kinds.flatMap((k) => k.rows.filter((row) => !row.isGroup));
    for (const side of ["either", "long", "short"] as const) {
      const passing = ask(N - 1, { reward: 1.5, side }).kinds.flatMap((k) => k.rows.filter((row) => !row.isGroup));
      const enough = all.filter((row) => {
        const [long, short] = [row.long!.rewardToRisk >= 1.5, row.short!.rewardToRisk >= 1.5];
        return side === "long" ? long : side === "short" ? short : long || short;
      });
      expect(passing.map((row) => `${row.kind}/${row.ticker}`).sort()).toEqual(
        enough.map((row) => `${row.kind}/${row.ticker}`).sort(),
      );
      expect(passing.length).toBeGreaterThan(0);
      expect(passing.length).toBeLessThan(all.length);
    }
  });
  it("are inside or outside the focus, or of one kind, or of a group", () => {
    const tickers = (params: object) =>
      new Set(ask(N - 1, params).kinds.flatMap((k) => k.rows.filter((r) => !r.isGroup).map((r) => r.ticker)));
    const fish = (ticker: string) => names.indexOf(ticker) % 3 === 0;
    const all = tickers({});
    expect([...tickers({ focus: "sector:Fish", within: "inside" })].sort()).toEqual([...all].filter(fish).sort());
    expect([...tickers({ focus: "sector:Fish", within: "outside" })].sort()).toEqual([...all].filter((x) => !fish(x)).sort());
    expect([...tickers({ for: "sector:Fish" })].sort()).toEqual([...all].filter(fish).sort());
    const { kinds } = ask(N - 1, { kind: "value end" });
    expect(kinds.filter((k) => k.rows.length > 0).map((k) => k.kind)).toEqual(["value end"]);
    expect(ask(N - 1, { for: "indexes" }).size).toBe(1);
    expect(saidAll(setups.reading(ask(N - 1, { for: "sector:Nobody" })))).toContain("No stock belongs to");
  });
  it("are the same when the market has grown by one session as when it is asked anew", () => {
    const whole = ask(N - 2);
    const cut = { ...data, panel: { ...data.panel, sessions: data.panel.sessions.slice(0, N - 1) } };
    const anew = setups.ask(new Market(cut, N - 2), setups.params.parse({ reward: 0 }));
    expect(whole.kinds).toEqual(anew.kinds);
  });
  it("tell the groups that were traded very much at a low or high", () => {
    const loud = structuredClone(data);
    const t = 300;
    for (const [i, own] of data.instruments.entries()) {
      if (own.sector !== "Fish") continue;
      loud.panel.volume[i * N + t]! *= 9;
      for (const column of ["open", "high", "low", "close"] as const)
        for (let s = t; s < N; s++) loud.panel[column][i * N + s]! *= 1.9;
    }
    const { kinds } = setups.ask(new Market(loud, t), setups.params.parse({}));
    const rows = kinds.filter((k) => k.kind.includes("volume climax at a high")).flatMap((k) => k.rows.filter((r) => r.isGroup));
    expect(rows.map((r) => r.ticker).sort()).toEqual(["industry:Fish industry", "sector:Fish"]);
    expect(rows[0]!.figure).toBeGreaterThan(2);
    expect(rows[0]!.long).toBeUndefined();
  });
});

describe("the record of each kind", () => {
  const records = (t: number, params: object = {}) =>
    setupRecords.ask(new Market(data, t), setupRecords.params.parse(params)).rows;
  /** What a purchase at the open after a session made by the close five sessions later, or the last one before that. */
  const result = (k: number, s: number, t: number) => {
    const { open, close } = bars[k]!;
    if (s + 6 > t || Number.isNaN(open[s + 1])) return NaN;
    let exit = s + 6;
    while (Number.isNaN(close[exit])) exit--;
    return close[exit]! / open[s + 1]! - 1;
  };
  it("is that of its occurrences among the members of then, against all of them at the same moments", () => {
    const t = N - 1;
    const rows = records(t);
    const regimes = new Market(data, t).perSession(regimeColumns);
    const spans = {
      all: () => true,
      "last year": (s: number) => s > t - 252,
      "this regime": (s: number) =>
        regimes.direction[s] === regimes.direction[t] && regimes.volatility[s] === regimes.volatility[t],
    };
    const members = (s: number) => names.flatMap((_, k) => (isMember(k, s) && !Number.isNaN(result(k, s, t)) ? [k] : []));
    const mean = (xs: readonly number[]) => xs.reduce((a, x) => a + x, 0) / xs.length;
    let cases = 0;
    for (const kind of SETUP_KINDS) {
      const kept: { k: number; s: number }[] = [];
      let open = 0;
      for (const k of names.keys()) {
        let until = -1;
        for (const s of setupHits(bars[k]!)[kind]) {
          const isEntered = s === t || !Number.isNaN(bars[k]!.open[s + 1]);
          if (s < until || !isMember(k, s) || !isEntered) continue;
          until = s + 6;
          if (s + 6 > t) open++;
          else kept.push({ k, s });
        }
      }
      const row = rows.find((r) => r.kind === kind);
      expect(row?.open ?? 0, kind).toBe(open);
      for (const [span, isIn] of Object.entries(spans) as [keyof typeof spans, (s: number) => boolean][]) {
        const own = kept.filter(({ s }) => isIn(s));
        expect(row?.spans[span].n ?? 0, `${kind}, ${span}`).toBe(own.length);
        if (own.length === 0) continue;
        const edge = mean(own.map(({ k, s }) => result(k, s, t) - mean(members(s).map((m) => result(m, s, t)))));
        const wins = mean(own.map(({ s }) => members(s).filter((m) => result(m, s, t) > 0).length / members(s).length));
        expect(row!.spans[span].edge).toBeCloseTo(edge, 10);
        expect(row!.spans[span].baseWinRate).toBeCloseTo(wins, 10);
        expect(row!.spans[span].winRate).toBeCloseTo(mean(own.map(({ k, s }) => (result(k, s, t) > 0 ? 1 : 0))), 10);
        cases += own.length;
      }
    }
    expect(cases).toBeGreaterThan(2000);
  });
  it("of an earlier session knows nothing later", () => {
    const t = 500;
    const cut = { ...data, panel: { ...data.panel, sessions: data.panel.sessions.slice(0, t + 1) } };
    expect(records(t)).toEqual(setupRecords.ask(new Market(cut, t), setupRecords.params.parse({})).rows);
  });
  it("of the groups runs from the close of the next session, against all groups of their level", () => {
    const loud = structuredClone(data);
    for (const [i, own] of data.instruments.entries())
      if (own.sector === "Fish") for (let s = 60; s < N; s += 2) loud.panel.volume[i * N + s]! *= 9;
    const t = N - 1;
    const market = new Market(loud, t);
    const levels = SECTORS.map((name) => market.perSession(groupSeries(`sector:${name}`)).level);
    const turnover = market.perSession(turnoverColumn("sector:Fish")).turnover;
    const rows = setupRecords.ask(market, setupRecords.params.parse({})).rows;
    const made = (level: Float64Array, s: number) => level[s + 6]! / level[s + 1]! - 1;
    let cases = 0;
    for (const side of ["low", "high"] as const) {
      let until = -1;
      const edges: number[] = [];
      for (const s of groupClimaxes(levels[0]!, turnover)[side]) {
        if (s < until) continue;
        until = s + 5;
        if (s + 6 > t) continue;
        edges.push(made(levels[0]!, s) - levels.reduce((sum, level) => sum + made(level, s), 0) / 3);
      }
      const own = rows.find((row) => row.kind === `sector volume climax at a ${side}`)!.spans.all;
      expect(own.n).toBe(edges.length);
      expect(own.edge).toBeCloseTo(edges.reduce((a, x) => a + x, 0) / edges.length, 10);
      cases += own.n;
    }
    expect(cases).toBeGreaterThan(10);
  });
  it("of a group is set against the members of the group alone", () => {
    const [all, fish] = [records(N - 1), records(N - 1, { for: "sector:Fish" })];
    const doji = (rows: typeof all) => rows.find((r) => r.kind === "doji")!.spans.all;
    expect(doji(fish).n).toBeLessThan(doji(all).n);
    expect(doji(fish).n).toBeGreaterThan(0);
  });
});
