import { describe, expect, it } from "vitest";
import { ema, rsi } from "@core";
import { Market } from "@studies/market/market";
import { handMadeMarket } from "@studies/testing/hand-made-market";
import { saidAll } from "@studies/testing/said";
import { chart } from "../chart";
import { plots } from "../plots";
import { plotOf, plotText } from "./plot";
import { PLOT_KINDS } from "./plot-kinds";
import { readPlot } from "./read-plot";
import { compact, guideWords, motionWords, overlayWords, runLength } from "./plot-words";
import { readTyped } from "./read-typed";

const N = 400;
const wave = Array.from({ length: N }, (_, s) => Number((100 + 0.05 * s + 8 * Math.sin(s / 13)).toFixed(2)));
const data = handMadeMarket(
  [
    { ticker: "AAA", closes: wave, sector: "Fish", industry: "Nets" },
    // Halted now and then.
    { ticker: "BBB", closes: wave.map((c, s) => (s % 7 === 3 ? NaN : 2 * c)), sector: "Fish", industry: "Nets" },
    { ticker: "IDX", closes: wave.map((_, s) => 1000 + s), kind: "index" },
  ],
  "IDX",
);
const market = new Market(data, N - 1);
const drawn = (ticker: string, plot: string[], more: object = {}) =>
  chart.ask(market, chart.params.parse({ ticker, plot, history: 200, ...more }))!;
const line = (r: ReturnType<typeof drawn>, k = 0, l = 0) => Array.from(r.plots[k]!.lines![l]!.values);

describe("the text of a plot", () => {
  it("is read back to the same plot", () => {
    for (const text of ["ema_20", "-rsi_14", "sma_50_close*", "-ema_9*", "relative_sector:Oil_and | Gas", "lanes"])
      expect(plotText(plotOf(text))).toBe(text);
    expect(readPlot("relative_sector:Oil_and | Gas")).toMatchObject({ params: { benchmark: "sector:Oil_and | Gas" } });
    expect(readPlot("bollinger_20_2.5")).toMatchObject({ params: { n: 20, k: 2.5 }, hidden: false });
    expect(readPlot("-macd__30")).toMatchObject({ params: { fast: 12, slow: 30, signal: 9 }, hidden: true });
  });
  it("is refused with what is wrong", () => {
    const wrong = (text: string) => (readPlot(text) as { error: string }).error;
    expect(wrong("hat")).toBe('there is no plot "hat"');
    expect(wrong("ema_0")).toBe('n of "ema" needs a whole number from 1 to 1000');
    expect(wrong("ema_20.5")).toContain("whole number");
    expect(wrong("ema_20_shut")).toBe('on of "ema" needs one of open, high, low, close, volume');
    expect(wrong("swings_5")).toBe('"swings" has 0 parameters');
    expect(chart.params.safeParse({ ticker: "AAA", plot: ["ema_20", "hat"] }).error!.issues[0]!.path).toEqual(["plot", 1]);
  });
  it("of every kind is drawn on a stock, an index and a composite without its figures leaving their bars", () => {
    for (const kind of PLOT_KINDS) {
      for (const ticker of ["AAA", "IDX", "market:"]) {
        const r = drawn(ticker, [kind.name]);
        const [own] = r.plots;
        expect(own!.title).not.toBe("");
        for (const { values } of own!.lines ?? []) expect(values).toHaveLength(r.days.length);
        for (const { states } of own!.ribbons ?? []) expect(states).toHaveLength(r.days.length);
      }
    }
  });
});

