import { ask, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { ownTiming } from "./own-timing";
import { ruleSchema, ruleText } from "@studies/conditions/rule-schema";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

describe("own systems", () => {
  const rule = (comparator: string, right: unknown) => JSON.stringify({ left: { measure: "close" }, comparator, right });
  const average = { measure: "sma", params: { n: 20 } };
  it("on an index go up and down with their rules, and contradictions change nothing", () => {
    const { result, text } = ask(ownTiming, N - 1, { on: "IDX", up: rule("above", average), down: rule("below", average) });
    expect(result!.state).toBe(-1);
    expect(text).toMatch(/^The system has been down for \d+ sessions/);
    const both = ask(ownTiming, N - 1, { up: rule("above", 0), down: rule("above", 1) }).result!;
    expect([both.state, both.contradictions]).toEqual([0, N]);
    expect(ask(ownTiming, N - 1, { on: "NONE", up: rule("above", 0), down: rule("below", 0) }).result).toBeUndefined();
  });
  it("read what is unknown as unknown: a measure of highs on the composite gives no signal", () => {
    const up = JSON.stringify({ left: { measure: "adx" }, comparator: "above", right: 0 });
    expect(ask(ownTiming, N - 1, { up, down: rule("below", 0) }).result!.state).toBe(0);
  });
  it("are refused as text with the place of the fault", () => {
    expect(ruleText.safeParse("{").error!.issues[0]!.message).toBe("is not JSON");
    expect(
      ruleText.safeParse(JSON.stringify({ left: { measure: "participation", params: { n: 7 } }, comparator: "above", right: 1 }))
        .success,
    ).toBe(false);
    expect(ruleSchema.safeParse({ any: [{ not: { all: [] } }] }).success).toBe(true);
    expect(ruleSchema.safeParse({ left: { measure: "close", luck: 1 }, comparator: "above", right: 1 }).success).toBe(false);
  });
});
