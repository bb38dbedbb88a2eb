import { describe, expect, it } from "vitest";
import { plotLayout } from "./plot-layout";
import { plotStyles } from "./plot-styles";

const plot = (text: string, place: "price" | "pane" | "ribbon" | "marks", more: object = {}) => ({
  ...{
    text,
    title: text,
    place,
    hidden: false,
    lines: place === "pane" ? [{ name: text, values: Float64Array.of(NaN, 1), style: "line" as const }] : [],
    ribbons: [],
  },
  ...more,
});
const ribbon = (n: number) =>
  plot("lanes", "ribbon", {
    ribbons: Array.from({ length: n }, () => ({ name: "", states: Int8Array.of(-1, 0), words: ["Up"], tones: [1 as const] })),
  });

describe("the places of plots", () => {
  it("stand under each other without meeting, however many there are, the prices highest", () => {
    for (const panes of [0, 1, 3, 6, 9]) {
      const places = plotLayout(
        [plot("ema", "price"), ...Array.from({ length: panes }, (_, k) => plot(`p${k}`, "pane")), ribbon(4)],
        5,
      );
      expect(places).toHaveLength(1 + panes + 4);
      places.slice(1).forEach((place, k) => {
        expect(place.top).toBeGreaterThan(places[k]!.top + places[k]!.height + 2);
        expect(place.height).toBeGreaterThan(1);
      });
      const last = places.at(-1)!;
      if (panes < 7) expect(last.top + last.height).toBeLessThan(95.5);
      expect(places[0]!.height).toBe(Math.max(...places.map((p) => p.height)));
    }
  });
  it("are not given to what is hidden or has nothing to draw", () => {
    expect(plotLayout([plot("rsi", "pane", { hidden: true }), plot("relative", "pane", { lines: undefined })], 5)).toHaveLength(
      1,
    );
  });
});

describe("the styles of overlays", () => {
  it("differ from each other, and do not count what is hidden", () => {
    const styles = plotStyles(["a", "b", "c", "d"].map((text, k) => ({ text, place: "price" as const, hidden: k === 1 })));
    const said = ["a", "c", "d"].map((text) => JSON.stringify(styles.get(text)));
    expect(new Set(said).size).toBe(3);
    expect(styles.get("c")).toEqual({ colour: "indigo", type: "solid" });
  });
});
