import { describe, expect, it } from "vitest";
import { epochDay } from "@core";
import type { Channel, DatedLevel } from "@studies/regime/structure";
import { internalsOptions } from "./internals-chart";
import { structureHeight, structureOptions, type StructureChart } from "./structure-chart";
import { timingHeight, timingOptions, type TimingChart } from "./timing-chart";
import { lineValues, NAMED_COLOURS as theme } from "./testing-render";

const N = 40;
const days = Int32Array.from({ length: N }, (_, k) => epochDay("2026-01-05") + 7 * Math.floor(k / 5) + (k % 5));
const column = (of: (k: number) => number) => Float64Array.from(days, (_, k) => of(k));

interface Series {
  readonly name: string;
  readonly type: string;
  readonly data: (number | string | { value: number; itemStyle: { color: string } })[];
  readonly xAxisIndex: number;
  readonly lineStyle: { readonly color: string; readonly type?: string };
  readonly endLabel?: { readonly formatter: string };
  readonly markArea?: { readonly data: { coord?: [number, number]; itemStyle?: { color: string } }[][] };
  readonly markLine?: { readonly data: { xAxis?: string; yAxis?: number; type?: string; label?: { formatter: string } }[] };
}
const seriesOf = (options: object) => (options as { series: Series[] }).series;
const named = (options: object, name: string) => seriesOf(options).filter((s) => s.name === name);
const told = (options: object, k: number) =>
  (options as { tooltip: { formatter(points: { dataIndex: number }[]): string } }).tooltip.formatter([{ dataIndex: k }]);

type Render = (
  params: { dataIndex: number; coordSys: { x: number; y: number; width: number; height: number } },
  api: { coord(point: readonly [number, number]): [number, number] },
) => { children: { type: string; y?: number; style: { text?: string } }[] };

describe("the structure chart", () => {
  const channel = (sessions: number, verdict: Channel["verdict"]): Channel => ({
    sessions,
    from: 100,
    to: 100 * 1.01 ** (sessions - 1),
    width: 1.05,
    slope: 0.01,
    r2: 0.9,
    verdict,
  });
  const level = (price: number, met: number): DatedLevel => ({
    price,
    met,
    at: 3,
    day: days[3]!,
    distance: price / 120 - 1,
    atrs: (price - 120) / 2,
  });
  const data: StructureChart = {
    name: "Broad",
    days,
    close: column((k) => (k === N - 1 ? 120 : 100 + k)),
    average200: column(() => NaN),
    upper: column((k) => 110 + k),
    lower: column((k) => 90 + k),
    channels: { short: channel(20, "up"), long: channel(252, "down") },
    pivots: [
      { row: 4, close: 104, known: days[8]! },
      { row: 20, close: 118, known: days[25]! },
      { row: 30, close: 99, known: NaN },
    ],
    levels: { above: [level(126, 3)], below: [level(110, 1)] },
    panes: [{ key: "rsi", lines: [{ name: "RSI(14)", values: column((k) => 50 + k / 4) }] }],
  };
  const options = structureOptions(theme, data);
  it("draws legs through confirmed pivots only, and the present one dashed to the last close", () => {
    const [legs] = named(options, "legs");
    expect(lineValues(legs!.data).flatMap((x, k) => (Number.isNaN(x) ? [] : [[k, x]]))).toEqual([
      [4, 104],
      [20, 118],
    ]);
    const [present] = named(options, "present leg");
    const ends = lineValues(present!.data);
    expect([ends[20], ends[N - 1], present!.lineStyle.type]).toEqual([118, 120, "dashed"]);
  });
  it("draws a channel that the picture holds in the dye of its verdict, and leaves out a longer one", () => {
    const lines = named(options, "20-session channel");
    expect(lines.map((l) => l.lineStyle.color)).toEqual(["teal", "teal", "teal"]);
    const [upper, middle] = lines.map((l) => lineValues(l.data));
    expect(middle![N - 20]).toBeCloseTo(100, 9);
    expect(middle![N - 21]).toBeNaN();
    expect(upper![N - 1]).toBeCloseTo(100 * 1.01 ** 19 * 1.05, 9);
    expect(named(options, "252-session channel")).toEqual([]);
  });
  it("labels levels with price, distance, ATRs and how often they were met", () => {
    const [levels] = named(options, "levels") as unknown as { data: [number, number][]; renderItem: Render }[];
    const coordSys = { x: 0, y: 0, width: 500, height: 300 };
    // A picture in which one point of price is a pixel and a half.
    const drawn = levels!.data.map((_, dataIndex) =>
      levels!.renderItem({ dataIndex, coordSys }, { coord: ([, y]) => [0, 300 - 1.5 * y] }),
    );
    const texts = drawn.map((d) => d.children.find((c) => c.type === "text")!);
    expect(texts.map((t) => t.style.text)).toEqual(["126.00  +5.0% · 3.0 ATR · 3×", "110.00  −8.3% · 5.0 ATR"]);
    expect(texts.map((t) => t.y)).toEqual([111, 135]);
    // Where they would meet they are moved apart, each with a leader.
    const close = levels!.data.map((_, dataIndex) =>
      levels!.renderItem({ dataIndex, coordSys }, { coord: ([, y]) => [0, 300 - 0.1 * y] }),
    );
    const [first, second] = close.map((d) => d.children.find((c) => c.type === "text")!.y!);
    expect(second! - first!).toBeCloseTo(14, 9);
    expect(close.every((d) => d.children.filter((c) => c.type === "line").length === 2)).toBe(true);
  });
  it("has a pane for each oscillator with its guides and its name, and is as tall as they need", () => {
    const [rsi] = named(options, "RSI(14)");
    expect(rsi!.xAxisIndex).toBe(1);
    expect(rsi!.markLine!.data.map((d) => d.yAxis)).toEqual([30, 70, undefined]);
    expect(rsi!.markLine!.data[2]!.label!.formatter).toBe("RSI(14)");
    expect(structureHeight(2) - structureHeight(1)).toBe(structureHeight(1) - structureHeight(0));
    expect((options as { grid: unknown[] }).grid).toHaveLength(2);
  });
  it("tells what is known of a session, and from when", () => {
    expect(told(options, 20)).toContain("swing, known on 9 Feb 2026");
    expect(told(options, 30)).toContain("unconfirmed");
    expect(told(options, 7)).not.toContain("swing");
    expect(told(options, 7)).toContain("RSI(14) 51.8");
  });
});

