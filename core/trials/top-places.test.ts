import { describe, expect, it } from "vitest";
import { isTie } from "../columns/compare";
import { seeded } from "../testing";
import { topPlaces, type Order } from "./top-places";

/** The same in words: all in order, runs of neighbours that tie by their place, the first so many. */
function plainly(values: readonly number[], most: number, order: Order): number[] {
  const known = values.flatMap((x, place) => (Number.isNaN(x) ? [] : [{ x, place }]));
  known.sort((a, b) => (order === "highest" ? b.x - a.x : a.x - b.x) || a.place - b.place);
  const runs: (typeof known)[] = [];
  for (const own of known) {
    const run = runs.at(-1);
    if (run && isTie(run.at(-1)!.x, own.x)) run.push(own);
    else runs.push([own]);
  }
  return runs.flatMap((run) => run.map(({ place }) => place).sort((a, b) => a - b)).slice(0, most);
}

describe("the places of the highest or lowest", () => {
  it("are those of a plain sort, with ties across the last place, unknown values and both ends", () => {
    const random = seeded(31);
    for (let world = 0; world < 400; world++) {
      const size = Math.floor(random() * 40);
      const steps = 1 + Math.floor(random() * 12);
      const values = Array.from({ length: size }, () => {
        if (random() < 0.15) return NaN;
        // Few levels, and hairs between them that are within a tie or not.
        return Math.floor(random() * steps) - 3 + (random() < 0.3 ? (random() - 0.5) * 4e-9 : 0);
      });
      for (const most of [0, 1, 3, Math.ceil(size / 2), size, Infinity])
        for (const order of ["highest", "lowest"] as const)
          expect(topPlaces(values, most, order), `${JSON.stringify(values)} ${most} ${order}`).toEqual(
            plainly(values, most, order),
          );
    }
  });
});
