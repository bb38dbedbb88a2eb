import { ask, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { today } from "./today";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

describe("breadth on Today", () => {
  it("on Today is judged by the zones that were set", () => {
    expect(ask(today, N - 1).text).not.toContain("above all five");
    expect(ask(today, N - 1, { washed: 50 }).text).toContain("above all five: washed out.");
  });
});
