import { describe, expect, it } from "vitest";
import type { Column as StudyColumn } from "@studies/table";
import { columnsOf } from "./column";
import { paramsOf, readSorting, sortingAfter, writeSorting } from "./table-state";

describe("what a table is sorted by", () => {
  it("is read from the address and written back as it was", () => {
    const text = "-strength,name,-r5";
    expect(readSorting(text)).toEqual([
      { id: "strength", desc: true },
      { id: "name", desc: false },
      { id: "r5", desc: true },
    ]);
    expect(writeSorting(readSorting(text))).toBe(text);
    expect(readSorting("-,,")).toEqual([]);
  });
  it("begins with the largest figure or the first word, and turns round when pressed again", () => {
    expect(writeSorting(sortingAfter(readSorting("rank"), { key: "r5" }, false))).toBe("-r5");
    expect(writeSorting(sortingAfter(readSorting("-r5"), { key: "r5" }, false))).toBe("r5");
    expect(writeSorting(sortingAfter(readSorting("-r5,rank"), { key: "name", text: true }, false))).toBe("name");
  });
  it("with Shift has a further key, or turns round the one that is there", () => {
    expect(writeSorting(sortingAfter(readSorting("-r5"), { key: "name", text: true }, true))).toBe("-r5,name");
    expect(writeSorting(sortingAfter(readSorting("-r5,name"), { key: "r5" }, true))).toBe("r5,name");
  });
  it("of a second table on the screen has parameters of its own", () => {
    expect([paramsOf("sort"), paramsOf("order")]).toEqual([
      { sort: "sort", columns: "columns" },
      { sort: "order", columns: "order-columns" },
    ]);
  });
});

describe("columns of a study on a screen", () => {
  interface Row {
    readonly name: string;
    readonly x: number;
  }
  const own: StudyColumn<Row>[] = [
    { key: "name", label: "name", unit: "text", value: (r) => r.name },
    { key: "x", label: "change", unit: "change", about: "What it made", value: (r) => r.x },
  ];
  it("keep their label, meaning and value, and read as their unit says unless the screen has its own look", () => {
    const extra = { key: "more", label: "more", value: () => 1, cell: () => "!" };
    const [x, more, name] = columnsOf(own, [["x", { priority: 2 }], extra, ["name", { label: "member" }]]);
    const row = { name: "Fish", x: 0.5 };
    expect(x).toMatchObject({ key: "x", label: "change", about: "What it made", priority: 2 });
    expect([x!.value(row), x!.cell(row), x!.text]).toEqual([0.5, "+50.0%", undefined]);
    expect(more).toBe(extra);
    expect([name!.label, name!.cell(row), name!.text]).toEqual(["member", "Fish", true]);
  });
  it("that a study does not have are a fault", () => {
    expect(() => columnsOf(own, [["y"]])).toThrow('no column "y"');
  });
});
