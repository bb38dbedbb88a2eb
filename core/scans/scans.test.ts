import { describe, expect, it } from "vitest";
import {
  blockInterval,
  blockOfWeeks,
  percentileRanks,
  rankedBy,
  scanHits,
  studentT,
  type MeasureUse,
  type ScannedInstrument,
} from "..";
import { truthAt, truthOf } from "../conditions/truth";
import { seeded } from "../testing";

describe("Student's t", () => {
  it.each([
    [1, 12.7062],
    [2, 4.30265],
    [4, 2.77645],
    [10, 2.22814],
    [30, 2.04227],
    [120, 1.97993],
    [1e6, 1.95996],
  ])("with %s degrees is that of the tables", (degrees, expected) => {
    expect(studentT(0.975, degrees)).toBeCloseTo(expected, 4);
  });
  it("lies between its neighbours for degrees that are not whole, and is nothing for none", () => {
    expect(studentT(0.975, 4.5)).toBeLessThan(studentT(0.975, 4));
    expect(studentT(0.975, 4.5)).toBeGreaterThan(studentT(0.975, 5));
    expect(studentT(0.95, 10)).toBeCloseTo(1.81246, 4);
    expect(studentT(0.975, 0)).toBeNaN();
  });
});

describe("the interval of a mean by blocks", () => {
  /** The same written out: every draw builds its row. */
  function slow(values: number[], block: number): [number, number] {
    const random = seeded(1);
    const n = values.length;
    const means = Array.from({ length: 2000 }, () => {
      const row: number[] = [];
      for (let j = 0; j < Math.ceil(n / block); j++) {
        const start = Math.floor(n * random());
        for (let i = 0; i < block; i++) row.push(values[(start + i) % n]!);
      }
      return row.slice(0, n).reduce((a, x) => a + x, 0) / n;
    });
    const center = values.reduce((a, x) => a + x, 0) / n;
    const mean = means.reduce((a, x) => a + x, 0) / means.length;
    const sd = Math.sqrt(means.reduce((a, x) => a + (x - mean) ** 2, 0) / means.length);
    const k = n / block;
    const reach = studentT(0.975, k - 1) * sd * Math.sqrt(k / (k - 1));
    return [center - reach, center + reach];
  }
  it.each([
    [60, 6],
    [61, 6],
    [200, 15],
    [33, 1],
  ])("of %s values in blocks of %s is that of rows that are built", (n, block) => {
    const random = seeded(n);
    const values = Array.from({ length: n }, () => random() - 0.4);
    const [low, high] = blockInterval(values, block);
    const [slowLow, slowHigh] = slow(values, block);
    expect(low).toBeCloseTo(slowLow, 10);
    expect(high).toBeCloseTo(slowHigh, 10);
  });
  it("is wider where neighbours are alike, and none for fewer than five blocks", () => {
    const alike = Array.from({ length: 100 }, (_, k) => (Math.floor(k / 10) % 2 === 0 ? 1 : -1));
    const width = (block: number) => blockInterval(alike, block)[1] - blockInterval(alike, block)[0];
    expect(width(10)).toBeGreaterThan(1.5 * width(1));
    expect(blockInterval(alike, 21)[0]).toBeNaN();
    expect(blockInterval(alike, 20)[0]).not.toBeNaN();
    expect([5, 4, 21].map(blockOfWeeks)).toEqual([6, 3, 15]);
  });
});

describe("a scan through history", () => {
  it("counts and pays what a plain walk over its members counts and pays", () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seeded(seed);
      const n = 70;
      const instruments = Array.from({ length: 9 }, (): ScannedInstrument => {
        const a = Math.floor(random() * 30);
        const b = a + Math.floor(random() * 20);
        return {
          runs:
            random() < 0.2
              ? []
              : random() < 0.5
                ? [[a, b]]
                : [
                    [a, b],
                    [Math.min(n - 1, b + 3), n - 1],
                  ],
          truth: truthOf(Int8Array.from({ length: n }, () => Math.floor(random() * 3) - 1)),
        };
      });
      const isMember = ({ runs }: ScannedInstrument, s: number) => runs.some(([from, to]) => from <= s && s <= to);
      const hits = scanHits(instruments, n);
      for (let s = 0; s < n; s++) {
        const members = instruments.filter((i) => isMember(i, s));
        expect(hits.members[s]).toBe(members.length);
        expect(hits.passed[s]).toBe(members.filter((i) => truthAt(i.truth, s) === 1).length);
      }
    }
  });
});

describe("what a scan is ranked by", () => {
  const columns: Record<string, Float64Array> = {
    close: Float64Array.of(10, 20, 30, NaN),
    atr: Float64Array.of(2, 0, 5, 1),
    rsi: Float64Array.of(70, 30, 30, 50),
  };
  const use = (measure: string): MeasureUse => ({ measure });
  const valuesOf = ({ measure }: MeasureUse) => columns[measure]!;
  it("is a measure, or a ratio where there is something to divide by", () => {
    expect(rankedBy({ measure: use("rsi") }, valuesOf)).toEqual(columns["rsi"]);
    expect([...rankedBy({ ratio: [use("close"), use("atr")] }, valuesOf)]).toEqual([5, NaN, 6, NaN]);
  });
  it("is a mean of ranks by their weights", () => {
    const weighted = [
      { weight: 3, measure: use("close") },
      { weight: 1, measure: use("rsi") },
    ];
    const ranks = [percentileRanks(columns["close"]!), percentileRanks(columns["rsi"]!)];
    const found = rankedBy({ weighted }, valuesOf);
    for (let i = 0; i < 3; i++) expect(found[i]).toBeCloseTo(0.75 * ranks[0]![i]! + 0.25 * ranks[1]![i]!, 12);
    expect(found[3]).toBeNaN();
  });
});
