import { ask, data, N } from "@studies/testing/turning-market";
import { describe, expect, it } from "vitest";
import { exposure } from "./exposure";
import { oscillators } from "./oscillators";
import { regimeStudy } from "./regime";
import { regimeStates } from "./regime-states";
import { structure } from "./structure";

/* Regime, breadth and timing on markets made by hand, and what they say of them. */

describe("regime", () => {
  it("turns on the third session, and its measures say so in plain words", () => {
    const up = ask(regimeStudy, 299).result;
    expect(up.now.direction).toBe("Rising");
    const verdicts = new Map(up.measures.map((m) => [m.key, m.verdict]));
    expect([verdicts.get("distance200"), verdicts.get("slope50"), verdicts.get("range10")]).toEqual([
      "well above",
      "rising",
      "upper third",
    ]);
    expect(verdicts.get("volatilitySlope")).toBe("not known yet");
    const down = ask(regimeStudy, N - 1).result;
    expect(down.now.direction).toBe("Falling");
    expect(down.measures.find((m) => m.key === "range260")!.verdict).toBe("lower third");
    expect(down.path.days).toHaveLength(60);
    const runs = down.ribbon;
    expect(runs[0]!.direction).toBe(-1);
    expect(runs.at(-1)!.to).toBe(data.panel.sessions[N - 1]);
    expect(runs.every((r, k) => k === 0 || r.from > runs[k - 1]!.to)).toBe(true);
  });
  it("states name themselves, and say nothing without a past", () => {
    const { result } = ask(regimeStates, N - 1, { by: "direction" });
    expect(result.rows.map((r) => r.name)).toEqual(["Falling", "Ranging", "Rising"]);
    expect(result.rows[result.now]!.name).toBe("Falling");
    expect(result.rows.reduce((sum, r) => sum + r.share, 0)).toBeCloseTo(1, 12);
    expect(ask(regimeStates, 100).text).toBe("No state has been followed for 21 sessions yet.");
    expect(ask(regimeStates, 299, { by: "direction" }).text).toContain("The index has been rising on 100% of all sessions");
  });
  it("structure answers its five questions, or says why not", () => {
    const { result, text } = ask(structure, N - 1);
    expect(result!.channels.short!.verdict).toBe("down");
    expect(result!.channels.short!.slope).toBeCloseTo(-0.003, 9);
    expect(result!.leg!.direction).toBe("down");
    expect(text).toContain("The 63-session channel of IDX Works falls");
    expect(text).toContain("The present down leg since");
    expect(ask(structure, 40).text).toContain("too short a history for a trend: it needs 63 sessions");
    expect(ask(structure, N - 1, { instrument: "CCC" }).result!.name).toBe("CCC Works");
    expect(ask(structure, N - 1, { instrument: "NONE" }).result).toBeUndefined();
  });
  it("exposure counts what it was given, and names what is below", () => {
    const { result, text } = ask(exposure, N - 1, { set: ["AAA", "DDD", "NONE"] });
    expect([result.n, result.above, result.share]).toEqual([2, 1, 0.5]);
    expect(result.missing).toEqual(["NONE"]);
    expect(text).toContain("Suggested exposure is 50%: 1 of the 2 indexes closes above");
    expect(text).toContain("AAA Works does not.");
    expect(ask(exposure, N - 1).text).toBe("No index of the set has an 84-session average yet.");
  });
  it("oscillators are those that were chosen, at most four", () => {
    expect(ask(oscillators, N - 1, { panes: ["adx"] }).result.panes[0]!.lines).toHaveLength(3);
    expect(oscillators.params.safeParse({ panes: ["rsi", "rsi2", "macd", "ppo", "adx"] }).success).toBe(false);
  });
});
