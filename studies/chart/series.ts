import { align, isoDate, simpleReturnAt, sma } from "@core";
import { z } from "zod";
import { locate, ownDays } from "@studies/market/own-calendar";
import { defineStudy } from "@studies/define-study";
import { findGroup } from "@studies/sets/group-key";
import { groupsTitle } from "@studies/sets/group-members";
import type { Market } from "@studies/market/market";
import { levelsOn } from "@studies/sets/peer-set";
import { ownIndex } from "@studies/sets/own-index";
import { signedPercent } from "@studies/words/words";
import { referenceColumns, groupSeries } from "@studies/columns/composites";
import { tableOfColumns } from "@studies/table";

/** The line of anything that can stand in a list: an instrument, or a group by its key. */
export const series = defineStudy({
  name: "series",
  about: "The last closes of an instrument, or levels of a group, with two averages and the line relative to the broad index.",
  params: z.object({
    key: z.string().min(1).describe("ticker of an instrument or key of a group"),
    history: z.coerce.number().int().min(20).max(2600).default(252).describe("sessions to give"),
  }),
  cost: "heavy",
  examples: [{ key: "$stock" }, { key: "sector:$sector", history: 60 }, { key: "WORLD" }],
  ask(market, { key, history }) {
    const found = seriesOf(market, key);
    if (!found) return undefined;
    const { levels, name } = found;
    const start = Math.max(0, levels.length - history);
    const reference = market.perSession(referenceColumns).close;
    const relative = levels.map((x, s) => x / reference[s]!);
    const base = relative.subarray(start).find((x) => !Number.isNaN(x)) ?? NaN;
    return {
      asOf: market.asOf,
      key,
      name,
      referenceName: market.referenceName,
      days: market.sessions.slice(start),
      close: levels.slice(start),
      average50: sma(levels, 50).slice(start),
      average200: sma(levels, 200).slice(start),
      relative: relative.slice(start).map((x) => (100 * x) / base),
      r63: found.r63,
    };
  },
  reading: (r) => [
    [
      r
        ? Number.isNaN(r.r63)
          ? `${r.name} has no three months of history yet.`
          : `${r.name} made ${signedPercent(r.r63)} in three months.`
        : "There is no such series at this date.",
    ],
  ],
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r?.days ?? [], isoDate)],
      ["close", "close", "price", r?.close ?? []],
      ["average50", "SMA(50)", "price", r?.average50 ?? []],
      ["average200", "SMA(200)", "price", r?.average200 ?? []],
      ["relative", "relative to the broad index", "number", r?.relative ?? []],
    ]),
});

/** Levels on the sessions of the market; undefined for what is not known. */
function seriesOf(market: Market, key: string): { name: string; levels: Float64Array; r63: number } | undefined {
  const group = findGroup(key);
  // A region is its own index.
  const located = locate(market, key) ?? (group?.level === "group" ? ownIndex(market, group.name) : undefined);
  if (located) {
    const { part, instrument } = located;
    const own = part.bars("close", instrument.index);
    const r63 = simpleReturnAt(
      own,
      own.findLastIndex((c) => !Number.isNaN(c)),
      63,
    );
    return { name: instrument.name, r63, levels: part === market ? own : align(...ownDays(part, own), market.sessions) };
  }
  if (!group || !market.groups.knows(key) || group.level === "market") return undefined;
  for (const part of market.parts) {
    if (part.groups.everIn(key).length === 0) continue;
    const levels = part.perSession(groupSeries(key)).level;
    const r63 = simpleReturnAt(levels, part.t, 63);
    return { name: groupsTitle([key], market), r63, levels: levelsOn({ part, levels }, market.sessions) };
  }
  return undefined;
}
