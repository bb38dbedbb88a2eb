import { describe, expect, it } from "vitest";
import { drawnOnPicture } from "./drawn-on-picture";
import type { DrawnDrawing } from "./drawn-drawing";

const drawing = (more: Partial<DrawnDrawing>): DrawnDrawing => ({
  ...{ id: "one", name: "One", kind: "line", scale: "linear", made: 0, isLater: false, title: "One", words: "" },
  ...{ points: [], lines: [], levels: [], path: [], texts: [] },
  ...more,
});

describe("drawings on a picture", () => {
  it("are lines with a value a row", () => {
    const { lines } = drawnOnPicture([drawing({ lines: [Float64Array.of(NaN, 1, 2)] })], 3);
    expect(lines).toEqual([{ name: "One", values: [null, 1, 2], ink: "indigo", width: 1.4 }]);
  });
  it("are bands from where a zone begins to the last row", () => {
    const zone = { lo: 10, hi: 12 };
    const { bands } = drawnOnPicture(
      [
        drawing({ zone, path: [[5, 10]], title: "Zone Shelf" }),
        drawing({ zone, path: [[-8, 10]] }),
        drawing({ zone, path: [[40, 10]] }),
      ],
      30,
    );
    expect(bands).toEqual([
      { from: 5, to: 29, low: 10, high: 12, ink: "indigo", name: "Zone Shelf" },
      { from: 0, to: 29, low: 10, high: 12, ink: "indigo", name: "One" },
    ]);
  });
  it("are paths, cut where they begin before the first row, and none of those over before it", () => {
    const path = [
      [-10, 0],
      [-2, 4],
      [2, 8],
      [6, 2],
    ] as const;
    const { strokes, words } = drawnOnPicture([drawing({ path, texts: ["1", "2", "3", "4"] })], 30);
    expect(strokes).toEqual([
      { from: [0, 6], to: [2, 8], ink: "indigo" },
      { from: [2, 8], to: [6, 2], ink: "indigo" },
    ]);
    expect(words.map(({ text }) => text)).toEqual(["3", "4"]);
  });
  it("are levels to the right of their path, with names and prices", () => {
    const levels = [{ price: 50, name: "50%" }];
    const { strokes, words } = drawnOnPicture(
      [
        drawing({
          levels,
          path: [
            [3, 40],
            [9, 60],
          ],
        }),
      ],
      20,
    );
    expect(strokes).toEqual([
      { from: [3, 40], to: [9, 60], ink: "indigo", isDashed: true },
      { from: [3, 50], to: [19, 50], ink: "indigo" },
    ]);
    expect(words).toEqual([{ at: [19, 50], text: "50% 50.00", ink: "indigo" }]);
  });
});
