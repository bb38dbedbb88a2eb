import { describe, expect, it } from "vitest";
import { DIRECTIONS, PHASES, ROTATION_EVENTS, VOLATILITIES } from "@core";
import { GLOSSARY } from "./glossary";
import { findEntry } from "./terms";
import { LANES } from "@core/timing/lane-names";
import { STRENGTH_NOTES } from "./strength-notes";

describe("the glossary", () => {
  it.each([
    ["lanes", LANES],
    ["phases", PHASES],
    ["phases in a sentence", PHASES.map((p) => p.replace(", ", " and "))],
    ["directions", DIRECTIONS],
    ["volatilities", VOLATILITIES],
    ["notes on strength", Object.keys(STRENGTH_NOTES)],
    ["stances", ["Favour", "Hold", "Avoid"]],
    ["zones", ["washed out", "crowded", "stretched"]],
    ["what happens in a rotation", ROTATION_EVENTS],
    ["scores", ["Strength", "Trend", "Pressure", "staying power", "stance"]],
  ])("has the %s", (_of, words) => {
    expect(words.filter((word) => !findEntry(word))).toEqual([]);
  });
  it("defines each word once, in a sentence", () => {
    const entries = GLOSSARY.flatMap((part) => part.entries);
    const forms = entries.flatMap((e) => [e.name, ...(e.forms ?? [])]);
    expect(new Set(forms).size).toBe(forms.length);
    for (const { name, says } of entries) expect(`${name}: ${says}`).toMatch(/: [A-Z\d].{20,}\.$/s);
  });
});
