import { truthAt, withoutOff } from "@core";
import { z } from "zod";
import { averageColumn } from "@studies/columns/averages";
import { jsonList } from "@studies/json-text";
import { defineStudy, type Sentence } from "@studies/define-study";
import type { KnownInstrument, Market } from "@studies/market/market";
import { universeOf } from "@studies/scans/universe";
import { tableOf } from "@studies/table";
import { count, date, list as listed, none, signedPercent } from "@studies/words/words";
import { LIST_COLUMNS, type ListRow } from "./list-columns";
import { membersOn, savedList, type SavedList } from "./list-schema";
import { tickersOfList } from "./tickers-of-list";

const EMA50 = averageColumn("ema", 50);
const MOST_LISTS = 100;

/** The lists of a market: who is in each, who came and who left since an earlier session, and what they have made. */
export const lists = defineStudy({
  name: "lists",
  about:
    "Lists as they stand at this close: size, who arrived and who left in so many sessions, the share above the 50-session average, and the mean return since made against the broad index.",
  params: z.object({
    lists: jsonList(savedList, { most: MOST_LISTS, letters: 1_000_000 }).describe(
      "the lists as JSON: picked by hand with their members, or with the scan that they are of",
    ),
    sessions: z.coerce.number().int().min(1).max(2520).default(5).describe("since how many sessions before changes are told"),
  }),
  cost: "heavy",
  examples: [
    {},
    {
      lists:
        '[{"version":1,"name":"Above","market":"ALDANE","scan":{"when":{"left":{"measure":"close"},"comparator":"above","right":{"measure":"sma","params":{"n":50}}},"for":"market:"}},{"version":1,"name":"Two","market":"ALDANE","made":19000,"members":[{"ticker":"$stock","added":19000},{"ticker":"NOBODY","added":null}]}]',
      sessions: 20,
    },
  ],
  ask(market, params) {
    const before = market.before(params.sessions);
    const index = market.find(market.row.broadIndex ?? "");
    const closesOfIndex = index && market.bars("close", index.index);
    return {
      asOf: market.asOf,
      provisional: market.provisional,
      /** The session since which changes are told. */
      since: before.asOf,
      indexName: index?.name ?? "",
      rows: params.lists.map((one) => rowOf(market, before, one, closesOfIndex)),
    };
  },
  reading: (r) => readingOf(r.rows, r.since),
  table: (r) => tableOf(LIST_COLUMNS, r.rows),
  states: (r) => Object.fromEntries(r.rows.map((row) => [row.name, [...row.tickers].sort().join(", ")])),
});

function rowOf(market: Market, before: Market, one: SavedList, index: Float64Array | undefined): ListRow {
  const tickers = tickersOfList(market, one);
  const earlier = new Set(tickersOfList(before, one));
  const now = new Set(tickers);
  const known = new Map(
    market.parts.flatMap((part) => part.instruments.map((i) => [i.ticker, { part, instrument: i }] as const)),
  );
  const own = tickers.flatMap((ticker) => known.get(ticker) ?? []);
  const sinceMade = index ? heldSince(market, one, index) : NOTHING_MADE;
  const average = (values: readonly number[]) => (values.length === 0 ? NaN : values.reduce((a, x) => a + x, 0) / values.length);
  const above = own.flatMap(({ part, instrument }) => {
    const is = isAbove50(part, instrument);
    return is === undefined ? [] : [Number(is)];
  });
  return {
    name: one.name,
    kind: one.scan ? "live" : "static",
    note: one.note,
    made: one.made ?? NaN,
    size: tickers.length,
    tickers,
    arrived: tickers.filter((t) => !earlier.has(t)),
    left: [...earlier].filter((t) => !now.has(t)),
    unknown: tickers.filter((t) => !known.has(t)),
    above50: average(above),
    sinceMade: sinceMade.made,
    index: sinceMade.index,
  };
}

const NOTHING_MADE = { made: NaN, index: NaN };

/**
 * What a list has made since it was made, were its members of each close held in equal parts to the next one; and the index over the
 * same sessions. One that was picked after the fact would flatter itself: those who have left count for as long as they were in it.
 */
