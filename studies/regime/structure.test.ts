import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { structure } from "./structure";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const N = 400;
const index = (ticker: string, closes: readonly number[]) => ({ ticker, closes, kind: "index" as const });

describe("structure", () => {
  const of = (closes: readonly number[]) =>
    structure.ask(new Market(handMadeMarket([index("IDX", closes)], "IDX"), closes.length - 1), {
      instrument: "",
      history: 100,
    })!;
  it("of a steady rise is a line without width", () => {
    const closes = growing(100, 0.002, N);
    const r = of(closes);
    expect(r.channels.short).toMatchObject({ sessions: 63, verdict: "up" });
    expect(r.channels.long).toMatchObject({ sessions: 252, verdict: "up" });
    expect(r.channels.short!.from).toBeCloseTo(closes[N - 63]!, 6);
    expect(r.channels.long!.from).toBeCloseTo(closes[N - 252]!, 6);
    expect(r.channels.short!.to).toBeCloseTo(closes[N - 1]!, 6);
    expect(r.channels.short!.slope).toBeCloseTo(0.002, 9);
    expect([r.channels.short!.width, r.channels.short!.r2]).toEqual([expect.closeTo(1, 6), expect.closeTo(1, 6)]);
    expect(r.above200).toBeCloseTo(closes[N - 1]! / (closes.slice(-200).reduce((a, b) => a + b, 0) / 200) - 1, 9);
    expect([r.days.length, r.close.length, r.upper.length, r.lower.length, r.average200.length]).toEqual(Array(5).fill(100));
    expect(said(structure.reading(r)[0]!)).toMatch(/^Both channels of IDX Works, of 63 and 252 sessions, rise; its bands are /);
  });
  it("of a fall falls, of back and forth has no clear slope, and needs its sessions", () => {
    expect(of(growing(100, -0.002, N)).channels.long!.verdict).toBe("down");
    const flat = of(Array.from({ length: N }, (_, s) => 100 + (s % 2)));
    expect([flat.channels.short!.verdict, flat.channels.long!.verdict]).toEqual(["flat", "flat"]);
    const [short, long] = [of(growing(100, 0.002, 62)), of(growing(100, 0.002, 63))];
    expect([short.channels.short, long.channels.short?.verdict, long.channels.long]).toEqual([undefined, "up", undefined]);
    expect(said(structure.reading(short)[0]!)).toMatch(/has too short a history for a trend: it needs 63 sessions\.$/);
    expect([of(growing(100, 0.002, 251)).channels.long, of(growing(100, 0.002, 252)).channels.long?.verdict]).toEqual([
      undefined,
      "up",
    ]);
  });
  it("the envelope is judged by its place among the last 252 and by ten sessions before", () => {
    const waves = (amplitude: (s: number) => number) =>
      Array.from({ length: N }, (_, s) => 100 * (1 + amplitude(s) * Math.sin((2 * Math.PI * s) / 5)));
    const wide = of(waves((s) => 0.001 + s / 20_000));
    expect([wide.width.verdict, wide.width.now > wide.width.before]).toEqual(["wide", true]);
    const narrow = of(waves((s) => 0.001 + (N - s) / 20_000));
    expect([narrow.width.verdict, narrow.width.now < narrow.width.before]).toEqual(["narrow", true]);
    expect(wide.width.place).toBeCloseTo((100 * 251.5) / 252, 9);
    expect(said(structure.reading(wide)[0]!)).toMatch(/its bands are wide and widening\.$/);
    expect(said(structure.reading(narrow)[0]!)).toMatch(/its bands are narrow and narrowing\.$/);
  });
  it("legs, pullback and levels are told, the nearest above and below", () => {
    const zigzag = [
      ...growing(100, 0.01, 40),
      ...growing(140, -0.01, 25),
      ...growing(112, 0.01, 50),
      ...growing(170, -0.01, 30),
      ...growing(130, 0.01, 20),
    ];
    const r = of(zigzag);
    expect(r.leg!.direction).toBe("up");
    expect(r.levels.above[0]!.price).toBeGreaterThan(zigzag.at(-1)!);
    expect(r.levels.below[0]!.price).toBeLessThan(zigzag.at(-1)!);
    const [, leg, levels] = structure.reading(r).map(said);
    expect(leg).toMatch(/^The present up leg since \d+ \w+ 20\d\d has run \d+ sessions and \+\d+\.\d%/);
    expect(levels).toMatch(
      /^The next swing levels lie above at [\d.]+ \(\+[\d.]+%, [\d.]+ ATRs\) and below at [\d.]+ \(−[\d.]+%, [\d.]+ ATRs\)\.$/,
    );
    const last = r.pivots.at(-1)!;
    expect([last.known, r.pivots.slice(0, -1).every((p) => p.known >= p.day && p.row >= 0)]).toEqual([NaN, true]);
    expect(r.legs.sizes.length).toBe(r.legs.lengths.length);
  });
});
