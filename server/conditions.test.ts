import { afterAll, beforeAll, describe, expect, it } from "vitest";
import {
  evaluateRule,
  isKnownAtOpen,
  isoDate,
  MEASURES,
  paramsOf,
  phaseOf,
  PHASES,
  truthAt,
  type MeasureUse,
  type Rule,
} from "@core";
import type { Dataset } from "@core/columns/dataset";
import { conditionSource } from "@studies/conditions/condition-source";
import { conditionsAskedOf } from "@studies/conditions/conditions-of";
import { trendOfStocks } from "@studies/cross-section/trend-of-stocks";
import { strengthOfGroups } from "@studies/cross-section/strength-of-groups";
import { Market } from "@studies/market/market";
import { locate } from "@studies/market/own-calendar";
import { rotationOf, SECTORS_WEEKLY } from "@studies/rotation/rotation-of-set";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { deskOf } from "./testing/desk-of";

/* Measures of conditions on a whole market: known when they say so, and the same figures that the screens show. */

const world = makeWorld(5, { stocks: 48, years: 4, reserve: 10 }).dataset;
const sessions = world.bars.find((b) => b.ticker === "ALBRO")!.days;
const last = sessions[sessions.length - 1]!;

async function marketOf(dataset: Dataset): Promise<{ readonly desk: Desk; readonly at: (day: number) => Market }> {
  const desk = await deskOf(dataset);
  const data = [...(await desk.markets).values()][0]!;
  return {
    desk,
    at: (day) =>
      new Market(
        data,
        data.panel.sessions.findLastIndex((d) => d <= day),
      ),
  };
}

let whole: Awaited<ReturnType<typeof marketOf>>;
beforeAll(async () => {
  whole = await marketOf(world);
});
afterAll(() => whole.desk.close());

const stockOf = (market: Market) =>
  market.instruments.find((i) => i.kind === "stock" && market.isInUniverse(i.index, market.t) && i.first < 100)!;
const usesOf = (name: string): MeasureUse[] => {
  const { params } = MEASURES.find((m) => m.name === name)!;
  return params.some((p) => p.name === "on")
    ? [{ measure: name }, { measure: name, params: { on: "open" } }, { measure: name, params: { on: "high" } }]
    : params.some((p) => p.name === "from")
      ? [{ measure: name }, { measure: name, params: { from: "high" } }, { measure: name, params: { from: "low" } }]
      : [{ measure: name }];
};

describe("at the open", () => {
  it("nothing of the session but what is known then is read: every measure is tried", async () => {
    // The same world, but that the last session went quite differently after its open.
    const changed = await marketOf({
      ...world,
      bars: world.bars.map((b) => {
        const k = b.days.indexOf(last);
        const other = (column: Float64Array, by: number) => column.map((x, i) => (i === k ? x * by : x));
        return {
          ...b,
          high: other(b.high, 1.5),
          low: other(b.low, 0.5),
          close: b.close.map((x, i) => (i === k ? b.open[i]! * 1.3 : x)),
          volume: other(b.volume, 7),
        };
      }),
      fundamentals: [
        ...world.fundamentals,
        ...world.instruments
          .filter((i) => i.kind === "stock")
          .map((i) => ({
            ...world.fundamentals[0]!,
            ...{ ticker: i.ticker, known: last, eps: 99, growth: 19, dividend: 9, shares: 12_345, nextReport: last + 1 },
          })),
      ],
    });
    const tried: string[] = [];
    const moved: string[] = [];
    for (const { name } of MEASURES) {
      for (const use of usesOf(name)) {
        const values = [whole, changed].map(({ at }) => {
          const market = at(last);
          const source = conditionSource(market, { part: market, instrument: stockOf(market) });
          return source.subject("self").column({ ...use, of: "self" })[market.t]!;
        });
        const onMarket = [whole, changed].map(({ at }) => {
          const market = at(last);
          const source = conditionSource(market, { part: market, instrument: stockOf(market) });
          return source.subject("market").column({ ...use, of: "market" })[market.t]!;
        });
        for (const of of ["self", "market"] as const) {
          // Between what it is and what it was, there is a number that would tell them apart.
          const [a, b] = of === "self" ? values : onMarket;
          const right = Number.isFinite(a! + b!) ? (a! + b!) / 2 : 0;
          const labels = MEASURES.find((m) => m.name === name)!.labels;
          const rule: Rule = {
            left: { ...use, of },
            comparator: "above",
            right: labels ? { ...use, of, ago: 1 } : right,
          };
          const truths = [whole, changed].map(({ at }) => {
            const market = at(last);
            const source = conditionSource(market, { part: market, instrument: stockOf(market) });
            return truthAt(evaluateRule(rule, source, "open"), market.t);
          });
          expect(truths[1], `${name} of ${of}`).toBe(truths[0]);
          if (!Object.is(a, b)) moved.push(name);
          if (isKnownAtOpen(use)) expect(Object.is(a, b), `${name} of ${of} says it is known at the open`).toBe(true);
        }
        tried.push(name);
      }
    }
    expect(new Set(tried).size).toBe(MEASURES.length);
    // The changes are felt: most measures of the session itself do differ.
    expect(new Set(moved).size).toBeGreaterThan(55);
    await changed.desk.close();
  }, 120_000);
});

