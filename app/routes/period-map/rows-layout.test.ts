import { describe, expect, it } from "vitest";
import { groupsOf } from "@studies/period-map/period-groups";
import type { PeriodRow } from "@studies/period-map/period-map";
import { labelsOf, layoutOf, LEFT, WIDTH } from "./rows-layout";

const member = (k: number, family: string, change: number, value = 1e9 / (k + 1)): PeriodRow => ({
  ...{ key: `T${k}`, name: `Name ${k}`, ticker: `TICK${k}`, family, industry: "", value, change, ended: false },
  ...{ held50: false, held200: false, volumeRise: 0 },
});
/** A spread without chance: thick in the middle, thin at the ends. */
const spread = (k: number, n: number) => 0.2 * Math.sin(k * 2.399) * ((k % n) / n) - 0.03;

const of = (members: readonly PeriodRow[], reference = -0.02) =>
  layoutOf(members, groupsOf(members, "family", "stock"), { level: "family", reference, name: "stocks" });

describe("the rows of the period map", () => {
  const many = Array.from({ length: 480 }, (_, k) => member(k, `Sector ${k % 13}`, spread(k, 480)));
  it("stand from the best mean down, each member at what it made and inside its row", () => {
    const { rows, x, rowHeight } = of(many);
    expect(rows.map((r) => r.mean)).toEqual([...rows.map((r) => r.mean)].sort((a, b) => b - a));
    expect(rows.reduce((n, r) => n + r.dots.length, 0)).toBe(480);
    for (const row of rows) {
      expect(new Set(row.dots.map((d) => d.row.family))).toEqual(new Set([row.name]));
      for (const d of row.dots) {
        expect(d.x).toBe(x(d.row.change));
        expect(Math.abs(d.y - row.middle) + d.radius).toBeLessThanOrEqual(rowHeight / 2);
      }
    }
  });
  it("have areas in proportion to market value above the least", () => {
    const { rows } = of([member(0, "A", 0.1, 4e9), member(1, "A", 0, 1e9), member(2, "B", -0.1, NaN)]);
    const radii = rows.flatMap((r) => r.dots).sort((a, b) => (a.row.key < b.row.key ? -1 : 1));
    const least = radii[2]!.radius;
    expect((radii[0]!.radius - least) / (radii[1]!.radius - least)).toBeCloseTo(2, 9);
  });
  it.each([13, 60])("name the ends of %d members, no name on another, on a dot or beyond the picture", (n) => {
    const members = Array.from({ length: n }, (_, k) => member(k, n === 13 ? "" : `G${k % 4}`, spread(k + 3, n)));
    const layout = of(members);
    const labels = labelsOf(layout, (r) => r.ticker);
    if (n === 13) {
      expect(layout.rows.map((r) => r.name)).toContain("Name 7");
      expect(labels).toEqual([]);
      return;
    }
    for (const row of layout.rows) {
      const byChange = [...row.dots].sort((a, b) => b.row.change - a.row.change);
      const named = labels.map((l) => l.key);
      expect(named).toContain(byChange[0]!.row.key);
      expect(named).toContain(byChange.at(-1)!.row.key);
    }
    const boxes = labels.map((l) => {
      const width = l.text.length * 7;
      const left = l.anchor === "start" ? l.x : l.anchor === "end" ? l.x - width : l.x - width / 2;
      return { left, right: left + width, top: l.y - 8, bottom: l.y + 1 };
    });
    for (const [i, a] of boxes.entries()) {
      expect(a.left).toBeGreaterThan(LEFT - 1);
      expect(a.right).toBeLessThan(WIDTH + 1);
      for (const b of boxes.slice(i + 1))
        expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false);
    }
  });
  it("keep one far out from pressing the others together, and mark it", () => {
    const members = [...Array.from({ length: 80 }, (_, k) => member(k, `G${k % 3}`, spread(k, 80))), member(99, "G0", 9)];
    const { rows, x } = of(members);
    const far = rows.flatMap((r) => r.dots).find((d) => d.row.key === "T99")!;
    expect(far.beyond).toBe(1);
    expect(x(0.1) - x(-0.1)).toBeGreaterThan(200);
    expect(
      of([member(0, "A", 0.1), member(1, "A", 0.2), member(2, "B", 0.3)]).rows.flatMap((r) => r.dots.map((d) => d.beyond)),
    ).toEqual([0, 0, 0]);
  });
  it("are one row where there are no groups and too many for a row each", () => {
    const { rows } = of(Array.from({ length: 57 }, (_, k) => member(k, "", spread(k, 57))));
    expect(rows.map((r) => [r.name, r.dots.length])).toEqual([["stocks", 57]]);
    const few = (n: number) => of(Array.from({ length: n }, (_, k) => member(k, "", spread(k, n)))).rows.length;
    expect([few(20), few(21)]).toEqual([20, 1]);
  });
});
