import { describe, expect, it } from "vitest";
import { HORIZONS, membershipRuns, participation, participationPercent } from "..";
import { closesTo, randomPanel } from "../testing-panel";

const { panel, spans, member } = randomPanel(5, 24, 900);
const n = panel.sessions.length;

/** By the definition, one member at a time, with an average of its own. */
function slow(kind: "ema" | "sma", t: number) {
  const above = [0, 0, 0, 0, 0, 0];
  const counted = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < panel.count; i++) {
    const closes = closesTo(panel, i, t);
    if (!member[i]![t] || closes.length === 0) continue;
    const states = HORIZONS.map((h) => {
      if (closes.length < h) return undefined;
      let average =
        closes
          .slice(kind === "ema" ? 0 : closes.length - h)
          .slice(0, h)
          .reduce((a, b) => a + b, 0) / h;
      if (kind === "ema") for (const c of closes.slice(h)) average = (2 * c + (h - 1) * average) / (h + 1);
      return closes[closes.length - 1]! > average * (1 + 1e-9);
    });
    states.forEach((state, h) => {
      if (state === undefined) return;
      counted[h]!++;
      if (state) above[h]!++;
    });
    if (states.includes(undefined)) continue;
    counted[5]!++;
    if (states.every(Boolean)) above[5]!++;
  }
  return { above, counted };
}

describe.each(["ema", "sma"] as const)("participation above %s averages", (kind) => {
  const result = participation(panel, spans, kind);
  it("equals a slow count by the definition on every session", () => {
    for (let t = 0; t < n; t++) {
      expect({ t, above: result.above.map((c) => c[t]), counted: result.counted.map((c) => c[t]) }).toEqual({
        t,
        ...slow(kind, t),
      });
    }
  });
});

describe("participation", () => {
  it("of nobody counts nobody", () => {
    const none = participation(panel, membershipRuns(member.map(() => [])), "ema");
    expect([...none.above, ...none.counted].every((column) => column.every((n) => n === 0))).toBe(true);
  });
  it("in percent is the count times 100 over those counted, NaN without any", () => {
    expect(Array.from(participationPercent(Uint16Array.of(257, 0), Uint16Array.of(401, 0)))).toEqual([25700 / 401, NaN]);
  });
});