describe("on every session", () => {
  const days = [260, 420, 610, 800, sessions.length - 1].map((k) => sessions[Math.min(k, sessions.length - 1)]!);
  const column = (ticker: string, use: MeasureUse) => {
    const market = whole.at(last);
    const asked = locate(market, ticker)!;
    return conditionSource(market, asked)
      .subject(use.of ?? "self")
      .column(use);
  };

  it.each(days.map((d) => [isoDate(d), d] as const))("Trend and stance are those of their cross-section on %s", (_, day) => {
    const market = whole.at(day);
    const trends = trendOfStocks(market);
    expect(trends.size).toBeGreaterThan(20);
    const codes = { Favour: 1, Hold: 0, Avoid: -1 };
    for (const [index, { trend, stance }] of trends) {
      const { ticker } = market.at(index)!;
      const [own, said] = [column(ticker, { measure: "trend" })[market.t], column(ticker, { measure: "stance" })[market.t]];
      expect(own).toEqual(trend);
      expect(said).toEqual(stance === undefined ? NaN : codes[stance]);
    }
  });
  it.each(days.map((d) => [isoDate(d), d] as const))(
    "Strength and staying power are those of the stocks on %s",
    async (_, day) => {
      const { result } = await whole.desk.ask<{
        rows: readonly { ticker: string; strength: number; staying: number }[];
      }>({ study: "stocks", params: { group: ["market:"] }, asOf: isoDate(day) });
      const { t } = whole.at(day);
      expect(result.rows.length).toBeGreaterThan(20);
      for (const row of result.rows) {
        for (const [measure, told] of [
          ["strength", row.strength],
          ["staying power", row.staying],
        ] as const) {
          const own = column(row.ticker, { measure })[t];
          if (Number.isNaN(told)) expect(own).toBeNaN();
          else expect(own).toBeCloseTo(told, 9);
        }
      }
    },
  );
  it.each(days.map((d) => [isoDate(d), d] as const))("strength of a sector is that among sectors on %s", (_, day) => {
    const market = whole.at(day);
    const stock = stockOf(market);
    const sector = strengthOfGroups(market, "sector").find((s) => s.name === stock.sector)!;
    expect(column(stock.ticker, { measure: "strength", of: "sector" })[market.t]).toBeCloseTo(sector.strength, 9);
  });
  it("the phase of a sector is that of the last week that is over", () => {
    const market = whole.at(last);
    const stock = stockOf(market);
    const phases = column(stock.ticker, { measure: "phase", of: "sector" });
    const told = rotationOf(market, SECTORS_WEEKLY);
    const own = told.rows.find((r) => r.name === stock.sector)!;
    let compared = 0;
    for (let k = 0; k < told.days.length - 1; k++) {
      const friday = market.sessions.findLastIndex(
        (d) => d <= told.days[k]! + ((5 - ((((told.days[k]! + 3) % 7) + 7) % 7) - 1 + 7) % 7),
      );
      const phase = phaseOf(own.trend[k]!, own.momentum[k]!);
      if (phase === undefined || friday < 0) continue;
      // From the first session after the week on it is certainly the one that is known.
      expect(phases[Math.min(market.t, friday + 1)]).toBe(PHASES.indexOf(phase));
      compared++;
    }
    expect(compared).toBeGreaterThan(20);
  });
  it("Value and Resilience are ranks by a plain calculation", () => {
    const day = days[3]!;
    const market = whole.at(day);
    const latest = (ticker: string, field: "eps" | "growth") =>
      world.fundamentals.filter((f) => f.ticker === ticker && f.known <= day && f[field] !== null).at(-1)?.[field] ?? NaN;
    const stocks = market.instruments.filter(
      (i) => i.kind === "stock" && !Number.isNaN(market.bars("close", i.index)[market.t]!),
    );
    const ratio = new Map(
      stocks.map((i) => {
        const [eps, growth] = [latest(i.ticker, "eps"), latest(i.ticker, "growth")];
        const worth = eps * (8.5 + 2 * Math.max(0, Math.min(20, growth)));
        return [i.ticker, eps <= 0 ? -1e9 : worth / market.bars("close", i.index)[market.t]!] as const;
      }),
    );
    const members = stocks.filter((i) => market.isInUniverse(i.index, market.t) && !Number.isNaN(ratio.get(i.ticker)!));
    for (const i of members) {
      const own = ratio.get(i.ticker)!;
      const below = members.filter((m) => ratio.get(m.ticker)! < own).length;
      const same = members.filter((m) => ratio.get(m.ticker)! === own).length;
      expect(column(i.ticker, { measure: "value" })[market.t]).toBeCloseTo((100 * (below + same / 2)) / members.length, 6);
    }
    const overall = stocks.map((i) =>
      ["trend", "value", "resilience", "overall"].map((m) => column(i.ticker, { measure: m })[market.t]!),
    );
    for (const [trend, value, resilience, all] of overall) {
      if (!Number.isNaN(all)) expect(all).toBeCloseTo(0.5 * trend! + 0.25 * value! + 0.25 * resilience!, 9);
      else expect(trend! + value! + resilience!).toBeNaN();
    }
    const known = overall.map((o) => o[2]!).filter((x) => !Number.isNaN(x));
    expect(known.length).toBeGreaterThan(10);
    expect(Math.max(...known) - Math.min(...known)).toBeGreaterThan(50);
  });
  it("membership, reports and worldwide subjects are told by their dates", () => {
    const market = whole.at(last);
    const stock = stockOf(market);
    const member = column(stock.ticker, { measure: "member", params: { group: `sector:${stock.sector}` } });
    expect(member[market.t]).toBe(1);
    const reports = column(stock.ticker, { measure: "sessions to report" });
    const next = world.fundamentals.filter((f) => f.ticker === stock.ticker && f.known <= last && f.nextReport !== null).at(-1)!;
    const ahead = reports[market.t]!;
    if (next.nextReport! >= last) expect(ahead).toBeGreaterThanOrEqual(0);
    else expect(ahead).toBeNaN();
    const rule: Rule = { left: { measure: "close", of: { ticker: "WORLD" } }, comparator: "above", right: 0 };
    const truth = conditionsAskedOf(market, { part: market, instrument: stock }).truth(rule, "close");
    expect(truthAt(truth, market.t)).toBe(1);
  });
  it("what does not exist is unknown, and never true", () => {
    const market = whole.at(last);
    const asked = { part: market, instrument: stockOf(market) };
    for (const of of [{ ticker: "NOBODY" }, { group: "sector:Nowhere" }, { group: "no key" }] as const) {
      const truth = conditionsAskedOf(market, asked).truth(
        { left: { measure: "close", of }, comparator: "above", right: 0 },
        "close",
      );
      expect(truthAt(truth, market.t)).toBe(-1);
    }
    const index = locate(market, "ALBRO")!;
    expect(
      conditionsAskedOf(market, index).unknownMeasures({
        left: { measure: "sessions to report" },
        comparator: "at most",
        right: 5,
      }),
    ).toHaveLength(1);
    expect(paramsOf({ measure: "member" })["group"]).toBe("market:");
  });
});