describe("what is drawn", () => {
  it("is of the instrument's own bars, of the samples where they are weeks", () => {
    const r = drawn("BBB", ["ema_20", "rsi_5"]);
    const own = data.panel.close.subarray(N, 2 * N).filter((c) => !Number.isNaN(c));
    const at = (values: Float64Array) => values.at(-1)!;
    expect(line(r, 0).at(-1)).toBeCloseTo(at(ema(own, 20)), 9);
    expect(line(r, 1).at(-1)).toBeCloseTo(at(rsi(own, 5)), 9);
    const weekly = drawn("AAA", ["ema_20"], { sampling: "weekly", history: 2000 });
    expect(line(weekly).at(-1)).toBeCloseTo(at(ema(weekly.close, 20)), 9);
  });
  it("stands relative to a benchmark from 100 at the first bar shown", () => {
    const r = drawn("AAA", ["relative", "relative_BBB", "relative_NOBODY"]);
    const start = N - 200;
    line(r).forEach((x, k) => {
      expect(x).toBeCloseTo((100 * (wave[start + k]! / (1000 + start + k))) / (wave[start]! / (1000 + start)), 9);
    });
    expect(line(r, 1).filter((x) => !Number.isNaN(x) && Math.abs(x - 100) > 0.02)).toEqual([]);
    expect(r.plots[2]).toMatchObject({ value: "is not known at this date", says: "" });
    expect(drawn("IDX", ["relative"]).plots[0]!.lines).toBeUndefined();
  });
  it("is hidden, moved to a pane, and refused nothing that is asked", () => {
    const [hidden, moved] = drawn("AAA", ["-ema_20", "ema_50*"]).plots;
    expect([hidden!.hidden, hidden!.lines, hidden!.place]).toEqual([true, undefined, "price"]);
    expect([moved!.place, moved!.ownPane]).toEqual(["pane", true]);
    expect(drawn("AAA", ["none"]).plots).toEqual([]);
  });
  it("marks turns of an own system on the bars of their sessions", () => {
    const rule = (comparator: string) => ({ left: { measure: "close" }, comparator, right: 104 });
    const system = JSON.stringify({ name: "Own", on: "AAA", up: rule("above"), down: rule("below") });
    const r = drawn("AAA", [`system_${system}`], { history: 20_000 });
    const [own] = r.plots;
    expect(own!.title).toBe("Signals of Own");
    let before = 0;
    const turns = wave.flatMap((c, s) => {
      const state = c > 104 ? 1 : c < 104 ? -1 : before;
      const isTurn = state !== before;
      before = state;
      return isTurn ? [[s, state]] : [];
    });
    expect(own!.marks!.map((m) => [m.sample, m.sign])).toEqual(turns);
    expect(own!.params).toEqual([]);
  });
  it("marks the session on which a report that was expected had come, also where its date had none", () => {
    const day = (s: number) => data.panel.sessions[s]!;
    // Known on session 10: the next on session 30; on 31: the Saturday after session 44; nothing after it.
    const known = [day(10), day(31)];
    const nextReport = [day(30), day(44) + 1];
    const fundamentals = {
      offset: Int32Array.of(0, 2, 2, 2),
      known: Int32Array.from(known),
      values: Float64Array.from(nextReport.flatMap((next) => [NaN, NaN, NaN, NaN, NaN, NaN, next])),
    };
    const own = { ...data, fundamentals };
    const marked = (t: number) => {
      const r = chart.ask(new Market(own, t), chart.params.parse({ ticker: "AAA", plot: ["reports"], history: 20_000 }))!;
      return [r.plots[0]!.marks!.map((m) => m.sample), r.plots[0]!.value] as const;
    };
    expect(marked(29)[0]).toEqual([]);
    expect(marked(30)[0]).toEqual([30]);
    expect(marked(44)).toEqual([[30], expect.stringContaining("next ")]);
    expect(marked(45)).toEqual([[30, 45], "none known"]);
  });
  it("numbers the turns from the first one shown", () => {
    const [own] = drawn("AAA", ["swings"]).plots;
    const numbers = own!.lines![0]!.numbers!;
    expect(numbers.length).toBeGreaterThan(3);
    expect(numbers.map(([, text]) => text)).toEqual(numbers.map((_, k) => String(k + 1)));
    expect(own!.value).toBe(`${numbers.length} turns`);
    expect(drawn("AAA", ["swings"], { history: 20 }).plots[0]!.lines![0]!.numbers!.length).toBeLessThan(2);
    for (const [k] of numbers) expect(line({ plots: [own] } as never)[k]).toBe(wave[N - 200 + k]);
  });
});

describe("turns that lie before the bars in view", () => {
  it("are not counted", () => {
    const closes = wave.map((c, s) => (s < 300 ? c : wave[300]! + 0.01 * (s - 300)));
    const calm = new Market(handMadeMarket([{ ticker: "CAL", closes }]), N - 1);
    const r = chart.ask(calm, chart.params.parse({ ticker: "CAL", plot: ["swings"], history: 50 }))!;
    expect([r.plots[0]!.value, r.plots[0]!.lines![0]!.numbers]).toEqual(["0 turns", []]);
  });
});

describe("the words of a plot", () => {
  it("tell how long a line has gone one way, or that it is at its far end", () => {
    expect(runLength(Float64Array.of(3, 1, NaN, 2, 4), (now, before) => now > before)).toBe(2);
    expect(motionWords(Float64Array.of(3, 1, 2, 4), "daily")).toBe("rising for 2 sessions");
    expect(motionWords(Float64Array.of(3, 4, 2), "weekly")).toBe("falling for 1 week");
    const ramp = Float64Array.from({ length: 63 }, (_, k) => k);
    expect(motionWords(ramp, "daily")).toBe("at its highest of 63 sessions");
    expect(motionWords(ramp.subarray(1), "daily")).toBe("rising for 61 sessions");
  });
  it("tell on which side of a guide it is and since when, the bar it came there counted", () => {
    const values = Float64Array.of(55, 45, 52, 53, 60);
    expect(guideWords(values, [30, 50, 70], "percent", "daily")).toBe("above 50 for 3 sessions");
    expect(guideWords(Float64Array.of(55, 72, 75), [30, 50, 70], "percent", "daily")).toBe("above 70 for 2 sessions");
    expect(guideWords(Float64Array.of(50, 50, 19), [20, 80], "percent", "monthly")).toBe("below 20 for 1 month");
    expect(guideWords(Float64Array.of(50, 55), [20, 80], "percent", "daily")).toBe("between 20 and 80, rising for 1 session");
  });
  it("tell an average's direction over five bars and the close from it", () => {
    expect(overlayWords(Float64Array.of(10, 11, 11, 11, 11, 10.5), 10.92, 0.6)).toBe("rising; close 4.0% above (0.7 ATR)");
    expect(overlayWords(Float64Array.of(10, 9, 9, 9, 9, 8), 7, NaN)).toBe("falling; close 12.5% below");
    expect([999, 61_240, 1_240_000, 3.1e9].map(compact)).toEqual(["999", "61k", "1.24m", "3.10bn"]);
  });
});

