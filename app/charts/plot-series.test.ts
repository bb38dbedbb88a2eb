import { describe, expect, it } from "vitest";
import type { Plotted } from "@studies/chart/plots/drawn";
import { guideLines, lineSeriesOf, markSeries, paneMarks, ribbonSeries } from "./plot-series";
import { drawnBy, FRAME, NAMED_COLOURS } from "./testing-render";

const plot = (more: Partial<Plotted>): Plotted => ({
  ...{ text: "sma_50", title: "Average", place: "price", hidden: false, ownPane: false, guides: [], params: [] },
  ...{ value: "", says: "" },
  ...more,
});
const style = { colour: "indigo", type: "dashed" } as const;
const values = Float64Array.of(NaN, 10, 20);
interface Line {
  name: string;
  type: string;
  data: unknown[];
  showSymbol?: boolean;
  sampling?: unknown;
  tooltip: { show: boolean };
  connectNulls?: boolean;
  label?: { formatter(of: { dataIndex: number }): string };
  lineStyle: { color: string; width: number; type: string };
}
const lines = (more: Partial<Plotted>, axis = 0, placed = (x: number) => x) =>
  lineSeriesOf(NAMED_COLOURS, plot(more), style, axis, placed) as unknown as Line[];
const line = (name: string, kind: "line" | "thin" | "bars" | "dots" = "line") => ({ name, values, style: kind });

describe("the lines of a plot", () => {
  it("have gaps where they have no value, and on the prices stand where the axis puts them", () => {
    expect(lines({ lines: [line("a")] }, 0, (x) => x / 10)[0]).toMatchObject({
      name: "Average, a",
      data: Float64Array.of(0, NaN, 1, 1, 2, 2),
    });
    expect(lines({ lines: [line("a")] }, 1, (x) => x / 10)[0]!.data).toEqual(Float64Array.of(0, NaN, 1, 10, 2, 20));
  });

  it("are told apart: its own on the prices, ink and grey in a pane", () => {
    const colours = (axis: number, ...kinds: Parameters<typeof line>[1][]) =>
      lines({ lines: kinds.map((kind, k) => line(String(k), kind)) }, axis).map((l) => [l.lineStyle.color, l.lineStyle.type]);
    expect(colours(0, "line", "thin")).toEqual([
      ["indigo", "dashed"],
      ["indigo", "dotted"],
    ]);
    expect(colours(1, "line", "line", "thin")).toEqual([
      ["indigo", "dashed"],
      ["soft", "dashed"],
      ["indigo", "dashed"],
    ]);
  });

  it("keep the least and the most a pixel, but for what has numbers", () => {
    expect(lines({ lines: [line("a")] })[0]!.sampling).toBe("minmax");
    const [turns] = lines({ lines: [{ ...line("turns"), numbers: [[2, "3"]] }] });
    expect([turns!.sampling, turns!.connectNulls, turns!.showSymbol]).toEqual([undefined, true, true]);
    expect([1, 2].map((dataIndex) => turns!.label!.formatter({ dataIndex }))).toEqual(["", "3"]);
  });

  it("may be bars, or dots without a line", () => {
    const [bars, dots] = lines({ lines: [line("a", "bars"), line("b", "dots")] }, 1);
    expect(bars!.type).toBe("bar");
    const furthest = bars!.sampling as (values: ArrayLike<number>) => number;
    expect(
      [
        [2, -3, 1],
        [NaN, 1, -0.5],
        [2, NaN],
        [0, 0],
      ].map(furthest),
    ).toEqual([-3, 1, 2, 0]);
    expect(furthest([NaN, NaN])).toBeNaN();
    expect([dots!.type, dots!.showSymbol, dots!.lineStyle.width]).toEqual(["line", true, 0]);
  });

  it("are asked for what is under the pointer one a pane, on the prices none", () => {
    const asked = (axis: number) => lines({ lines: [line("a", "bars"), line("b"), line("c")] }, axis).map((l) => l.tooltip.show);
    expect([asked(0), asked(2)]).toEqual([
      [false, false, false],
      [true, false, false],
    ]);
  });

  it("have guides only where there are levels", () => {
    expect(guideLines(NAMED_COLOURS, [])).toEqual({});
    expect(guideLines(NAMED_COLOURS, [30, 70])).toMatchObject({ markLine: { data: [{ yAxis: 30 }, { yAxis: 70 }] } });
  });
});