function heldSince(market: Market, one: SavedList, index: Float64Array): { readonly made: number; readonly index: number } {
  const { t, sessions } = market;
  if (one.made === null || one.made > market.asOf) return NOTHING_MADE;
  const from = Math.max(
    0,
    sessions.findLastIndex((day) => day <= one.made!),
  );
  const sums = new Float64Array(t + 1);
  const counts = new Float64Array(t + 1);
  for (const { closes, isIn } of seriesOf(market, one)) {
    let before = NaN;
    let wasIn = false;
    for (let s = from; s <= t; s++) {
      const close = closes[s]!;
      if (close === close) {
        if (wasIn && before === before) {
          sums[s]! += close / before - 1;
          counts[s]!++;
        }
        before = close;
        wasIn = isIn(s);
      }
    }
  }
  let made = 1;
  for (let s = from + 1; s <= t; s++) if (counts[s]! > 0) made *= 1 + sums[s]! / counts[s]!;
  return { made: made - 1, index: index[t]! / index[from]! - 1 };
}

/** Closes of all that have ever been in a list, and on which sessions each was. */
function seriesOf(market: Market, one: SavedList): { readonly closes: Float64Array; readonly isIn: (s: number) => boolean }[] {
  const { scan } = one;
  if (scan)
    return universeOf(market, scan.for)
      .ever()
      .map(({ instrument, conditions, runs }) => {
        const truth = conditions.truth(withoutOff(scan.when), "close");
        const isMember = (s: number) => runs.some(([from, to]) => from <= s && s <= to);
        return { closes: market.bars("close", instrument.index), isIn: (s: number) => truthAt(truth, s) === 1 && isMember(s) };
      });
  return [...new Set(one.members.map((m) => m.ticker))].flatMap((ticker) => {
    const instrument = market.find(ticker);
    if (!instrument) return [];
    const own = one.members.filter((m) => m.ticker === ticker);
    const isIn = (s: number) => membersOn({ members: own }, market.sessions[s]!).length > 0;
    return [{ closes: market.bars("close", instrument.index), isIn }];
  });
}

function isAbove50(part: Market, { index }: KnownInstrument): boolean | undefined {
  const t = part.lastSessionOf(index);
  if (t < 0) return undefined;
  const close = part.bars("close", index)[t]!;
  const average = part.row.market === "" ? NaN : part.perInstrument(EMA50, index)[t]!;
  return Number.isNaN(close - average) ? undefined : close > average;
}

function readingOf(rows: readonly ListRow[], since: number): Sentence[] {
  if (rows.length === 0)
    return [["No list is kept yet: one is made of what a scan finds, of what is chosen on the period map, or of tickers."]];
  const changed = rows.filter((r) => r.arrived.length + r.left.length > 0);
  const ahead = rows
    .filter((r) => !Number.isNaN(r.sinceMade - r.index))
    .sort((a, b) => b.sinceMade - b.index - (a.sinceMade - a.index))[0];
  const first: Sentence =
    changed.length === 0
      ? [
          `Nothing has come or gone in ${rows.length === 1 ? "the list" : `any of the ${rows.length} lists`} since ${date(since)}.`,
        ]
      : [
          `Since ${date(since)} `,
          { figure: none(changed.reduce((n, r) => n + r.arrived.length, 0)) },
          " arrived and ",
          { figure: none(changed.reduce((n, r) => n + r.left.length, 0)) },
          ` left, in ${listed(changed.slice(0, 3).map((r) => `“${r.name}”`))}${changed.length > 3 ? ` and ${count(changed.length - 3, "other list")}` : ""}.`,
        ];
  if (!ahead) return [first];
  const excess = ahead.sinceMade - ahead.index;
  return [
    first,
    [
      `“${ahead.name}” has made `,
      { figure: signedPercent(ahead.sinceMade) },
      ` since made, ${signedPercent(excess)} against the index${rows.length > 1 ? ", the most of all" : ""}.`,
    ],
  ];
}