describe("what is typed", () => {
  const offered = [
    { ticker: "ALBRO", name: "Aldane broad" },
    { ticker: "sector:Harbour land", name: "Harbour land (sector)" },
  ];
  const first = (typed: string) => {
    const [reading] = readTyped(typed, offered);
    if (!reading) return undefined;
    if ("plot" in reading) return reading.plot;
    if ("draw" in reading) return [reading.draw, ...reading.prices];
    return "compare" in reading ? reading.compare : reading.window;
  };
  it.each([
    ["ema 20", "ema_20_close"],
    ["20 ema", "ema_20_close"],
    ["sma", "sma_50_close"],
    ["average", "sma_50_close"],
    ["rsi", "rsi_14_close"],
    ["rsi 2", "rsi_2_close"],
    ["bollinger", "bollinger_20_2"],
    ["bollinger 30", "bollinger_30_2"],
    ["bollinger 30 2.5", "bollinger_30_2.5"],
    ["macd", "macd_12_26_9"],
    ["macd 5 35 5", "macd_5_35_5"],
    ["stochastic 8 3 3", "stochastic_8_3_3"],
    ["adx", "directional movement_14"],
    ["donchian 55", "extremes_55"],
    ["volume", "volume_50"],
    ["stance", "stance"],
    ["trend", "trend_8_34"],
    ["strength", "strength"],
    ["phase", "phase_sectors_the broad index_weekly"],
    ["lanes", "lanes"],
    ["regime", "regime"],
    ["pressure", "pressure"],
    ["reports", "reports"],
    ["report dates", "reports"],
    ["dividends", "dividends"],
    ["number the swings", "swings"],
    ["key levels", "levels"],
    ["stop", "trailing stop"],
    ["sar", "parabolic sar"],
    ["relative", "relative_ALBRO"],
    ["relative to harbour", "relative_sector:Harbour land"],
    ["rel to TUZOT", "relative_TUZOT"],
    ["window 10-16 20", "10-16.20"],
    ["boll", "bollinger"],
  ])("“%s” is %s", (typed, text) => {
    expect(first(typed)).toBe(text);
  });
  it.each([
    ["level 5.40", ["level", 5.4]],
    ["level", ["level"]],
    ["line", ["line"]],
    ["trend line", ["line"]],
    ["channel", ["channel"]],
    ["zone 5-6", ["zone", 5, 6]],
    ["zone 5 to 6.5", ["zone", 5, 6.5]],
    ["zone", ["zone"]],
    ["retrace", ["retracement"]],
    ["measured move", ["measured move"]],
    ["move", ["measured move"]],
    ["note watch this", ["label"]],
    ["swings from", ["swings"]],
  ])("“%s” draws", (typed, drawn) => {
    expect(first(typed)).toEqual(drawn);
  });
  it("compares with tickers, and means nothing where it means nothing", () => {
    expect(first("compare tuzot, lirar")).toEqual(["TUZOT", "LIRAR"]);
    for (const typed of ["", "  ", "xyzzy", "ema 0"]) expect(first(typed)).toBeUndefined();
    expect(readTyped("a", offered).length).toBeLessThanOrEqual(7);
  });
});

describe("the study of what plots say", () => {
  it("says what the chart's legend says, without lines", () => {
    const asked = ["ema_20", "rsi", "relative", "swings", "levels"];
    const r = plots.ask(market, plots.params.parse({ ticker: "AAA", plot: asked, history: 200 }))!;
    const of = drawn("AAA", asked).plots;
    expect(r.rows).toEqual(of.map(({ title, value, says, place }) => ({ title, value, says, place })));
    expect(saidAll(plots.reading(r))).toContain(`EMA 20: ${of[0]!.value}, ${of[0]!.says}.`);
    expect(plots.ask(market, plots.params.parse({ ticker: "NOBODY" }))).toBeUndefined();
  });
});
