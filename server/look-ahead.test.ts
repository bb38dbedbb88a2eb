import { describe, expect, it } from "vitest";
import { isoDate } from "@core";
import type { Dataset } from "@core/columns/dataset";
import { STUDIES } from "@studies/registry";
import type { Desk } from "./ask/desk.server";
import { cutDataset } from "./testing/cut-dataset";
import { deskOf } from "./testing/desk-of";
import { differences } from "./testing/differences";
import { all, columnsApart, dataOf, EVENTS, leaving, lookAheadOf, row, sessionFrom, sessions, world } from "./testing/look-ahead";

/* That the proof of `look-ahead-before` and `look-ahead-on` finds what looks ahead. */

describe("the proof", () => {
  it("finds a column that looks ahead, though no answer shows it", async () => {
    const t = EVENTS["a joining"]!;
    const [whole, cut] = [await deskOf(world, all), await deskOf(cutDataset(world, sessions[t]!), all)];
    const [a, b] = [await dataOf(whole, "ALDANE"), await dataOf(cut, "ALDANE")];
    for (const [average, name] of [
      ["false", "peeking.against"],
      ["true", "late average of"],
    ] as const) {
      for (const desk of [whole, cut]) await desk.ask({ study: "peeking", params: { average }, asOf: isoDate(sessions[t]!) });
      expect(columnsApart(a, b).join()).toContain(name);
    }
    expect(await lookAheadOf(all.get("without examples")!, whole, cut, isoDate(sessions[t]!))).toEqual([
      "without examples has no example parameters",
    ]);
    await whole.close();
    await cut.close();
  });

  /*
   * What a study would say that read the future, seen from its answers: the whole database is changed so that it says
   * today what only comes later, and the proof must notice at its own dates.
   */
  const peeks: readonly (readonly [name: string, event: string, peek: (d: Dataset, day: number) => Dataset])[] = [
    [
      "fundamentals a day early",
      "a row of fundamentals",
      (d) => ({
        ...d,
        fundamentals: d.fundamentals.map((f) => ({
          ...f,
          known: sessions[sessions.findLastIndex((s) => s < f.known)] ?? f.known,
        })),
      }),
    ],
    [
      "holdings by their future end",
      "a review of weights",
      (d, day) => ({ ...d, membership: d.membership.filter((m) => m.weight === null || m.to === null || m.to <= day) }),
    ],
    [
      "runs chosen by their future length",
      "a leaving",
      (d, day) => ({
        ...d,
        membership: d.membership.filter(
          (m) => m.group !== "ALBRO" || m.to === null || m.to <= day || m.to - m.from > leaving.to! - leaving.from,
        ),
      }),
    ],
    [
      "a universe without those about to leave",
      "a leaving",
      (d, day) => ({
        ...d,
        membership: d.membership.map((m) =>
          m.group === "ALBRO" && m.to !== null && m.to > day - 1 && m.to <= day + 10 ? { ...m, to: day - 1 } : m,
        ),
      }),
    ],
    [
      "a group known three sessions early",
      "a joining",
      (d) => ({
        ...d,
        membership: d.membership.map((m) => ({ ...m, from: sessions[Math.max(0, sessionFrom(m.from) - 3)] ?? m.from })),
      }),
    ],
  ];
  it.each(peeks)("finds %s", async (_name, event, peek) => {
    const found: string[] = [];
    for (const t of [EVENTS[event]! - 1, EVENTS[event]!]) {
      const day = sessions[t]!;
      const [whole, cut] = [await deskOf(peek(world, day), all), await deskOf(cutDataset(world, day), all)];
      for (const name of ["chart", "fund", "stocks", "breadth", "groups"])
        found.push(...(await lookAheadOf(STUDIES.get(name)!, whole, cut, isoDate(day))));
      if (event === "a row of fundamentals") {
        const asked = async (desk: Desk, asOf?: string) =>
          desk.ask({ study: "chart", params: { ticker: row.ticker, history: 20 }, asOf });
        found.push(...differences((await asked(whole, isoDate(day))).result, (await asked(cut)).result));
      }
      await whole.close();
      await cut.close();
    }
    expect(found).not.toEqual([]);
  });
});