describe("the timing chart", () => {
  const states = Int8Array.from({ length: N }, (_, k) => (k < 5 ? 0 : k < 20 ? 1 : -1));
  const data: TimingChart = {
    days,
    level: column((k) => 1000 + k),
    pressure: column((k) => (k < 3 ? NaN : k - 70)),
    states: [states, states, states, new Int8Array(N)],
    own: [{ name: "A system of mine", states }],
    washed: -45,
    episodes: [{ day: days[12]! }, { day: days[0]! - 400 }],
    provisional: true,
  };
  const options = timingOptions(theme, data);
  it("has a ribbon of runs for each lane and own system: up high and teal, down low and rust, nothing before a signal", () => {
    const [lanes] = named(options, "lanes");
    const areas = lanes!.markArea!.data.map(([from, to]) => [from!.coord, to!.coord, from!.itemStyle!.color]);
    expect(areas).toHaveLength(8);
    expect(areas[0]).toEqual([[5, 0.08], [20, 0.88], "teal"]);
    expect(areas[1]).toEqual([[20, 0.55], [N - 1, 0.88], "rust"]);
    expect(timingHeight(5) - timingHeight(4)).toBe(19);
  });
  it("marks the re-entries that lie within the picture, and a session in progress", () => {
    const [composite] = named(options, "composite");
    expect(composite!.markLine!.data).toEqual([{ xAxis: "2026-01-21" }]);
    expect(composite!.markArea!.data).toHaveLength(1);
    const settled = timingOptions(theme, { ...data, provisional: false });
    expect(named(settled, "composite")[0]!.markArea!.data).toEqual([]);
  });
  it("has the chosen level of a wash-out among its zones", () => {
    expect(JSON.stringify(named(options, "Pressure")[0]!.markArea)).toContain('"yAxis":-100');
    expect(JSON.stringify(named(options, "Pressure")[0]!.markArea)).toContain('{"yAxis":-45}');
    expect(lineValues(named(options, "Pressure")[0]!.data).slice(0, 4)).toEqual([NaN, NaN, NaN, -67]);
  });
  it("tells every lane's state in words", () => {
    expect(told(options, 2)).toContain("Quick no signal yet");
    expect(told(options, 10)).toContain("Steady up");
    expect(told(options, 30)).toContain("A system of mine down");
  });
});

describe("the chart of a market's inside", () => {
  const counts = (of: (k: number) => number) => Uint16Array.from(days, (_, k) => of(k));
  const options = internalsOptions(theme, {
    days,
    advances: counts((k) => 200 + k),
    declines: counts(() => 150),
    line: column((k) => k),
    oscillator: column((k) => (k < 2 ? NaN : 20 - k)),
    summation: column((k) => 10 * k),
    highs: counts(() => 7),
    lows: counts(() => 4),
    upVolume: column(() => 0.61),
    thrusts: Int32Array.of(days[9]!),
  });
  it("draws new lows downward, and the oscillator in the dye of its sign", () => {
    expect(named(options, "new lows")[0]!.data[5]).toEqual({ value: -4, itemStyle: { color: "rust" } });
    const bars = named(options, "McClellan oscillator")[0]!.data;
    expect([bars[0], bars[5], bars[30]]).toEqual([
      "-",
      { value: 15, itemStyle: { color: "teal" } },
      { value: -10, itemStyle: { color: "rust" } },
    ]);
  });
  it("marks thrusts and tells the figures of a session", () => {
    expect(named(options, "advance-decline line")[0]!.markLine!.data).toEqual([{ xAxis: "2026-01-16" }]);
    expect(told(options, 9)).toContain("209 rose, 150 fell; up-volume 61%");
    expect(told(options, 9)).toContain("<b>thrust</b>");
    expect(told(options, 10)).not.toContain("thrust");
  });
});
