import { describe, expect, it } from "vitest";
import { DIRECTIONS, epochDay } from "@core";
import { compositeColumn } from "@studies/columns/composites";
import { regimeColumns } from "@studies/columns/regime";
import { Market } from "@studies/market/market";
import { data, N } from "@studies/testing/two-worlds";
import { timeline } from "./timeline";

/* The bar of time: weeks with the market's level, spans of one regime, and weekdays without a session. */

describe.each([N - 1, N - 3, 40])("the time line at session %i", (t) => {
  const market = new Market(data, t);
  const { sessions } = market;
  const line = timeline.ask(market, timeline.params.parse({}));

  it("has the last session of each week, and the one in hand", () => {
    const isEnd = (s: number) => s === t || s % 5 === 4;
    const ends = Array.from({ length: t + 1 }, (_, s) => s).filter(isEnd);
    expect(Array.from(line.days)).toEqual(ends.map((s) => sessions[s]!));
    const { level } = market.perSession(compositeColumn);
    expect(Array.from(line.level)).toEqual(ends.map((s) => level[s]!));
  });

  it("says of every session its regime, and of none before there is one", () => {
    const { direction } = market.perSession(regimeColumns);
    for (let s = 0; s <= t; s++) {
      const on = line.spans.filter(({ from, to }) => from <= sessions[s]! && sessions[s]! <= to).map((span) => span.direction);
      expect(on, String(s)).toEqual(direction[s]! < 0 ? [] : [DIRECTIONS[direction[s]!]]);
    }
    // Neighbours differ.
    for (let k = 1; k < line.spans.length; k++) expect(line.spans[k]!.direction).not.toBe(line.spans[k - 1]!.direction);
  });
});

it("tells weekdays without a session, and no weekend", () => {
  const days = ["2026-01-05", "2026-01-07", "2026-01-08", "2026-01-09", "2026-01-13"].map(epochDay);
  const short = {
    ...data,
    panel: { ...data.panel, sessions: Int32Array.from(data.panel.sessions, (day, s) => days[s] ?? day + 40) },
  };
  const line = timeline.ask(new Market(short, 4), timeline.params.parse({}));
  expect(Array.from(line.closed)).toEqual(["2026-01-06", "2026-01-12"].map(epochDay));
});
