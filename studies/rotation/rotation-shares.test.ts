import { describe, expect, it } from "vitest";
import { Market } from "@studies/market/market";
import { samplesIn, shareOf } from "./rotation-shares";
import type { RotationRow } from "./rotation-row";
import { rotation } from "./rotation";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";

/* Figures and words that a person reads, each against a value worked out by hand. */

const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("samples in a phase and shares by value", () => {
  it("count back to the sample on which it was entered", () => {
    const trend = Float64Array.of(1, -1, 0.5, 0.2, 0.1);
    const momentum = Float64Array.of(1, 1, 0, 0.3, 0.4);
    expect(samplesIn("ahead, gaining", trend, momentum)).toBe(3);
    expect(samplesIn("ahead, gaining", Float64Array.of(1, 1), Float64Array.of(1, 1))).toBe(2);
    const row = (phase: string, value: number) => ({ phase, value }) as RotationRow;
    const rows = [row("ahead, gaining", 6), row("ahead, gaining", NaN), row("behind, slipping", 2), row("", 100)];
    expect(shareOf(rows, "ahead, gaining")).toEqual({ phase: "ahead, gaining", members: 2, value: 0.75 });
    expect(shareOf(rows, "behind, recovering")).toEqual({ phase: "behind, recovering", members: 0, value: 0 });
    expect(shareOf([row("", 5)], "ahead, gaining").value).toBeNaN();
  });
  it("the age of an event is the samples since it, and its day that of its sample", () => {
    const wave = (k: number, length: number) =>
      growing(10, 0.0004, 900).map((c, s) => c * (1 + 0.2 * Math.sin((2 * Math.PI * (s + 40 * k)) / length)));
    const made = handMadeMarket(
      ["A", "B", "C", "D", "E", "F"].map((letter, k) =>
        stock(`${letter}${letter}`, wave(k, 60 + 7 * k), { sector: `S${letter}`, industry: `I${letter}` }),
      ),
    );
    let seen = 0;
    for (let t = 880; t < 900; t += 4) {
      const r = rotation.ask(new Market(made, t), rotation.params.parse({}));
      const over = r.inProgress ? r.days.length - 2 : r.days.length - 1;
      for (const e of r.events) {
        expect(e.day).toBe(r.days[over - e.ago]);
        expect(e.ago).toBeLessThan(8);
        seen++;
      }
      expect(r.events.map((e) => e.ago)).toEqual(r.events.map((e) => e.ago).sort((a, b) => a - b));
    }
    expect(seen).toBeGreaterThan(5);
  });
});
