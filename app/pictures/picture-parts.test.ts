import { describe, expect, it } from "vitest";
import { findEpochDay } from "@core";
import { bandPath, linePath, within } from "./line-path";
import { monthMarks } from "./month-marks";
import { axisFigure, pictureFigure } from "./picture-words";

const day = (iso: string) => findEpochDay(iso);
const same = (k: number) => k;

describe("a line of a picture", () => {
  it("goes from point to point, and is broken where there is no value", () => {
    expect(linePath([1, 2.04, null, 3, 4], same, (v) => 10 * v)).toBe("M0,10L1,20.4M3,30L4,40");
    expect(linePath([null, null], same, same)).toBe("");
  });
  it("and another enclose an area where both have values: there along the upper one, back along the lower", () => {
    expect(bandPath([1, null, 2], [3, 4, 5], same, same)).toBe("M0,3L2,5L2,2L0,1Z");
    expect(bandPath([1, 2], [null, 4], same, same)).toBe("M1,4L1,2Z");
    expect(bandPath([null], [1], same, same)).toBe("");
  });
});

describe("a stroke of a picture", () => {
  it("ends where it leaves the pane", () => {
    expect(within([0, 5], [10, 15], 0, 20)).toEqual([
      [0, 5],
      [10, 15],
    ]);
    expect(within([0, -10], [20, 30], 0, 20)).toEqual([
      [5, 0],
      [15, 20],
    ]);
    expect(within([0, 30], [20, -10], 0, 20)).toEqual([
      [5, 20],
      [15, 0],
    ]);
    expect(within([0, -5], [10, -1], 0, 20)).toBeUndefined();
    expect(within([0, 8], [10, 8], 0, 20)).toEqual([
      [0, 8],
      [10, 8],
    ]);
    expect(within([0, 0], [10, 40], 0, 20)).toEqual([
      [0, 0],
      [5, 20],
    ]);
  });
});

describe("the months of an axis", () => {
  it("stand where one begins, with the year at the first and where it is new", () => {
    const days = Array.from({ length: 120 }, (_, k) => day("2025-11-20") + k);
    expect(monthMarks(days)).toEqual([
      { row: 11, text: "Dec 2025" },
      { row: 42, text: "Jan 2026" },
      { row: 73, text: "Feb" },
      { row: 101, text: "Mar" },
    ]);
  });
  it("are at most eight, evenly apart, and none where its name would be cut", () => {
    const days = Array.from({ length: 1200 }, (_, k) => day("2023-01-02") + k);
    const marks = monthMarks(days);
    expect(marks.length).toBeLessThanOrEqual(8);
    expect(marks.length).toBeGreaterThanOrEqual(7);
    const gaps = marks.slice(1).map((mark, k) => mark.row - marks[k]!.row);
    expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThanOrEqual(3);
    expect(monthMarks([...Array.from({ length: 50 }, (_, k) => day("2025-01-03") - 49 + k)])).toEqual([
      { row: 16, text: "Dec 2024" },
    ]);
  });
  it("are none within one month, and none of nothing", () => {
    expect(monthMarks([day("2025-01-06"), day("2025-01-31")])).toEqual([]);
    expect(monthMarks([])).toEqual([]);
  });
});

describe("a figure of a picture", () => {
  it("reads as it does elsewhere, by its unit", () => {
    expect(pictureFigure("change", -0.0512)).toBe("−5.1%");
    expect(pictureFigure("fraction", 0.4551)).toBe("46%");
    expect(pictureFigure("percent", 45.5)).toMatch(/^4[56]%$/);
    expect(pictureFigure("count", 12_345)).toBe("12,345");
    expect(pictureFigure("sigma", 1.234)).toBe("+1.23");
    expect(pictureFigure("number", 5.678)).toBe("5.68");
    expect(pictureFigure("number", 56.78)).toBe("56.8");
    expect(pictureFigure("number", 5678.9)).toBe("5679");
  });
  it("on an axis has no decimals that are all nought, and a true minus sign", () => {
    expect(axisFigure("change", -0.05)).toBe("−5%");
    expect(axisFigure("change", 0.025)).toBe("2.5%");
    expect(axisFigure("percent", 40)).toBe("40%");
    expect(axisFigure("price", -1200.5)).toBe("−1,200.5");
  });
});
