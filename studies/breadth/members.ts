import { HORIZONS, isAbove, simpleReturnAt } from "@core";
import { z } from "zod";
import { defineStudy } from "@studies/define-study";
import { membersOf } from "@studies/sets/group-members";
import { groupKeySchema } from "@studies/sets/group-key-schema";
import { count } from "@studies/words/words";
import { averageColumn } from "@studies/columns/averages";
import { tableOf } from "@studies/table";
import { MEMBER_COLUMNS } from "./member-columns";

export interface MemberRow {
  readonly ticker: string;
  readonly name: string;
  readonly sector: string;
  readonly close: number;
  readonly r1: number;
  readonly r5: number;
  /** C / average - 1 for each horizon, a fraction; NaN where the average is not defined. */
  readonly distances: readonly number[];
  /** How many of the five averages it is above. */
  readonly above: number;
}

export const members = defineStudy({
  name: "members",
  about: "Every member with its distance from each of the five averages.",
  params: z.object({
    average: z.enum(["ema", "sma"]).default("ema").describe("exponential or simple averages"),
    group: groupKeySchema.default("market:").describe("which members"),
  }),
  cost: "heavy",
  examples: [{}, { average: "sma" }],
  ask(market, { average, group }) {
    const columns = HORIZONS.map((n) => averageColumn(average, n));
    const byIndex = new Map(market.instruments.map((i) => [i.index, i]));
    const rows: MemberRow[] = [];
    let halted = 0;
    for (const index of membersOf(market, [group])) {
      const instrument = byIndex.get(index)!;
      const closes = market.bars("close", index);
      const close = closes[market.t]!;
      if (Number.isNaN(close)) {
        halted++;
        continue;
      }
      const averages = columns.map((column) => market.perInstrument(column, index)[market.t]!);
      rows.push({
        ticker: instrument.ticker,
        name: instrument.name,
        sector: instrument.sector ?? "",
        close,
        r1: simpleReturnAt(closes, market.t, 1),
        r5: simpleReturnAt(closes, market.t, 5),
        distances: averages.map((a) => close / a - 1),
        above: averages.reduce((n, a) => n + (isAbove(close, a) ? 1 : 0), 0),
      });
    }
    return { asOf: market.asOf, average, rows, halted };
  },
  reading: (r) => [
    [
      `${count(r.rows.length, "member")} traded on this session`,
      r.halted > 0 ? `; ${r.halted} more did not and ${r.halted === 1 ? "is" : "are"} not counted.` : ".",
    ],
  ],
  table: (r) => tableOf(MEMBER_COLUMNS, r.rows),
});
