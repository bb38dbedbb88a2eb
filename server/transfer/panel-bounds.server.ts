import type { Knex } from "knex";
import type { Dataset } from "@core/columns/dataset";
import { count } from "@studies/words/words";
import { eachBarDays } from "../stores/bars-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import type { Problems } from "./problems";

/*
 * In memory a market is a table of instruments x sessions. Its size follows that of the data as long as most
 * instruments trade on most sessions; a file of a few rows on very many different days would make a huge, empty one.
 */

/** Places that one market's table may have: some ten times the demo at full length. */
const MOST_PLACES = 80_000_000;
/** Below this a table may be as empty as it likes. */
const SMALL = 4_000_000;
/** Places a bar, above that size. */
const MOST_EMPTY = 30;

/** Adds a problem for each market whose table would be too large, or large and nearly empty, with these data in it. */
export async function checkBounds(db: Knex, { instruments, bars }: Dataset, file: string, problems: Problems): Promise<void> {
  const stored = await listInstruments(db);
  const rowOf = new Map([...stored, ...instruments].map((row) => [row.ticker, row]));
  const tables = new Map<string, { instruments: number; stockDays: Set<number>; days: Set<number>; bars: number }>();
  const tableOf = (market: string | null) => {
    const key = market ?? "";
    let table = tables.get(key);
    if (!table) tables.set(key, (table = { instruments: 0, stockDays: new Set(), days: new Set(), bars: 0 }));
    return table;
  };
  const take = (ticker: string, days: Int32Array) => {
    const row = rowOf.get(ticker);
    if (!row) return;
    const table = tableOf(row.market);
    table.bars += days.length;
    const own = row.kind === "stock" ? table.stockDays : table.days;
    for (const day of days) own.add(day);
  };
  for (const row of rowOf.values()) tableOf(row.market).instruments++;
  for (const { ticker, days } of bars) take(ticker, days);
  const tickerOf = new Map(stored.map((row) => [row.id, row.ticker]));
  await eachBarDays(db, (id, days) => {
    take(tickerOf.get(id) ?? "", days);
  });
  for (const [market, table] of tables) {
    const sessions = table.stockDays.size > 0 ? table.stockDays.size : table.days.size;
    const places = table.instruments * sessions;
    if (places <= SMALL) continue;
    const what = `${count(table.instruments, "instrument")} on ${count(sessions, "session")} of ${market || "no market"}`;
    if (places > MOST_PLACES)
      problems.add(file, 0, `would make a market larger than is taken: ${what}; at most ${MOST_PLACES / 1e6} million places`);
    else if (places > MOST_EMPTY * table.bars)
      problems.add(
        file,
        0,
        `would make a market that is nearly empty: ${what} for ${count(table.bars, "bar")}. Do the dates and tickers stand in the right columns?`,
      );
  }
}
