import { describe, expect, it } from "vitest";
import { sparedColumns } from "./fitting-columns";

const columns = [
  { key: "name" },
  { key: "rank", priority: 2 },
  { key: "volume", priority: 5 },
  { key: "chart", priority: 5 },
  { key: "notes" },
];
const widths = new Map([
  ["choose", 30],
  ["name", 150],
  ["rank", 50],
  ["volume", 60],
  ["chart", 70],
  ["notes", 100],
  ["gone", 500],
]);
const spared = (room: number, keep = "name") => [...sparedColumns(columns, widths, room, keep)];

describe("columns that do not fit", () => {
  it("are left out in the order of their priority, the later of equals first", () => {
    expect(spared(460)).toEqual([]);
    expect(spared(459)).toEqual(["chart"]);
    expect(spared(390)).toEqual(["chart"]);
    expect(spared(389)).toEqual(["chart", "volume"]);
    expect(spared(329)).toEqual(["chart", "volume", "rank"]);
  });
  it("never are what cannot be spared, nor what the table is sorted by", () => {
    expect(spared(10)).toEqual(["chart", "volume", "rank"]);
    expect(spared(330, "chart")).toEqual(["volume", "rank"]);
  });
  it("are none before anything was measured", () => {
    expect([...sparedColumns(columns, new Map(), Infinity, "name")]).toEqual([]);
  });
});
