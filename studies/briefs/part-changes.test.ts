import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { participationPercents } from "@studies/columns/participation";
import { pressureColumn } from "@studies/columns/timing";
import { ask, at, N } from "@studies/testing/turning-market";
import { saidAll } from "@studies/testing/said";
import { partChanges } from "./part-changes";
import { leadersOf } from "./leaders";

const asked = (t: number, params: object) => ask(partChanges, t, params).result;
const since = (t: number) => isoDate(at(t).asOf);

describe("what has changed of a part", () => {
  it("is told by each figure's own moves over spans as long", () => {
    for (const [t, span] of [
      [N - 1, 5],
      [N - 40, 21],
      [330, 1],
    ] as const) {
      const { figures, span: k } = asked(t, { of: "breadth", since: since(t - span) });
      expect(k).toBe(span);
      const columns = at(t).perSession(participationPercents("ema", "market:"));
      figures.forEach((figure, h) => {
        const x = columns[`p${h}`]!;
        const moves = Array.from({ length: t + 1 }, (_, s) => Math.abs(x[s]! - x[s - span]!))
          .slice(Math.max(0, t - 755))
          .filter((move) => !Number.isNaN(move))
          .sort((a, b) => a - b);
        expect([figure.was, figure.now]).toEqual([x[t - span], x[t]]);
        if (moves.length < 252) expect(figure).toMatchObject({ usual: NaN, isChanged: false });
        else {
          const place = 0.8 * (moves.length - 1);
          const usual = moves[Math.floor(place)]! + (place % 1) * (moves[Math.ceil(place)]! - moves[Math.floor(place)]!);
          expect(figure.usual).toBeCloseTo(usual, 9);
          expect(figure.isChanged).toBe(Math.abs(x[t]! - x[t - span]!) > figure.usual);
        }
      });
    }
  });
  it("is of the session on or before a day, and of none from the present on", () => {
    const [pressure] = asked(400, { of: "timing", since: since(390) }).figures;
    expect(pressure).toMatchObject({ name: "Pressure", was: at(400).perSession(pressureColumn).pressure[390] });
    expect(asked(400, { of: "timing", since: since(400) }).figures).toEqual([]);
    expect(asked(400, { of: "timing", since: "1990-01-01" }).figures).toEqual([]);
    expect(asked(400, { of: "scan", since: since(390) }).figures).toEqual([]);
  });
  it("reads in words", () => {
    const answer = asked(400, { of: "breadth", since: since(395) });
    expect(saidAll(partChanges.reading(answer))).toMatch(
      /of 6 figures moved further since .* than they usually do in 5 sessions/,
    );
    expect(saidAll(partChanges.reading({ ...answer, figures: [] }))).toContain("Nothing is tracked");
  });
  it("who leads and trails goes by rank", () => {
    const rows = [
      { name: "B", rank: 2 },
      { name: "N", rank: NaN },
      { name: "A", rank: 1 },
    ];
    expect(leadersOf(rows)).toEqual({ leads: "A", trails: "B" });
    expect(leadersOf([])).toEqual({ leads: "none", trails: "none" });
  });
});
