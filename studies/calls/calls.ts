import { calibration, callRecord, type CallRecord } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { jsonList, jsonText } from "@studies/json-text";
import type { Market } from "@studies/market/market";
import { tableOf } from "@studies/table";
import { count } from "@studies/words/words";
import { callRow, callsLike, isCounted, standingOf, type CallRow } from "./call-row";
import { draftCall, savedCall, type DraftCall } from "./call-schema";
import { DIRECTION_NAMES } from "./call-words";
import { callsReading } from "./calls-reading";
import { LEDGER_COLUMNS } from "./ledger-columns";
import { plainNumber } from "@studies/pictures/picture-parts";

export const CALL_PARTS = ["subject", "direction", "horizon"] as const;
export type CallPart = (typeof CALL_PARTS)[number];

const MOST_CALLS = 5000;
const LETTERS = 8_000_000;

/** All calls as they stand, and what those that were scored have been worth. */
export const calls = defineStudy({
  name: "calls",
  about:
    "All calls as they stand at the as-of session, scored where their horizon is over, with their base rates, and how well the confidences given have held.",
  params: z.object({
    calls: jsonList(savedCall, { most: MOST_CALLS, letters: LETTERS }).describe("the calls as JSON"),
    draft: jsonText(draftCall, 10_000).optional().describe("one that is being written, as JSON"),
  }),
  cost: "heavy",
  examples: [
    {},
    {
      calls:
        '[{"version":1,"id":"exampleup","market":"ALDANE","subject":"$stock","direction":"up","horizon":5,"confidence":70,"made":$made,"written":$made,"reason":"a base"},{"version":1,"id":"examplerel","market":"ALDANE","subject":"sector:$sector","benchmark":"$index","direction":"outperform","horizon":21,"made":$made,"written":$made,"withdrawn":$made,"reason":""},{"version":1,"id":"examplefar","market":"ALDANE","subject":"WORLD","direction":"down","horizon":500,"confidence":55,"made":$made,"written":30000,"reason":""},{"version":1,"id":"examplenone","market":"ALDANE","subject":"NOBODY","direction":"down","horizon":3,"made":$made,"written":$made,"reason":""}]',
      draft: '{"subject":"market:","direction":"up","horizon":10,"made":$made}',
    },
  ],
  ask(market, params) {
    const rows = params.calls.flatMap((call) => callRow(market, call) ?? []).sort((a, b) => b.made - a.made);
    const counted = rows.filter(isCounted);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      rows,
      record: callRecord(counted),
      lookingBack: rows.filter((row) => row.state === "scored" && row.isLookingBack).length,
      ...calibration(counted),
      parts: CALL_PARTS.flatMap((part) => recordsBy(part, counted)),
      draft: params.draft && draftOf(market, params.draft, rows),
    };
  },
  reading: (r) => callsReading(r),
  table: (r) => tableOf(LEDGER_COLUMNS, r.rows),
  pictures: {
    calibration: {
      name: "How often calls of like confidence were right, with the confidence as a tick",
      draw: (r) =>
        r.bins.length === 0
          ? undefined
          : {
              ...{ kind: "bars", unit: "fraction", tick: "the confidence given" },
              rows: r.bins.map((bin) => ({
                name: bin.from === 0 ? "under 50%" : `${bin.from}% to ${bin.to === 100 ? 100 : bin.to - 1}%`,
                value: plainNumber(bin.right),
                tick: bin.meanConfidence / 100,
                words: count(bin.n, "call"),
              })),
            },
    },
  },
  states: (r) => ({ scored: String(r.record.n), open: String(r.rows.filter((row) => row.state === "open").length) }),
});

/** Calls that have something in common. */
export interface CallPartRecord extends CallRecord {
  readonly of: CallPart;
  readonly name: string;
}

function recordsBy(of: CallPart, counted: readonly CallRow[]): CallPartRecord[] {
  const nameOf = (row: CallRow) =>
    of === "subject" ? row.subject : of === "direction" ? DIRECTION_NAMES[row.direction] : count(row.horizon, "session");
  const groups = new Map<string, CallRow[]>();
  for (const row of counted) groups.set(nameOf(row), [...(groups.get(nameOf(row)) ?? []), row]);
  return [...groups]
    .map(([name, own]) => ({ of, name, ...callRecord(own) }))
    .sort((a, b) => b.n - a.n || (a.name < b.name ? -1 : 1));
}

/** A call that is being written: its base rate, when it would fall due, and what earlier ones like it have been worth. */
function draftOf(market: Market, draft: DraftCall, rows: readonly CallRow[]) {
  const standing = standingOf(market, draft);
  return { ...standing, like: callRecord(callsLike(rows, standing)) };
}
