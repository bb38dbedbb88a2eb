import { describe, expect, it } from "vitest";
import { groupColour } from "./group-colour";
import { peerColours } from "./peer-colours";

const member = (key: string, family = "", name = key) => ({ key, name, family });
const sectors = ["Fish", "Ships"];

describe("colours of the members of a set", () => {
  it("are a sector's own everywhere, also for what belongs to it", () => {
    const colours = peerColours([member("sector:Ships", "", "Ships"), member("AAA", "Ships"), member("BBB", "Fish")], sectors);
    expect(colours.get("sector:Ships")).toBe(groupColour("Ships", sectors));
    expect(colours.get("AAA")).toBe(groupColour("Ships", sectors));
    expect(colours.get("BBB")).toBe(groupColour("Fish", sectors));
  });
  it("differ within a small set, and go by what members belong to in a large one", () => {
    const small = peerColours([member("A", "north"), member("B", "north"), member("C", "south")], sectors);
    expect(new Set(small.values()).size).toBe(3);
    const large = peerColours(
      Array.from({ length: 16 }, (_, k) => member(`N${k}`, k < 8 ? "north" : "south")),
      sectors,
    );
    expect(new Set(large.values()).size).toBe(2);
    expect(large.get("N0")).toBe(large.get("N7"));
    expect(large.get("N0")).not.toBe(large.get("N8"));
  });
});
