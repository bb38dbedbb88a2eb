import { describe, expect, it } from "vitest";
import { epochDay, isoDate } from "@core";
import { breadthHistoryOptions } from "./breadth-history";
import { numberedSessionAxis, sessionAxis } from "./chart-theme";
import { indexAndRegimeOptions } from "./index-and-regime";
import type { Plotted } from "@studies/chart/plots/drawn";
import { barWords } from "./bar-words";
import { priceChartOptions } from "./price-chart";
import type { PriceChart } from "./price-chart-data";
import { regimeAreas } from "./regime-areas";
import { lineValues, NAMED_COLOURS as theme } from "./testing-render";

const days = Int32Array.from({ length: 40 }, (_, k) => epochDay("2026-01-05") + 7 * Math.floor(k / 5) + (k % 5));
const dates = Array.from(days, isoDate);
const column = (of: (k: number) => number) => Float64Array.from(days, (_, k) => of(k));

interface Series {
  name: string;
  type: string;
  data: unknown[];
  xAxisIndex?: number;
  itemStyle: Record<string, unknown>;
  markArea?: { data: unknown[] };
}
const seriesOf = (options: object) => (options as { series: Series[] }).series;
const tooltipOf = (options: object, k: number) =>
  (options as { tooltip: { formatter(points: { dataIndex: number }[]): string } }).tooltip.formatter([{ dataIndex: k }]);

describe("the session axis", () => {
  it("is labelled where months begin, away from the edges, with month and year", () => {
    const { axisLabel } = sessionAxis(theme, dates, 0, true);
    const labelled = dates.filter((_, k) => axisLabel.interval(k));
    expect(labelled).toEqual(["2026-02-02"]);
    expect(axisLabel.formatter("2026-02-02")).toBe("Feb 2026");
  });
  it("has no more than ten labels however long it is", () => {
    const long = Array.from({ length: 6000 }, (_, k) => isoDate(10_000 + k));
    const { axisLabel } = sessionAxis(theme, long, 0, true);
    const labels = long.filter((_, k) => axisLabel.interval(k));
    expect(labels.length).toBeGreaterThan(6);
    expect(labels.length).toBeLessThanOrEqual(10);
  });
});

describe("the axis of numbered sessions", () => {
  const axis = numberedSessionAxis(theme, dates, 1, true);
  it("has a whole place for each session, and a label from the first of each month on", () => {
    expect([axis.min, axis.max, axis.gridIndex]).toEqual([-0.5, 39.5, 1]);
    expect(axis.axisLabel.customValues.map((row) => dates[row])).toEqual(["2026-02-02"]);
    expect(axis.axisLabel.customValues.map((row) => axis.axisLabel.formatter(row))).toEqual(["Feb 2026"]);
    expect(numberedSessionAxis(theme, dates, 0, false).axisLabel).toMatchObject({ show: false, customValues: [] });
  });
  it("tells under the pointer which session is nearest", () => {
    const said = (value: number) => axis.axisPointer.label.formatter({ value });
    expect([said(20), said(19.6), said(20.4), said(41)]).toEqual(["2026-02-02", "2026-02-02", "2026-02-02", ""]);
  });
});

const plotted = (text: string, title: string, place: Plotted["place"], of: (k: number) => number, name = text): Plotted => ({
  text,
  title,
  place,
  ...{ value: "", says: "", hidden: false, ownPane: false, guides: [], params: [] },
  lines: [{ name, values: column(of), style: name === "volume" ? "bars" : "line" }],
});

