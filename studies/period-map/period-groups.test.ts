import { describe, expect, it } from "vitest";
import { groupsOf, groupsSentence, type PeriodGroup } from "./period-groups";

const member = (family: string, change: number, industry = "") => ({ family, industry, change });
const said = (parts: readonly (string | { figure: string })[]) =>
  parts.map((p) => (typeof p === "string" ? p : p.figure)).join("");

describe("the rows of the period map", () => {
  const rows = [member("Ships", 0.1), member("Fish", 0.3), member("Fish", -0.1), member("Fish", -0.05), member("Ships", 0.2)];
  it("are sectors from the best mean down, each with its median and the way inside", () => {
    const groups = groupsOf(rows, "family", "stock");
    expect(groups.map((g) => [g.name, g.key, g.members])).toEqual([
      ["Ships", "sector:Ships", 2],
      ["Fish", "sector:Fish", 3],
    ]);
    expect(groups.map((g) => g.mean)).toEqual([expect.closeTo(0.15, 12), expect.closeTo(0.05, 12)]);
    expect(groups.map((g) => g.median)).toEqual([expect.closeTo(0.15, 12), -0.05]);
  });
  it("stand by their names where they made the same", () => {
    const same = [member("B", 0.1), member("A", 0.1), member("C", 0.1)];
    expect(groupsOf(same, "family", "stock").map((g) => g.name)).toEqual(["A", "B", "C"]);
  });
  it("are industries inside a sector, and lead nowhere where there is nothing inside", () => {
    const inside = [member("Fish", 0.1, "Nets"), member("Fish", 0.2, "Boats")];
    expect(groupsOf(inside, "industry", "stock").map((g) => g.key)).toEqual(["industry:Boats", "industry:Nets"]);
    expect(groupsOf(inside, "family", "stock").map((g) => g.key)).toEqual([""]);
    expect(groupsOf([member("Ships", 0.1), member("Fish", 0)], "family", "industry").map((g) => g.key)).toEqual([
      "sector:Ships",
      "sector:Fish",
    ]);
    expect(groupsOf([member("East", 0.1), member("West", 0)], "family", "world").map((g) => g.key)).toEqual(["", ""]);
    expect(groupsOf([member("", 0.1), member("Fish", 0)], "family", "stock").map((g) => g.key)).toEqual(["", "sector:Fish"]);
  });
  it("are told by the best and the worst, where several are rows of several", () => {
    const told = (groups: readonly PeriodGroup[], members: number, level: "family" | "industry" = "family", set = "stock") => {
      const sentences = groupsSentence({ level, set, groups, rows: new Array(members).fill(0) });
      return sentences && sentences.map(said).join("");
    };
    const groups = groupsOf(rows, "family", "stock");
    expect(told(groups, 5)).toBe("Of the 2 sectors Ships did best with +15.0% in the mean, Fish worst with +5.0%.");
    expect(told(groups, 5, "industry")).toContain("Of the 2 industries");
    expect(told(groups, 5, "family", "world")).toContain("Of the 2 groups");
    expect(told(groups, 5, "family", "industry")).toContain("Of the 2 sectors");
    expect(told(groups.slice(0, 1), 5)).toBeUndefined();
    expect(told(groups, 2)).toBeUndefined();
  });
});
