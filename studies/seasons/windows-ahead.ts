import { HOLDS, sessionAhead, startDayOf } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { anyOf } from "@studies/sets/group-key";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { isNow, peersOf } from "@studies/sets/peer-set";
import { tableOf } from "@studies/table";
import { count, none } from "@studies/words/words";
import { findWindows, hitsOver } from "./find-windows";
import { WINDOW_COLUMNS } from "./window-columns";
import type { WindowRow } from "./window-row";
import { chanceSentences } from "./window-words";
import { HELD_YEARS } from "./search-series";

/** Sessions to come in which they start. */
const SESSIONS = 5;
const ASKED = {
  years: 10,
  wins: 9,
  holds: [HOLDS.shortest, HOLDS.longest],
  filter: { leastMean: 0.02, carried: false },
} as const;

/** The date windows that the stocks of some groups enter in the sessions to come. */
export const windowsAhead = defineStudy({
  name: "windows-ahead",
  about:
    "The date windows that start within five sessions among the stocks of some groups: right in nine of ten years, two percent or more.",
  params: z.object({
    in: z.array(groupKeySchema).max(200).default([]).describe("groups, lists among them, whose stocks are looked at"),
  }),
  cost: "heavy",
  examples: [{ in: ["sector:$sector"] }, {}],
  ask(market, params) {
    const known = params.in.filter((key) => market.groups.knows(key));
    const peers = known.length === 0 ? [] : peersOf(market, { set: "stock", in: anyOf(known) }).filter(isNow);
    const last = sessionAhead(market.asOf, SESSIONS, market.holidays);
    const span = Array.from({ length: last - market.asOf }, (_, k) => startDayOf(market.asOf + 1 + k));
    const { strip, rows, held, searched } = findWindows(market, peers, { ...ASKED, sides: [1, -1], span, reports: "any" });
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      members: peers.length,
      searched,
      rows,
      ...hitsOver(span, strip),
      heldOut: { hits: held.hits, cases: HELD_YEARS * held.windows, base: held.windows === 0 ? NaN : held.base / held.windows },
    };
  },
  reading: (r) => readingOf(r),
  table: (r) => tableOf(WINDOW_COLUMNS, r.rows),
});

interface Told {
  readonly searched: number;
  readonly rows: readonly WindowRow[];
  readonly hits: number;
  readonly expected: number;
  readonly heldOut: { readonly hits: number; readonly cases: number; readonly base: number };
}

function readingOf({ searched, rows, ...found }: Told): Sentence[] {
  if (searched === 0) return [["None of these stocks has ten years of windows yet."]];
  const ups = rows.filter((row) => row.way === "rose").length;
  const where = `of ${count(searched, "stock")} start within five sessions that went one way in at least 9 of their last 10 years`;
  return [
    rows.length === 0
      ? [`No windows ${where}.`]
      : [{ figure: count(rows.length, "window") }, ` ${where}, `, { figure: none(ups) }, " of them up."],
    ...chanceSentences(found),
  ];
}