describe("the price chart", () => {
  const data: PriceChart = {
    sampling: "daily",
    inProgress: false,
    days,
    open: column((k) => 10 + k),
    high: column((k) => 12 + k),
    low: column((k) => 9 + k),
    close: column((k) => (k === 7 ? NaN : 11 + k)),
    volume: column(() => 1234),
    plots: [
      plotted("sma_5", "SMA 5", "price", (k) => (k < 4 ? NaN : k)),
      plotted("sma_20", "SMA 20", "price", () => NaN),
      plotted("volume_50", "Volume", "pane", () => 1234, "volume"),
      plotted("relative", "Relative", "pane", (k) => 100 + k),
      { ...plotted("rsi_14", "RSI(14)", "pane", () => 50), hidden: true },
    ],
  };
  it("draws candles as open, close, low, high; hollow when up and solid when down, without colour", () => {
    const [candles] = seriesOf(priceChartOptions(theme, data));
    const drawn = candles!.data as unknown as Float64Array;
    expect(drawn).toHaveLength(5 * 40);
    expect(Array.from(drawn.subarray(15, 20))).toEqual([3, 13, 14, 12, 15]);
    expect(Array.from(drawn.subarray(35, 40))).toEqual([7, 17, NaN, 16, 19]);
    expect(candles!.itemStyle).toMatchObject({ color: "paper", color0: "ink", borderColor: "ink", borderColor0: "ink" });
  });
  it("has a line for each average, volume, and the relative line at the foot", () => {
    const series = seriesOf(priceChartOptions(theme, data));
    expect(series.map((s) => s.name)).toEqual([
      "price",
      "SMA 5, sma_5",
      "SMA 20, sma_20",
      "Volume, volume",
      "Relative, relative",
    ]);
    for (const { data: drawn } of series.slice(1)) expect(lineValues(drawn)).toHaveLength(40);
    expect(lineValues(series[1]!.data).slice(0, 5)).toEqual([NaN, NaN, NaN, NaN, 4]);
    expect(series[4]!.xAxisIndex).toBe(2);
  });
  it("of the index has its regime instead", () => {
    const direction = Int8Array.from(days, (_, k) => (k < 20 ? 2 : 0));
    const words = ["Falling", "Ranging", "Rising"];
    const tint = { name: "regime", states: direction, words, tones: [-1, 0, 1] as const };
    const regime: Plotted = { ...plotted("regime", "Regime", "tint", () => 0), lines: [], tint };
    const series = seriesOf(priceChartOptions(theme, { ...data, plots: [regime] }));
    expect(series.map((s) => s.name)).toEqual(["price"]);
    expect(barWords({ ...data, plots: [regime] }, 3)).toContain("; Regime Rising");
    expect(series[0]!.markArea!.data).toHaveLength(2);
  });
  it("stands in percent from its first close, averages too, and on round numbers where ratios count", () => {
    const series = seriesOf(priceChartOptions(theme, data, "percent"));
    const candle = (k: number) => Array.from((series[0]!.data as unknown as Float64Array).subarray(5 * k + 1, 5 * k + 5));
    [13, 14, 12, 15].forEach((x, c) => {
      expect(candle(3)[c]).toBeCloseTo(100 * (x / 11 - 1), 9);
    });
    expect(lineValues(series[1]!.data)[4]).toBeCloseTo(100 * (4 / 11 - 1), 9);
    expect(lineValues(series[4]!.data)[4]).toBe(104);
    const axisOf = (scale: "linear" | "log") =>
      (priceChartOptions(theme, data, scale)["yAxis"] as { type: string; axisLabel: { customValues?: number[] } }[])[0]!;
    expect([axisOf("linear").type, axisOf("log").type]).toEqual(["value", "log"]);
    const ticks = axisOf("log").axisLabel.customValues!;
    expect(ticks.length).toBeGreaterThan(2);
    expect(ticks.every((x) => Number.isInteger(x) && x >= 9 && x <= 51)).toBe(true);
  });
  it("is compared in percent from the first bar at which all have a close", () => {
    const compared = [{ name: "Other", close: column((k) => (k < 3 ? NaN : 200 + 2 * k)) }];
    const series = seriesOf(priceChartOptions(theme, { ...data, compared }, "log"));
    const other = series.find((s) => s.name === "Other")!;
    expect(lineValues(other.data).slice(0, 4)).toEqual([NaN, NaN, NaN, 0]);
    expect(lineValues(other.data)[5]).toBeCloseTo(100 * (210 / 206 - 1), 9);
    expect((series[0]!.data as unknown as Float64Array)[27]).toBeCloseTo(100 * (16 / 14 - 1), 9);
    expect(barWords({ ...data, compared }, 5)).toContain("Other +1.9% (+14.3% here)");
  });
  it("marks a week that is not over, and tells it so", () => {
    const weekly = { ...data, sampling: "weekly" as const, inProgress: true };
    const [candles] = seriesOf(priceChartOptions(theme, weekly));
    expect(candles!.data[39]).toMatchObject({ value: [39, 49, 50, 48, 51], itemStyle: { borderColor: "amber" } });
    expect(candles!.data[38]).toEqual([38, 48, 49, 47, 50]);
    expect(barWords(weekly, 39)).toMatch(/^week to .*, not over; open 49.00 · high 51.00/);
    expect(barWords(weekly, 38)).not.toContain("not over");
  });
  it("has an overview to move along where it is long", () => {
    const zooms = (bars: PriceChart) => (priceChartOptions(theme, bars)["dataZoom"] as { type: string }[]).map((z) => z.type);
    const long = Int32Array.from({ length: 301 }, (_, k) => days[0]! + k);
    expect([zooms(data), zooms({ ...data, days: long })]).toEqual([["inside"], ["inside", "slider"]]);
  });
  it("tells the figures of a session, or that there was no bar", () => {
    const options = priceChartOptions(theme, data);
    expect(tooltipOf(options, 4)).toContain("close <b>15.00</b> (+7.1%)");
    expect(tooltipOf(options, 4)).toContain("volume 1,234");
    expect(tooltipOf(options, 4)).toContain("Relative 104.0");
    const average = { name: "average volume", values: column(() => 208_510.4), style: "line" as const };
    const plots = data.plots.map((p) => (p.text === "volume_50" ? { ...p, lines: [...p.lines!, average] } : p));
    expect(tooltipOf(priceChartOptions(theme, { ...data, plots }), 4)).toContain("<br>average volume 208,510<br>");
    expect(tooltipOf(options, 7)).toContain("no bar");
  });
});

