import { describe, expect, it } from "vitest";
import { CoreError, ema, HORIZONS, participation, participationPercent, seriesOf, sma } from "..";
import { closesTo, randomPanel } from "../testing-panel";

const { panel, spans, member } = randomPanel(5, 24, 330);
const n = panel.sessions.length;

function columnOf(average: typeof sma, horizon: number): Float64Array {
  const out = new Float64Array(panel.close.length);
  for (let i = 0; i < panel.count; i++) out.set(average(seriesOf(panel.close, n, i), horizon), i * n);
  return out;
}

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

describe.each([
  ["ema", ema],
  ["sma", sma],
] as const)("participation above %s averages", (kind, average) => {
  const result = participation(
    panel,
    HORIZONS.map((h) => columnOf(average, h)),
    spans,
  );
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
  it("refuses anything but five columns of the panel's size", () => {
    expect(() => participation(panel, [], spans)).toThrow(CoreError);
  });
  it("in percent is the count times 100 over those counted, NaN without any", () => {
    expect(Array.from(participationPercent(Uint16Array.of(257, 0), Uint16Array.of(401, 0)))).toEqual([25700 / 401, NaN]);
  });
});
