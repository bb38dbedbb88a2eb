import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { exposure } from "./exposure";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";

/* What studies answer and say on markets that are simple enough to be worked out by hand. */

const N = 400;
const index = (ticker: string, closes: readonly number[]) => ({ ticker, closes, kind: "index" as const });
const turned = (closes: readonly number[], last: number, factor: number) =>
  closes.map((c, s) => (s >= closes.length - last ? c * factor : c));

describe("exposure", () => {
  const up = growing(100, 0.001, N);
  const young = [...new Array<number>(N - 83).fill(NaN), ...growing(100, 0.001, 83)];
  const data = handMadeMarket([
    index("AAA", up),
    index("BBB", turned(up, 5, 0.8)),
    index("CCC", turned(up, 1, 0.8)),
    index("DDD", young),
  ]);
  const ask = (t: number) => exposure.ask(new Market(data, t), { set: ["AAA", "BBB", "CCC", "DDD", "EEE"] });
  it("is the share above their averages of those that have one, with that of five sessions ago", () => {
    const r = ask(N - 1);
    expect([r.n, r.above, r.share, r.weekAgo]).toEqual([3, 1, 1 / 3, 1]);
    expect([ask(N - 2).share, ask(N - 2).weekAgo, ask(N - 6).share]).toEqual([2 / 3, 1, 1]);
    expect(r.missing).toEqual(["EEE"]);
    expect(r.members.map((m) => [m.ticker, m.above])).toEqual([
      ["AAA", true],
      ["BBB", false],
      ["CCC", false],
      ["DDD", undefined],
    ]);
    const average = up.slice(-84).reduce((a, b) => a + b, 0) / 84;
    expect(r.members[0]!.distance).toBeCloseTo(up[N - 1]! / average - 1, 12);
    expect([r.history.length, r.days.length, r.history[0]]).toEqual([252, 252, 1]);
  });
  it("is defined from the eighty-fourth session on", () => {
    expect([ask(82).n, ask(82).share, ask(83).n, ask(83).share]).toEqual([0, NaN, 3, 1]);
    expect(said(exposure.reading(ask(82))[0]!)).toBe("No index of the set has an 84-session average yet.");
  });
  it("names up to four that are below, and the week before where it differed", () => {
    expect(said(exposure.reading(ask(N - 1))[0]!)).toBe(
      "Suggested exposure is 33%: 1 of the 3 indexes closes above its 84-session average, after 100% a week ago; BBB Works and CCC Works do not.",
    );
    expect(said(exposure.reading(ask(N - 6))[0]!)).toBe(
      "Suggested exposure is 100%: all 3 indexes close above their 84-session average.",
    );
    const r = ask(N - 1);
    const below = (n: number) => ({
      ...r,
      weekAgo: r.share,
      members: Array.from({ length: n }, (_, k) => ({ ...r.members[2]!, name: `I${k}` })),
    });
    expect(said(exposure.reading(below(4))[0]!)).toMatch(/average; I0, I1, I2 and I3 do not\.$/);
    expect(said(exposure.reading(below(5))[0]!)).toMatch(/average\.$/);
    expect(said(exposure.reading(below(1))[0]!)).toMatch(/; I0 does not\.$/);
    expect(exposure.table(r).rows.map((row) => row[5])).toEqual([1, 0, 0, null]);
  });
});
