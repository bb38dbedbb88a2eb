import { describe, expect, it } from "vitest";
import { edgeLabelSeries } from "./edge-labels";
import { drawnBy, FRAME, NAMED_COLOURS } from "./testing-render";

const labelled = (...ys: number[]) =>
  drawnBy(
    edgeLabelSeries(
      NAMED_COLOURS,
      ys.map((y) => ({ y, text: `at ${y}` })),
    ),
  );
const textOf = (parts: ReturnType<typeof labelled>[number]) => parts.find((part) => part.type === "text")!;

describe("levels with their texts at the right edge", () => {
  it("are dotted across the frame at their price, with the text beside them", () => {
    const [parts] = labelled(80);
    // 20 units below the top, four pixels each.
    const y = FRAME.y + 80;
    expect(parts![0]!.shape).toEqual({ x1: FRAME.x, y1: y, x2: FRAME.x + FRAME.width, y2: y });
    expect(textOf(parts!)).toMatchObject({ y, style: { text: "at 80" } });
    expect(textOf(parts!).x).toBeGreaterThan(FRAME.x + FRAME.width);
    expect(parts).toHaveLength(2);
  });

  it("have a leader to a text that had to move, and texts stand apart in the order of their prices", () => {
    const rows = labelled(80, 80.5, 79.5, 20);
    const ys = rows.map((parts) => textOf(parts).y!);
    const apart = [...ys].sort((a, b) => a - b);
    for (let k = 1; k < apart.length; k++) expect(apart[k]! - apart[k - 1]!).toBeGreaterThanOrEqual(14 - 1e-9);
    // A higher price stands higher up.
    expect([ys[1]! < ys[0]!, ys[0]! < ys[2]!, ys[2]! < ys[3]!]).toEqual([true, true, true]);
    const leaders = rows.map((parts) => parts.filter((part) => part.type === "line").length - 1);
    expect(leaders).toEqual([0, 1, 1, 0]);
    const leader = rows[1]![1]!.shape!;
    expect([leader["y1"], leader["y2"]]).toEqual([FRAME.y + 4 * 19.5, ys[1]]);
  });

  it("stay beside the frame, also those of prices at its edges", () => {
    for (const parts of labelled(100, 99.9, 0, 0.1)) {
      expect(textOf(parts).y).toBeGreaterThanOrEqual(FRAME.y);
      expect(textOf(parts).y).toBeLessThanOrEqual(FRAME.y + FRAME.height);
    }
  });
});
