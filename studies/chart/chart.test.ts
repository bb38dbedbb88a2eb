import { data, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { saidAll } from "@studies/testing/said";
import { chart } from "./chart";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

describe("charts of instruments abroad", () => {
  it("are on their own days, relative to the index carried onto them", () => {
    const away = handMadeMarket([{ ticker: "FAR", closes: growing(50, 0.001, N), kind: "index" }]);
    const market = new Market({ ...data, worldwide: away }, N - 1);
    const result = chart.ask(market, chart.params.parse({ ticker: "FAR", history: 30 }))!;
    expect(result.days).toHaveLength(30);
    const relative = result.plots.at(-1)!.lines![0]!.values;
    expect(relative[0]).toBe(100);
    expect(relative[29]).toBeGreaterThan(100);
    expect(market.before(400).worldwide!.t).toBe(N - 401);
  });
});

describe("charts by week and month", () => {
  const market = new Market(data, N - 1);
  const ticker = market.instruments.find((i) => i.kind === "stock")!.ticker;
  const ask = (params: object) => chart.ask(market, chart.params.parse({ ticker, ...params }))!;
  const relativeOf = (r: ReturnType<typeof ask>) => r.plots.find((p) => p.text === "relative")!.lines![0]!.values;
  const daily = ask({ history: 20_000 });

  it("have the bars that a plain calculation gives, averages of so many of them, and the index at the same closes", () => {
    const r = ask({ history: 20_000, sampling: "monthly", plot: ["sma_3", "relative"] });
    const names = Array.from(daily.days, (day) => isoDate(day).slice(0, 7));
    const months = [...new Set(names)];
    expect(r.days).toHaveLength(months.length);
    months.forEach((month, k) => {
      const own = names.flatMap((name, s) => (name === month && !Number.isNaN(daily.close[s]) ? [s] : []));
      const at = (column: Float64Array) => own.map((s) => column[s]!);
      expect([r.open[k], r.close[k]]).toEqual([daily.open[own[0]!], daily.close[own.at(-1)!]]);
      expect([r.high[k], r.low[k]]).toEqual([Math.max(...at(daily.high)), Math.min(...at(daily.low))]);
      expect(r.volume[k]).toBeCloseTo(
        at(daily.volume).reduce((a, b) => a + b, 0),
        6,
      );
      expect(r.days[k]).toBe(daily.days[names.lastIndexOf(month)]);
      if (k >= 2) expect(r.plots[0]!.lines![0]!.values[k]).toBeCloseTo((r.close[k]! + r.close[k - 1]! + r.close[k - 2]!) / 3, 9);
    });
    // Both lines are relative to the same index; they differ in where they begin.
    const scale = relativeOf(r).at(-1)! / relativeOf(daily).at(-1)!;
    months.forEach((month, k) => {
      expect(relativeOf(r)[k]).toBeCloseTo(scale * relativeOf(daily)[names.lastIndexOf(month)]!, 6);
    });
    expect(r.inProgress).toBe(isoDate(market.asOf + ((market.asOf + 3) % 7 === 4 ? 3 : 1)).slice(0, 7) === months.at(-1));
    expect(saidAll(chart.reading(r))).toContain("3-month simple average");
  });

  it("are compared with other instruments and groups at the same closes; what is not known is left out", () => {
    const stocks = market.instruments.filter((i) => i.kind === "stock");
    const other = stocks[1]!;
    const r = ask({ history: 300, sampling: "weekly", with: [other.ticker, "market:", "NOBODY", ticker, "sector:Nobody"] });
    expect(r.compared.map((c) => c.key)).toEqual([other.ticker, "market:"]);
    const close = market.bars("close", other.index);
    r.days.forEach((day, k) => {
      expect(r.compared[0]!.close[k]).toBe(close[market.sessions.indexOf(day)]);
    });
    expect(r.compared[1]!.name).toBe(`${market.row.name} composite`);
    const away = handMadeMarket([{ ticker: "FAR", closes: growing(50, 0.001, N), kind: "index" }]);
    const both = new Market({ ...data, worldwide: away }, N - 1);
    const abroad = chart.ask(both, chart.params.parse({ ticker, history: 30, with: ["FAR"] }))!;
    const far = both.worldwide!;
    abroad.days.forEach((day, k) => {
      const s = far.sessions.findLastIndex((d) => d <= day);
      expect(abroad.compared[0]!.close[k]).toBe(far.bars("close", 0)[s]);
    });
  });

  it("begin with the week in which the history asked for begins, and mark one that is not over", () => {
    const weekly = ask({ history: 63, sampling: "weekly" });
    const first = daily.days[daily.days.length - 63]!;
    expect(weekly.days[0]! >= first && weekly.days[0]! - first < 7).toBe(true);
    const friday = market.before(((market.asOf + 3) % 7) - 4 >= 0 ? 0 : ((market.asOf + 3) % 7) + 1);
    const over = chart.ask(friday, chart.params.parse({ ticker, sampling: "weekly" }))!;
    expect((friday.asOf + 3) % 7).toBe(4);
    expect(over.inProgress).toBe(false);
    expect(chart.ask(friday.before(1), chart.params.parse({ ticker, sampling: "weekly" }))!.inProgress).toBe(true);
    expect(ask({}).inProgress).toBe(false);
  });
});
