import { describe, expect, it } from "vitest";
import { barsOf, isMember, membershipRuns, runsOf, type Panel } from "..";
import { randomPanel } from "../testing-panel";

describe("what a column may see", () => {
  const { panel, spans, member } = randomPanel(11, 9, 120);
  it("are the sessions from the first bar to the last that has one", () => {
    for (let i = 0; i < panel.count; i++) {
      const bars = Array.from({ length: panel.sessions.length }, (_, s) => s).filter(
        (s) => !Number.isNaN(panel.close[i * panel.stride + s]),
      );
      expect(barsOf(panel, i)).toEqual(bars.length === 0 ? [0, 0] : [bars[0], bars.at(-1)! + 1]);
    }
    const none: Panel = { ...panel, first: new Int32Array(panel.count).fill(-1) };
    expect(barsOf(none, 0)).toEqual([0, 0]);
  });
  it("is membership by the session, as the runs have it", () => {
    for (let i = 0; i < panel.count; i++)
      for (let s = 0; s < panel.sessions.length; s++) expect(isMember(spans, i, s)).toBe(member[i]![s]);
  });
  it("runs that touch or overlap are one, empty ones are dropped", () => {
    const { offset, from, to } = runsOf(
      membershipRuns([
        [
          [5, 9],
          [1, 4],
          [20, 19],
        ],
        [],
        [
          [3, 8],
          [6, 12],
          [14, 15],
        ],
      ]),
    );
    expect([...offset]).toEqual([0, 1, 1, 3]);
    expect([...from]).toEqual([1, 3, 14]);
    expect([...to]).toEqual([9, 12, 15]);
  });
});
