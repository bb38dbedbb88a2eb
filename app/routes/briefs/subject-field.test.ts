import { describe, expect, it } from "vitest";
import { keyOfTyped } from "./subject-field";

const entries = [
  { key: "ALBRO", name: "Aldane broad", kind: "index" },
  { key: "ALBIG", name: "Aldane large 60", kind: "index" },
  { key: "BROAD", name: "Broad Quay", kind: "stock" },
  { key: "sector:Shipyards", name: "Shipyards", kind: "group" },
] as unknown as Parameters<typeof keyOfTyped>[1];

describe("the subject of a call as it is typed", () => {
  it("is found by its key or ticker before its name, in any case", () => {
    expect(keyOfTyped("albro", entries)).toBe("ALBRO");
    expect(keyOfTyped(" Broad ", entries)).toBe("BROAD");
    expect(keyOfTyped("sector:shipyards", entries)).toBe("sector:Shipyards");
  });
  it("is found by its whole name, then by how its name begins", () => {
    expect(keyOfTyped("aldane large 60", entries)).toBe("ALBIG");
    expect(keyOfTyped("ship", entries)).toBe("sector:Shipyards");
    expect(keyOfTyped("aldane", entries)).toBe("ALBRO");
  });
  it("stays as it was typed where nothing is, so that it is refused by its name", () => {
    expect(keyOfTyped(" Nobody ", entries)).toBe("Nobody");
    expect(keyOfTyped("  ", entries)).toBe("");
  });
});