describe("a ribbon of states", () => {
  const ribbon = {
    name: "stance",
    states: Int8Array.of(-1, 0, 0, 0, 1, 1, 2, 2, 2, 2),
    words: ["long word of a state", "in", "half"],
    tones: [-1, 1, 0.5] as const,
  };
  const series = ribbonSeries(NAMED_COLOURS, ribbon, 2);
  // A row is what the series is given: first and last sample and the state.
  it("is a band a run, from the first sample's left side to the last one's right, without the runs of none", () => {
    expect(series.data).toEqual([
      [1, 3, 0],
      [4, 5, 1],
      [6, 9, 2],
    ]);
    const bands = drawnBy(series).map(([band]) => band!);
    expect(bands.map(({ shape }) => [shape!["x"], shape!["width"]])).toEqual([
      [FRAME.x + 5, 30],
      [FRAME.x + 35, 20],
      [FRAME.x + 55, 40],
    ]);
    expect(bands.map((band) => [band.style["fill"], band.style["opacity"]])).toEqual([
      ["rust", 0.6],
      ["teal", 0.6],
      ["teal", 0.28],
    ]);
  });

  it("has its word where there is room for it, and is cut at the sides of the frame", () => {
    const words = drawnBy(series).map((parts) => parts[1]?.style.text);
    expect(words).toEqual([undefined, undefined, "half"]);
    const cut = drawnBy(series, { first: 8 });
    expect([cut[0], cut[1]]).toEqual([[], []]);
    expect(cut[2]![0]!.shape).toMatchObject({ x: FRAME.x, width: 15 });
  });

  it("says neither well nor badly in grey", () => {
    const [parts] = drawnBy(ribbonSeries(NAMED_COLOURS, { ...ribbon, states: Int8Array.of(0), tones: [0, 1, 1] }, 1));
    expect(parts![0]!.style).toMatchObject({ fill: "rule", opacity: 0.55 });
  });
});

describe("marks", () => {
  const prices = { high: [52, 60, "-"], low: [48, 55, "-"] } as const;
  const mark = (sample: number, sign: -1 | 0 | 1) => ({ sample, sign, words: "" });
  const drawn = (...marks: ReturnType<typeof mark>[]) => drawnBy(markSeries(NAMED_COLOURS, "signals", marks, prices));

  it("point up from under the low and down from over the high", () => {
    const [up, down] = drawn(mark(1, 1), mark(1, -1));
    // Eight pixels off the price, seven high.
    expect(up![0]!.shape!.points!.map(([, y]) => y)).toEqual([FRAME.y + 188, FRAME.y + 195, FRAME.y + 195]);
    expect(down![0]!.shape!.points!.map(([, y]) => y)).toEqual([FRAME.y + 152, FRAME.y + 145, FRAME.y + 145]);
    expect([up![0]!.style["fill"], down![0]!.style["fill"]]).toEqual(["teal", "rust"]);
  });

  it("of a date are a dotted line through the frame, and stand below where a bar has no price", () => {
    const [date, unpriced] = drawn(mark(0, 0), mark(2, 1));
    expect(date![0]!.shape).toEqual({ x1: FRAME.x, y1: FRAME.y, x2: FRAME.x, y2: FRAME.y + FRAME.height });
    expect(unpriced![0]!.shape!.points![0]![1]).toBe(FRAME.y + FRAME.height + 8);
  });

  it("out of view are not drawn", () => {
    const series = markSeries(NAMED_COLOURS, "signals", [mark(3, 0), mark(205, 0), mark(104, 0)], prices);
    expect(drawnBy(series, { first: 4 }).map((parts) => parts.length)).toEqual([0, 0, 2]);
  });

  it("in a pane of their own stand over its line", () => {
    const marks = paneMarks(NAMED_COLOURS, plot({ lines: [line("a")], marks: [mark(2, 1), mark(9, 1)] }), 3);
    expect(marks.data).toEqual([
      [2, 20],
      [9, 0],
    ]);
    expect([marks.xAxisIndex, marks.yAxisIndex]).toEqual([3, 3]);
  });
});
