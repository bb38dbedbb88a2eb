import { describe, expect, it } from "vitest";
import { CENTRE, headSize, placeLabels, placeOf, RADIUS, reachOf, shortName, SIZE, type DialMember } from "./dial-layout";

describe("the dial", () => {
  it("has ahead above, gaining at the left, and distances that grow with sigma", () => {
    const reach = 3;
    expect(placeOf(0, 0, reach)).toEqual({ x: CENTRE, y: CENTRE });
    expect(placeOf(3, 0, reach).y).toBeCloseTo(CENTRE - RADIUS, 9);
    expect(placeOf(0, 3, reach).x).toBeCloseTo(CENTRE - RADIUS, 9);
    const away = (sigma: number) => CENTRE - placeOf(sigma, 0, reach).y;
    expect(away(1)).toBeGreaterThan(RADIUS / 3);
    expect(away(2)).toBeGreaterThan(away(1));
    // A member that goes round moves clockwise: behind and gaining, ahead, giving way.
    const [low, high, right] = [placeOf(-1, 1, reach), placeOf(1, 1, reach), placeOf(1, -1, reach)];
    expect(low.x < CENTRE && low.y > CENTRE && high.x < CENTRE && high.y < CENTRE && right.x > CENTRE && right.y < CENTRE).toBe(
      true,
    );
  });
  it("reaches as far as its members stand", () => {
    expect(reachOf([])).toBe(1);
    expect(reachOf([{ trend: 2, momentum: 0 }])).toBeGreaterThanOrEqual(2);
    expect(reachOf([{ trend: 5.9, momentum: 1 }])).toBeGreaterThanOrEqual(Math.hypot(5.9, 1));
    expect(reachOf([{ trend: NaN, momentum: NaN }])).toBe(1);
  });
  it("sizes heads by market value, alike where it is not known", () => {
    expect(headSize(100, 100, 10)).toBeGreaterThan(headSize(10, 100, 10));
    expect(headSize(NaN, 100, 10)).toBe(headSize(NaN, NaN, 10));
    expect(headSize(100, 100, 60)).toBeLessThan(headSize(100, 100, 10));
  });
  it("places labels that cover no head and no other label, within the picture", () => {
    const members: DialMember[] = Array.from({ length: 60 }, (_, k) => {
      const angle = k * 2.4;
      const place = placeOf(0.05 * k * Math.cos(angle), 0.05 * k * Math.sin(angle), 3);
      return { key: String(k), label: `MEMBR`, size: 4, trail: [place], fromHub: 0.05 * k, isFirst: false };
    });
    const boxes = placeLabels(members).map((l) => {
      const width = 5 * 6.1;
      const left = l.anchor === "start" ? l.x : l.anchor === "end" ? l.x - width : l.x - width / 2;
      return { key: l.key, left, right: left + width, top: l.y - 11, bottom: l.y + 2 };
    });
    expect(boxes.length).toBeGreaterThan(35);
    for (const a of boxes) {
      expect(a.left >= 0 && a.right <= SIZE).toBe(true);
      for (const b of boxes)
        if (a !== b) expect(a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom).toBe(false);
      for (const m of members) {
        const { x, y } = m.trail[0]!;
        if (m.key !== a.key) expect(x > a.left && x < a.right && y > a.top && y < a.bottom).toBe(false);
      }
    }
  });
  it("shortens names to what tells them apart", () => {
    expect(shortName("Offshore fuels", "", "sector")).toBe("Offshore fuels");
    expect(shortName("Aquaculture and food", "", "sector")).toBe("Aquaculture");
    expect(shortName("Long government bonds", "BLONG", "asset-class")).toBe("Long government");
    expect(shortName("Rosev Grid", "ROSEV", "stock")).toBe("ROSEV");
  });
});
