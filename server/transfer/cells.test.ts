import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { dateCell, numberCell, oneOf, textCell } from "./cells";
import { csvText } from "./csv-text";

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