describe("regime areas", () => {
  it("are runs of rising and falling, named where there is room, none for ranging or undefined", () => {
    const states = Int8Array.of(-1, 2, 2, 1, 0, 0, 0, 2);
    const areas = regimeAreas(theme, states) as [{ name: string; xAxis: number }, { xAxis: number }][];
    expect(areas.map(([from, to]) => [from.name, from.xAxis, to.xAxis])).toEqual([
      ["rising", 1, 2],
      ["falling", 4, 6],
      ["", 7, 7],
    ]);
  });
});

describe("history pictures", () => {
  it("of breadth stand over each other on one time axis, with both zones", () => {
    const options = breadthHistoryOptions(theme, {
      days,
      index: column((k) => 1000 + k),
      reference: "Broad",
      chosen: column((k) => (k < 3 ? NaN : 50)),
      chosenName: "50",
      allFive: column(() => 20),
      zones: { high: 70, low: 10 },
    });
    const series = seriesOf(options);
    expect(series.map((s) => s.name)).toEqual(["Broad", "above 50", "all five"]);
    expect(lineValues(series[1]!.data).slice(0, 4)).toEqual([NaN, NaN, NaN, 50]);
    const bounds = (series[2]!.markArea!.data as [{ yAxis: number }, { yAxis: number }][]).map((zone) =>
      zone.map((edge) => edge.yAxis),
    );
    expect(bounds).toEqual([
      [100, 70],
      [0, 10],
    ]);
    expect(tooltipOf(options, 5)).toContain("above 50 <b>50.0%</b>");
  });
  it("of the index tell its regime", () => {
    const options = indexAndRegimeOptions(theme, {
      days,
      close: column((k) => 1000 + k),
      average200: column(() => NaN),
      direction: Int8Array.from(days, (_, k) => (k < 10 ? -1 : 1)),
      index: "Broad",
    });
    expect(tooltipOf(options, 2)).toContain("no regime yet");
    expect(tooltipOf(options, 12)).toContain("ranging");
    expect(tooltipOf(options, 12)).toContain("200-session simple average –");
  });
});
