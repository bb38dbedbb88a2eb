import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { BarsBuilder } from "./bars-builder";
import { dateCell, numberCell, oneOf, textCell } from "./cells";
import { csvText } from "./csv-text";
import { Problems } from "./problems";

describe("cells", () => {
  it.each([
    ["12.5", 12.5],
    ["-0.5", -0.5],
    [".5", 0.5],
    ["1e-7", 1e-7],
    ["", null],
  ])("the number %j", (text, value) => {
    expect(numberCell(text)).toBe(value);
  });
  it.each(["1,5", "0x10", "ten", "1 000", "Infinity", "NaN", "--1", "."])("%j is no number", (text) => {
    expect(numberCell(text)).toBeInstanceOf(Error);
  });
  it("dates, names of a kind and texts", () => {
    expect(isoDate(dateCell("2024-02-29") as number)).toBe("2024-02-29");
    expect(dateCell("29.02.2024")).toBeInstanceOf(Error);
    expect(oneOf(["up", "down"])("up")).toBe("up");
    expect((oneOf(["up", "down"])("sideways") as Error).message).toBe('needs one of up, down, got "sideways"');
    expect([textCell("'=1+1"), textCell("'quoted'"), textCell("")]).toEqual(["=1+1", "'quoted'", null]);
    expect((numberCell("x".repeat(100)) as Error).message.length).toBeLessThan(100);
  });
});

describe("CSV text", () => {
  it("quotes what must be quoted, guards formulas, and leaves nothing for nothing", () => {
    const rows = [
      ["a,b", 'say "so"', "two\nlines"],
      ["=SUM(A1)", "@now", "+1"],
      [1 / 3, NaN, null],
      [-5, "-5", "–"],
    ];
    expect(csvText(["x", "y", "z"], rows)).toBe(
      'x,y,z\r\n"a,b","say ""so""","two\nlines"\r\n\'=SUM(A1),\'@now,\'+1\r\n0.3333333333333333,,\r\n-5,\'-5,–\r\n',
    );
  });
});

describe("the builder of bars", () => {
  it("puts rows of many tickers in the order of their days, however they came", () => {
    const builder = new BarsBuilder();
    for (let k = 200; k > 0; k--) {
      builder.add("A", 1000 + k, [k, k, k, k, k], 300 - k);
      builder.add("B", 2000 + ((k * 37) % 211), [1, 2, 3, 4, 5], k);
    }
    const problems = new Problems();
    const [a, b] = builder.finish("bars.csv", problems);
    expect(problems.total).toBe(0);
    expect([a!.days[0], a!.close[0], a!.days.length, a!.close.length]).toEqual([1001, 1, 200, 200]);
    expect([...b!.days]).toEqual([...b!.days].sort((x, y) => x - y));
    expect([b!.open[7], b!.volume[7]]).toEqual([1, 5]);
    expect([builder.tickers, builder.lineOf("A"), builder.lineOf("C")]).toEqual([["A", "B"], 100, 0]);
  });
  it("finds a day that comes twice, near or far apart", () => {
    const builder = new BarsBuilder();
    for (const [line, day] of [5, 6, 6, 7, 5].entries()) builder.add("A", day, [1, 1, 1, 1, 1], line + 2);
    const problems = new Problems();
    builder.finish("bars.csv", problems);
    expect(problems.list.map((p) => [p.line, p.reason])).toEqual([
      [6, "A has 1970-01-06 twice: it is on line 2 as well"],
      [4, "A has 1970-01-07 twice: it is on line 3 as well"],
    ]);
  });
});
