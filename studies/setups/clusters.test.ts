import { describe, expect, it } from "vitest";
import { clusterOf } from "./clusters";

const of = (industry: string, many: number, sector = "Sea") => Array.from({ length: many }, () => ({ industry, sector }));
const universe = [...of("Nets", 10), ...of("Boats", 30), ...of("Mills", 60, "Land")];

describe("where those of a kind gather", () => {
  it("is the industry with three at least, more than a third of them, and twice its share", () => {
    expect(clusterOf([...of("Nets", 3), ...of("Mills", 5, "Land")], universe)).toEqual({ name: "Nets", inGroup: 3, of: 8 });
    // Two are no cluster, nor are three of nine.
    expect(clusterOf([...of("Nets", 2), ...of("Mills", 3, "Land")], universe)).toBeUndefined();
    expect(clusterOf([...of("Nets", 3), ...of("Mills", 3, "Land"), ...of("Boats", 3)], universe)).toBeUndefined();
    // Six of ten mills are their share.
    expect(clusterOf([...of("Mills", 6, "Land"), ...of("Nets", 1)], universe)).toBeUndefined();
  });
  it("is the sector where no industry has them", () => {
    const found = [...of("Nets", 2), ...of("Boats", 2)];
    expect(clusterOf(found, universe)).toEqual({ name: "Sea", inGroup: 4, of: 4 });
    expect(clusterOf([], universe)).toBeUndefined();
    expect(
      clusterOf(
        [
          { industry: "", sector: "" },
          { industry: "", sector: "" },
          { industry: "", sector: "" },
        ],
        universe,
      ),
    ).toBeUndefined();
  });
});
