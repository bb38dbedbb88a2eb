import { describe, expect, it } from "vitest";
import { cellText, tableOf, tableOfColumns, type Column } from "./table";

interface Row {
  readonly name: string;
  readonly x: number;
}
const columns: Column<Row>[] = [
  { key: "name", label: "Name", unit: "text", value: (r) => r.name },
  { key: "x", label: "Change", unit: "change", about: "What it made", value: (r) => r.x },
];

describe("a table", () => {
  it("has a row a row and what its columns say of themselves", () => {
    const table = tableOf(columns, [
      { name: "a", x: 0.5 },
      { name: "b", x: NaN },
    ]);
    expect(table.columns).toEqual([
      { key: "name", label: "Name", unit: "text" },
      { key: "x", label: "Change", unit: "change", about: "What it made" },
    ]);
    expect(table.rows).toEqual([
      ["a", 0.5],
      ["b", NaN],
    ]);
  });
  it("is made of columns of one length, with nothing where one is shorter", () => {
    const table = tableOfColumns([
      ["day", "day", "text", ["x", "y"]],
      ["v", "value", "number", Float64Array.of(1)],
    ]);
    expect(table.rows).toEqual([
      ["x", 1],
      ["y", null],
    ]);
    expect(tableOfColumns([])).toEqual({ columns: [], rows: [] });
  });
  it("reads as its units say", () => {
    expect(cellText("fraction", 0.0512)).toBe("5.1%");
    expect(cellText("change", -0.0512)).toBe("−5.1%");
    expect(cellText("percent", 64.4)).toBe("64%");
    expect([cellText("score", 87.6), cellText("count", 12)]).toEqual(["88", "12"]);
    expect(cellText("sigma", 1.237)).toBe("+1.24");
    expect(cellText("number", 1.237)).toBe("1.24");
    expect(cellText("price", 12.34)).toBe("12.34");
    expect(cellText("text", "Fish")).toBe("Fish");
    for (const unit of ["fraction", "change", "percent", "score", "count", "sigma", "number", "price"] as const)
      expect([cellText(unit, NaN), cellText(unit, null)]).toEqual(["–", "–"]);
    expect(cellText("text", "")).toBe("–");
  });
});
