import { describe, expect, it } from "vitest";
import type { Table } from "@studies/table";
import type { AnswerPart } from "./brief-schema";
import { shownOf, type PartAnswer } from "./shown";

const column = (key: string, unit: "text" | "number" = "number") => ({ key, label: key, unit });
const ROWS: Table["rows"] = [
  ["a", "A", 2, NaN],
  ["b", "B", NaN, 1],
  ["c", "C", 5, Infinity],
  ["d", "D", -1, 3],
];
const table: Table = { columns: [column("ticker", "text"), column("name", "text"), column("x"), column("y")], rows: ROWS };
const answer = (own: Table): PartAnswer => ({
  ...{ asOf: 20_000, reading: [["First."], ["Second."]] },
  table: () => own,
  picture: (key) => (key === "bars" ? { kind: "bars", unit: "change", rows: [] } : undefined),
});
const shown = (part: Pick<AnswerPart, "show" | "at" | "table">, own = table) => shownOf(part, answer(own));

describe("what a part shows of an answer", () => {
  it("is its reading, or one sentence; of a sentence that is not there the whole reading", () => {
    expect(shown({ show: "reading" })).toEqual({ asOf: 20_000, reading: [["First."], ["Second."]] });
    expect(shown({ show: "sentence", at: "1" }).reading).toEqual([["Second."]]);
    expect(shown({ show: "sentence" }).reading).toEqual([["First."]]);
    expect(shown({ show: "sentence", at: "7" }).reading).toHaveLength(2);
  });
  it("is a picture, or none where there is nothing to draw", () => {
    expect(shown({ show: "picture", at: "bars" }).picture).toMatchObject({ kind: "bars" });
    expect(shown({ show: "picture", at: "gone" })).toEqual({ asOf: 20_000, reading: [] });
  });
  it("is a table without what only names a row once more, its numbers plain", () => {
    const { columns, rows, of } = shown({ show: "table" }).table!;
    expect(columns.map(({ key }) => key)).toEqual(["name", "x", "y"]);
    expect(rows).toEqual([
      ["A", 2, null],
      ["B", null, 1],
      ["C", 5, null],
      ["D", -1, 3],
    ]);
    expect(of).toBe(4);
    const unnamed = shown({ show: "table" }, { columns: table.columns.slice(2), rows: ROWS.map((row) => row.slice(2)) });
    expect(unnamed.table!.columns.map(({ key }) => key)).toEqual(["x", "y"]);
  });
  it("is sorted as it was asked for, what has no value last either way, and cut", () => {
    const names = (sort: string, rows = 60) =>
      shown({ show: "table", table: { rows, columns: ["name"], sort } }).table!.rows.map(([name]) => name);
    expect(names("x")).toEqual(["D", "A", "C", "B"]);
    expect(names("-x")).toEqual(["C", "A", "D", "B"]);
    expect(names("-x", 2)).toEqual(["C", "A"]);
    expect(names("gone")).toEqual(["A", "B", "C", "D"]);
  });
  it("has eight rows and seven columns unless others are chosen, days from the latest back", () => {
    const wide: Table = {
      columns: [column("date", "text"), ..."abcdefgh".split("").map((key) => column(key))],
      rows: Array.from({ length: 12 }, (_, k) => [
        `2025-01-${String(k + 1).padStart(2, "0")}`,
        ...Array.from({ length: 8 }, () => k),
      ]),
    };
    const { columns, rows, of } = shown({ show: "table" }, wide).table!;
    expect([columns.length, rows.length, of]).toEqual([7, 8, 12]);
    expect(rows[0]![0]).toBe("2025-01-12");
    // Where none of the chosen columns is there any more the usual ones are.
    expect(shown({ show: "table", table: { rows: 2, columns: ["gone"] } }, wide).table!.columns).toHaveLength(7);
  });
});
