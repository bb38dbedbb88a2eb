import { describe, expect, it } from "vitest";
import { kindRecord, ratioIntervals, universeBase } from "..";
import { seeded } from "../testing";

/** The definition, draw by draw, from lists of stretches. */
function slowInterval(sums: number[], counts: number[], block: number): [number, number] {
  const n = counts.length;
  const random = seeded(1);
  const means: number[] = [];
  for (let draw = 0; draw < 2000; draw++) {
    const starts = Array.from({ length: Math.ceil(n / block) }, () => Math.floor(n * random()));
    const row = starts.flatMap((start) => Array.from({ length: block }, (_, k) => (start + k) % n)).slice(0, n);
    const cases = row.reduce((sum, k) => sum + counts[k]!, 0);
    if (cases > 0) means.push(row.reduce((sum, k) => sum + sums[k]!, 0) / cases);
  }
  means.sort((a, b) => a - b);
  const at = (share: number) => {
    const place = share * (means.length - 1);
    const low = Math.floor(place);
    return means[low]! + (place - low) * ((means[low + 1] ?? means[low]!) - means[low]!);
  };
  return [at(0.025), at(0.975)];
}

const columnsOf = (cases: readonly { session: number; result: number }[]) => ({
  sessions: cases.map((c) => c.session),
  results: cases.map((c) => c.result),
});

describe("the interval of a mean of clustered cases", () => {
  it("is that of the definition, draw by draw", () => {
    const random = seeded(4);
    for (const [n, block] of [
      [60, 8],
      [41, 8],
      [17, 3],
    ] as const) {
      const counts = Array.from({ length: n }, () => Math.floor(3 * random() ** 2));
      const sums = counts.map((c) => c * (random() - 0.45));
      const wins = counts.map((c) => Math.floor(c * random()));
      const found = ratioIntervals([sums, wins], counts, block);
      const expected = [slowInterval(sums, counts, block), slowInterval(wins, counts, block)];
      for (const k of [0, 1]) for (const e of [0, 1]) expect(found[k]![e]).toBeCloseTo(expected[k]![e]!, 12);
      expect(found[0]![0]).toBeLessThan(found[0]![1]);
    }
  });
  it("is not given for fewer than five blocks, nor without a case", () => {
    const ones = (n: number) => Array.from({ length: n }, () => 1);
    expect(ratioIntervals([ones(39)], ones(39), 8)[0]).toEqual([NaN, NaN]);
    expect(ratioIntervals([ones(40)], ones(40), 8)[0]).toEqual([1, 1]);
    expect(ratioIntervals([[]], [], 8)[0]).toEqual([NaN, NaN]);
    expect(
      ratioIntervals(
        [ones(40).map(() => 0)],
        ones(40).map(() => 0),
        8,
      )[0],
    ).toEqual([NaN, NaN]);
  });
});

describe("what all members made", () => {
  it("is the mean of those that belong to the session and have a result, and the share of winners among them", () => {
    const members = [
      { runs: [[0, 3]] as const, results: Float64Array.of(0.1, 0.2, NaN, 0.4) },
      {
        runs: [
          [1, 1],
          [3, 3],
        ] as const,
        results: Float64Array.of(9, -0.4, 9, 0),
      },
    ];
    const { mean, wins } = universeBase(members, 5);
    expect([...mean]).toEqual([0.1, -0.1, NaN, 0.2, NaN]);
    expect([...wins]).toEqual([1, 0.5, NaN, 0.5, NaN]);
  });
});

describe("the record of a kind", () => {
  const random = seeded(7);
  const sessions = 503;
  const base = {
    mean: Float64Array.from({ length: sessions }, () => 0.01 * (random() - 0.4)),
    wins: Float64Array.from({ length: sessions }, () => 0.4 + 0.3 * random()),
  };
  const cases = Array.from({ length: 90 }, (_, k) => ({ session: 37 + 5 * k - (k % 3), result: 0.05 * (random() - 0.45) }));
  it("sets each case against all members at the same moment, with the interval over stretches of five sessions", () => {
    const record = kindRecord(columnsOf([...cases, { session: 400, result: NaN }]), base);
    const edges = cases.map((c) => c.result - base.mean[c.session]!);
    const mean = (xs: number[]) => xs.reduce((a, x) => a + x, 0) / xs.length;
    expect(record.n).toBe(90);
    expect(record.edge).toBeCloseTo(mean(edges), 12);
    expect(record.mean).toBeCloseTo(mean(cases.map((c) => c.result)), 12);
    expect(record.worst).toBe(Math.min(...cases.map((c) => c.result)));
    expect(record.winRate).toBeCloseTo(cases.filter((c) => c.result > 0).length / 90, 12);
    expect(record.baseWinRate).toBeCloseTo(mean(cases.map((c) => base.wins[c.session]!)), 12);
    // The calendar's stretches from the one of session 35 to that of session 502.
    const stretches = Array.from({ length: 94 }, (_, k) => cases.filter((c) => Math.floor(c.session / 5) === k + 7));
    const sumOf = (of: (c: { session: number; result: number }) => number) =>
      stretches.map((s) => s.reduce((a, c) => a + of(c), 0));
    const counts = stretches.map((s) => s.length);
    const expected = slowInterval(
      sumOf((c) => c.result - base.mean[c.session]!),
      counts,
      8,
    );
    expect(record.interval[0]).toBeCloseTo(expected[0], 12);
    expect(record.interval[1]).toBeCloseTo(expected[1], 12);
    const wins = slowInterval(
      sumOf((c) => (c.result > 0 ? 1 : 0) - base.wins[c.session]!),
      counts,
      8,
    );
    expect(record.winInterval[0]).toBeCloseTo(wins[0], 12);
    expect(record.winInterval[1]).toBeCloseTo(wins[1], 12);
  });
  it("of a span counts its own cases, over stretches to the end of the calendar", () => {
    const late = cases.filter((c) => c.session > 200);
    const record = kindRecord(columnsOf(cases), base, (s) => s > 200);
    expect(record).toEqual(kindRecord(columnsOf(late), base));
    expect(record.n).toBe(late.length);
    expect(record.interval).not.toEqual(kindRecord(columnsOf(cases), base).interval);
  });
  it("of no case has no figure", () => {
    const { n, edge, interval, winRate } = kindRecord(columnsOf([]), base);
    expect([n, edge, ...interval, winRate]).toEqual([0, NaN, NaN, NaN, NaN]);
  });
});
