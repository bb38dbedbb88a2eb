import { describe, expect, it } from "vitest";
import { RawBars } from "./raw-bars";

describe("bars that are gathered", () => {
  it("are put in the order of their days, however they came", () => {
    const raw = new RawBars();
    for (let k = 200; k > 0; k--) {
      raw.add("A", 1000 + k, [k, k, k, k, k], 300 - k);
      raw.add("B", 2000 + ((k * 37) % 211), [1, 2, 3, 4, 5], k);
    }
    const {
      bars: [a, b],
      twice,
    } = raw.finish();
    expect(twice).toEqual([]);
    expect([a!.days[0], a!.close[0], a!.days.length, a!.close.length]).toEqual([1001, 1, 200, 200]);
    expect([...b!.days]).toEqual([...b!.days].sort((x, y) => x - y));
    expect([b!.open[7], b!.volume[7]]).toEqual([1, 5]);
    expect([raw.tickers, raw.lineOf("A"), raw.lineOf("C")]).toEqual([["A", "B"], 100, 0]);
  });
  it("keep a day that comes twice with the same bar once, near or far apart, and none with different ones", () => {
    const raw = new RawBars();
    for (const [line, [day, close]] of [
      [5, 1],
      [6, 1],
      [6, 2],
      [7, NaN],
      [5, 1],
      [7, NaN],
    ].entries() as Iterable<[number, [number, number]]>)
      raw.add("A", day, [1, 1, 1, close, 1], line + 2);
    const { bars, twice } = raw.finish();
    expect([...bars[0]!.days]).toEqual([5, 7]);
    expect(twice).toEqual([
      { ticker: "A", day: 5, lines: [2, 6], isSame: true },
      { ticker: "A", day: 6, lines: [3, 4], isSame: false },
      { ticker: "A", day: 7, lines: [5, 7], isSame: true },
    ]);
  });
});
