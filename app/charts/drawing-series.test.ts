import { describe, expect, it } from "vitest";
import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import { drawingSeries } from "./drawing-series";
import { drawnBy, FRAME, NAMED_COLOURS } from "./testing-render";

const drawing = (more: Partial<DrawnDrawing>): DrawnDrawing => ({
  ...{ id: "1", name: "", kind: "line", scale: "linear", made: 0, isLater: false, title: "", words: "" },
  ...{ points: [], lines: [], levels: [], path: [], texts: [] },
  ...more,
});
const drawn = (more: Partial<DrawnDrawing>, { first = 0, placed = (x: number) => x } = {}) =>
  drawnBy(drawingSeries(NAMED_COLOURS, [drawing(more)], placed)[0]!, { first })[0]!;
const column = (length: number, of: (k: number) => number) => Float64Array.from({ length }, (_, k) => of(k));
const right = FRAME.x + FRAME.width;

describe("lines drawn on a chart", () => {
  it("are two points where they are straight, over what is in view alone", () => {
    const line = column(400, (k) => (k < 20 ? NaN : 40 + k / 10));
    const [stroke, ...others] = drawn({ lines: [line] }, { first: 100 });
    expect(others).toEqual([]);
    const points = stroke!.shape!.points!;
    expect(points.map(([x]) => x)).toEqual([FRAME.x, right]);
    // At samples 100 and 200.
    expect(points.map(([, y]) => y)).toEqual([FRAME.y + 4 * 50, FRAME.y + 4 * 40]);
  });

  it("begin where they begin, and end with the last bar", () => {
    const line = column(30, (k) => (k < 20 ? NaN : 60));
    const [stroke] = drawn({ lines: [line] });
    expect(stroke!.shape!.points!.map(([x]) => x)).toEqual([FRAME.x + 200, FRAME.x + 290]);
    // All of it has gone out at the left, or is still to come at the right.
    expect(drawn({ lines: [line] }, { first: 40 })).toEqual([]);
    expect(drawn({ lines: [column(300, (k) => (k < 200 ? NaN : 60))] })).toEqual([]);
    expect(drawn({ lines: [column(30, () => NaN)] })).toEqual([]);
  });

  it("keep to a curve by pieces, on another axis as well", () => {
    const line = column(100, (k) => 10 + k / 2);
    const points = drawn({ lines: [line] }, { placed: (x) => 20 * Math.log10(x) })[0]!.shape!.points!;
    expect(points.length).toBeGreaterThan(20);
    for (const [x, y] of points) {
      const sample = (x - FRAME.x) / 10;
      expect(y).toBeCloseTo(FRAME.y + 4 * (100 - 20 * Math.log10(10 + sample / 2)), 9);
    }
    expect(points.at(-1)![0]).toBe(FRAME.x + 990);
  });

  it("made later are grey and paler", () => {
    const line = column(10, () => 60);
    expect(drawn({ lines: [line] })[0]!.style).toMatchObject({ stroke: "indigo", opacity: 0.85 });
    expect(drawn({ lines: [line], isLater: true })[0]!.style).toMatchObject({ stroke: "soft", opacity: 0.5 });
  });

  it("are no series at all where there is none", () => {
    expect(drawingSeries(NAMED_COLOURS, [], (x) => x)).toEqual([]);
  });
});

describe("other drawings", () => {
  it("a zone runs from its first sample to the right edge, cut at the left of the frame", () => {
    const zone = { zone: { lo: 60, hi: 70 }, path: [[30, 60]] as const };
    const [band, top, bottom] = drawn(zone);
    expect(band!.shape).toEqual({ x: FRAME.x + 300, y: FRAME.y + 120, width: 700, height: 40 });
    expect([top!.shape!["y1"], bottom!.shape!["y1"]]).toEqual([FRAME.y + 120, FRAME.y + 160]);
    expect(drawn(zone, { first: 50 })[0]!.shape).toMatchObject({ x: FRAME.x, width: FRAME.width });
    expect(drawn({ ...zone, path: [[100, 60]] })).toEqual([]);
  });

  it("levels stand from their point to the right edge, with name and price above each", () => {
    const parts = drawn({
      levels: [{ price: 62, name: "62%" }],
      path: [
        [10, 50],
        [40, 70],
      ],
    });
    const [leg, level, text] = parts;
    expect(leg!.style.lineDash).toEqual([4, 4]);
    expect(level!.shape).toEqual({ x1: FRAME.x + 100, y1: FRAME.y + 152, x2: right, y2: FRAME.y + 152 });
    expect(text!.style).toMatchObject({ text: "62% 62.00", align: "right" });
    expect([text!.x! < right, text!.y! < FRAME.y + 152]).toEqual([true, true]);
  });

  it("a path of numbered turns has a leg between each two, whole ones, and a text over each that has one", () => {
    const parts = drawn({
      path: [
        [10, 50],
        [20, 60],
        [30, 55],
      ],
      texts: ["", "1", "2"],
    });
    expect(parts.filter((part) => part.type === "line").map((part) => part.style.lineDash)).toEqual([undefined, undefined]);
    expect(parts.filter((part) => part.type === "text").map((part) => [part.x, part.style.text])).toEqual([
      [FRAME.x + 200, "1"],
      [FRAME.x + 300, "2"],
    ]);
    expect(parts.filter((part) => part.type === "circle")).toHaveLength(2);
  });

  it("a label stands right of its point, or ends there where the edge would cut it", () => {
    const label = (sample: number) =>
      drawn({ kind: "label", path: [[sample, 60]], texts: ["a word of ours"] }).find((part) => part.type === "text")!;
    expect([label(20).x, label(20).style["align"]]).toEqual([FRAME.x + 206, "left"]);
    expect([label(98).x, label(98).style["align"]]).toEqual([FRAME.x + 980, "right"]);
  });
});
