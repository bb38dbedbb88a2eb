import { said } from "@studies/testing/said";
import { describe, expect, it } from "vitest";
import { breadthSectors } from "./breadth-sectors";
import { participationRows, participationSentence, type ParticipationRow } from "./participation-rows";
import { Market } from "@studies/market/market";
import { growing, handMadeMarket, type HandMade } from "@studies/testing/hand-made-market";
import { breadthChanges } from "@studies/today/today-changes";

/* Figures and words that a person reads, each against a value worked out by hand. */

const stock = (ticker: string, closes: readonly number[], more: Partial<HandMade> = {}): HandMade => ({
  ticker,
  closes,
  ...more,
});

describe("breadth in words", () => {
  const row = (horizon: number, percent: number, weekAgo: number, dayAgo = weekAgo): ParticipationRow => ({
    ...{ horizon, percent, weekAgo, dayAgo, average: "ema" as const },
    ...{ above: 1, counted: 10, place: 50, readings: 100 },
  });
  const rows = (all: number, allDay: number) => [
    row(5, 50, 50),
    row(10, 50, 50),
    row(20, 40, 45, 44),
    row(50, 60, 55, 58),
    row(200, 1, 1),
    row(NaN, all, 1, allDay),
  ];
  it("is crowded and washed out from their bounds on", () => {
    const words = (all: number) => said(participationSentence(rows(all, all), undefined, { high: 70, low: 10 }));
    expect([words(70), words(69.9), words(10), words(10.1)].map((w) => /crowded|washed out/.exec(w)?.[0])).toEqual([
      "crowded",
      undefined,
      "washed out",
      undefined,
    ]);
  });
  it("changes by its points, and when a zone is entered or left", () => {
    const changes = (all: number, before: number) =>
      breadthChanges(rows(all, before), { high: 70, low: 10 }).map((c) => said(c.sentence));
    expect(changes(50, 50)).toEqual([
      "Since the session before, the share above the 50-session average changed by +2.0 points and that above the 20-session one by \u22124.0.",
    ]);
    expect(changes(70, 69)[1]).toBe("The share above all five averages became crowded at 70%.");
    expect(changes(10, 11)[1]).toBe("The share above all five averages became washed out at 10%.");
    expect(changes(69, 70)[1]).toBe("The share above all five averages left the crowded zone at 69%.");
    expect(changes(72, 71)).toHaveLength(1);
  });
  it("of sectors counts each member against each average, with the week before", () => {
    const rising = growing(10, 0.002, 260);
    const falling = growing(10, -0.002, 260);
    const turned = [...growing(10, 0.002, 256), 9, 9, 9, 9];
    const market = new Market(
      handMadeMarket([
        stock("AAA", rising, { sector: "Up" }),
        stock("BBB", turned, { sector: "Up" }),
        stock("CCC", falling, { sector: "Down" }),
        stock("IDX", rising, { sector: "Up", kind: "index" }),
        stock("OUT", rising, { sector: "Up", member: [0, 100] }),
      ]),
      259,
    );
    const r = breadthSectors.ask(market, breadthSectors.params.parse({}));
    expect(r.rows.map((s) => [s.name, s.members, s.percents, s.before])).toEqual([
      ["Up", 2, [50, 50, 50, 50, 50, 50], [100, 100, 100, 100, 100, 100]],
      ["Down", 1, [0, 0, 0, 0, 0, 0], [0, 0, 0, 0, 0, 0]],
    ]);
    expect(said(breadthSectors.reading(r)[0]!)).toBe(
      "Up is broadest with 50% above the 50-session average, Down narrowest with 0%.",
    );
    expect(participationRows(market, "ema").map((p) => [p.above, p.counted])).toEqual(new Array(6).fill([1, 3]));
  });
});
