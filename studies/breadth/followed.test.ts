import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { followed, followedSentences } from "./followed";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const N = 400;

describe("what followed", () => {
  const made = (rates: readonly number[]) =>
    new Market(handMadeMarket(rates.map((rate, k) => ({ ticker: `A${k}`, closes: growing(50, rate, N) }))), N - 1);
  const ask = (reading: string, zones = {}, ...rates: number[]) =>
    followed.ask(made(rates.length > 0 ? rates : [0.002, 0.001, -0.001]), followed.params.parse({ reading, ...zones }));
  it("says how readings were compared: within five points, in a zone, or of the same tenth", () => {
    expect(ask("50").like).toBe("it is compared with readings within 5 points of it");
    expect(ask("volume").like).toBe("it is compared with readings within 5 points of it");
    expect(ask("oscillator").like).toBe("it is compared with readings of the same tenth of history");
    expect([ask("volume").now, ask("50").now]).toEqual([expect.closeTo(200 / 3, 9), expect.closeTo(200 / 3, 9)]);
    expect(ask("all").like).toBe("it is compared with readings within 5 points of it");
    expect(ask("all", { crowded: 60, washed: 5 }).like).toBe("it is compared with all readings of 60 or more");
    expect(ask("all", { crowded: 90, washed: 5 }, 0.002, -0.002, -0.003).like).toBe(
      "it is compared with readings within 5 points of it",
    );
    expect(ask("all", { crowded: 90, washed: 40 }, 0.002, -0.002, -0.003).like).toBe(
      "it is compared with all readings of 40 or less",
    );
  });
  it("says its sample and base, and which samples are small", () => {
    const summary = { mean: 0.012, median: 0.01, positive: 0.66, interval: [0.59, 0.73] as const, worst: -0.14 };
    const of = (n: number) =>
      followedSentences(
        {
          horizon: 21,
          sessions: [],
          after: { ...summary, n },
          base: { ...summary, n: 5900, positive: 0.61, mean: 0.008 },
        } as never,
        "the index",
      ).map(said);
    expect(of(41)).toEqual([
      "21 sessions later the index was higher in 66% of 41 cases (95% interval 59% to 73%), against 61% of all 5,900 sessions, which overlap.",
      "It made +1.2% in the mean, against +0.8%, and −14.0% at worst.",
    ]);
    expect([of(20), of(19)].map(([first]) => first!.includes("a small sample"))).toEqual([false, true]);
    expect(of(19)[0]).toContain("was higher in 13 of 19 cases, a small sample");
    expect(of(1)[0]).toContain("was higher in the only case, a small sample");
  });
});
