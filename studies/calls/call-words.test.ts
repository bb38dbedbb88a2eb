import { describe, expect, it } from "vitest";
import { findEpochDay } from "@core";
import { said } from "@studies/testing/said";
import type { CallRow } from "./call-row";
import { callFacts, callSentence, confidenceText } from "./call-words";

const row = (more: Partial<CallRow> = {}): CallRow => ({
  ...{ id: "callofone", key: "HARBO", subject: "Harbour land", benchmark: "", direction: "up", horizon: 21, confidence: 65 },
  ...{ reason: "", made: findEpochDay("2025-03-14"), due: findEpochDay("2025-04-14"), left: 21, state: "open" },
  ...{ isWithdrawn: false, isLookingBack: false, isOpenToChange: false },
  ...{ return: NaN, benchmarkReturn: NaN, gain: NaN, isRight: false, base: 0.583, baseHolds: 812, brier: NaN, baseBrier: NaN },
  ...more,
});

describe("a call in words", () => {
  it("is one sentence", () => {
    expect(said(callSentence(row()))).toBe("Harbour land will be higher in 21 sessions");
    expect(said(callSentence(row({ direction: "down", horizon: 1 })))).toBe("Harbour land will be lower after 1 session");
    expect(said(callSentence(row({ direction: "underperform", benchmark: "Aldane broad", horizon: 5 })))).toBe(
      "Harbour land will underperform Aldane broad over 5 sessions",
    );
  });
  it("has a confidence, or none", () => {
    expect(confidenceText(65)).toBe("65%");
    expect(confidenceText(NaN)).toBe("none given");
  });
  it("says its base rate and when it is scored, or how it came out", () => {
    expect(callFacts(row())).toBe("Base rate 58% of 812 such spans before it. Scored at the close of 14 Apr 2025.");
    expect(callFacts(row({ base: NaN, baseHolds: 0, isWithdrawn: true }))).toBe(
      "No hold as long was over when it was made. Scored at the close of 14 Apr 2025; withdrawn.",
    );
    expect(callFacts(row({ state: "scored", isRight: true, gain: 0.0421, isLookingBack: true }))).toBe(
      "Base rate 58% of 812 such spans before it. Scored at the close of 14 Apr 2025: right, +4.2% its way; made looking back, and counted apart.",
    );
    expect(callFacts(row({ state: "scored", gain: -0.0421 }))).toContain(": wrong, −4.2% its way.");
    expect(callFacts(row({ state: "unknown" }))).toContain("not scored");
  });
});
