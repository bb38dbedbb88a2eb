import type { Knex } from "knex";
import { isoDate, yearOf } from "@core";
import { count } from "@studies/words/words";
import { write } from "./db.server";
import { Conflict, Invalid, NotFound } from "./errors";
import { foldDelivered, removeBars } from "./stores/bars-store.server";
import { listInstruments } from "./stores/instruments-store.server";
import { countAfter, insertChange, listChanges, revertChange, type Touched } from "./stores/changes-store.server";
import { bumpDataVersion, stampHistory } from "./stores/meta-store.server";
import { MOST_CHANGES } from "./transfer/write-dataset.server";

export { listChanges, type DataChange } from "./stores/changes-store.server";

/**
 * Undoes the latest import or removal: what stood before stands again.
 * @param id of the change, as it was shown
 * @throws NotFound when there is none; Conflict when another came later, or the feed has delivered since
 */
export async function undoChange(db: Knex, id: number): Promise<void> {
  await changing(db, async (trx) => {
    const all = await listChanges(trx);
    const change = all.find((c) => c.id === id);
    if (!change) throw new NotFound("That change is not known any more: it was undone, or newer ones took its place.");
    if (all[0]!.id !== id) throw new Conflict("A later change has to be undone before this one.");
    // What an import replaced is from before these sessions; putting it back would lose what they brought.
    if (change.kind === "import" && (await trx("delivered_sessions").first("day")))
      throw new Conflict("The feed has delivered sessions since this import; it can no longer be undone.");
    await revertChange(trx, id);
  });
}

/**
 * Removes an instrument with its bars, memberships and fundamentals.
 * @throws NotFound for an unknown ticker
 */
export async function removeInstrument(db: Knex, ticker: string): Promise<void> {
  await changing(db, async (trx) => {
    const row = await trx<{ ticker: string; name: string }>("instruments").where({ ticker }).first("name");
    if (!row) throw new NotFound(`There is no instrument "${ticker}".`);
    const change = await keepBefore(trx, `${ticker} (${row.name})`, await touchedOf(trx, [ticker]));
    await trx("instruments").where({ ticker }).delete();
    await countAfter(trx, change);
  });
}

/**
 * Removes a market with its instruments and all that is known of them.
 * @throws NotFound for an unknown code
 */
export async function removeMarket(db: Knex, market: string): Promise<void> {
  await changing(db, async (trx) => {
    const row = await trx<{ market: string; name: string }>("markets").where({ market }).first("name");
    if (!row) throw new NotFound(`There is no market "${market}".`);
    const tickers = await trx("instruments").where({ market }).pluck<string[]>("ticker");
    const touched = await touchedOf(trx, tickers);
    const words = `${row.name} with ${count(tickers.length, "instrument")}`;
    const change = await keepBefore(trx, words, { ...touched, markets: [market], holidayMarkets: [market] });
    await trx("instruments").where({ market }).delete();
    await trx("markets").where({ market }).delete();
    await countAfter(trx, change);
  });
}

/**
 * Removes the bars of a market's instruments on some days.
 * @param span code of the market; the first and the last day, as epoch days
 * @throws NotFound for an unknown market, or where there is no bar on those days; Invalid for a span that ends before it begins
 */
export async function removeSpan(
  db: Knex,
  { market, from, to }: { readonly market: string; readonly from: number; readonly to: number },
): Promise<void> {
  if (to < from) throw new Invalid("The last day lies before the first.");
  await changing(db, async (trx) => {
    const row = await trx<{ market: string; name: string }>("markets").where({ market }).first("name");
    if (!row) throw new NotFound(`There is no market "${market}".`);
    await foldDelivered(trx);
    const instruments = await listInstruments(trx, market);
    const years = [yearOf(from), yearOf(to)] as const;
    const words = `${row.name} from ${isoDate(from)} to ${isoDate(to)}`;
    const change = await keepBefore(trx, words, { years: new Map(instruments.map(({ ticker }) => [ticker, years])) });
    let removed = 0;
    for (const { id, ticker } of instruments) removed += await removeBars(trx, { id, ticker }, { from, to });
    if (removed === 0) throw new NotFound(`${row.name} has no bar from ${isoDate(from)} to ${isoDate(to)}.`);
    await countAfter(trx, change);
  });
}

export async function changing(db: Knex, work: (trx: Knex.Transaction) => Promise<void>): Promise<void> {
  await write(db, () =>
    db.transaction(async (trx) => {
      await work(trx);
      await stampHistory(trx);
      await bumpDataVersion(trx);
    }),
  );
}

/** Keeps what stands where a change is about to write. */
export function keepBefore(
  trx: Knex.Transaction,
  words: string,
  touched: Touched,
  kind: "removal" | "edit" = "removal",
): Promise<number> {
  return insertChange(trx, { kind, madeAt: Date.now(), words }, touched, MOST_CHANGES);
}

/** All that goes with instruments. */
async function touchedOf(trx: Knex.Transaction, tickers: readonly string[]): Promise<Touched> {
  const wanted = new Set(tickers);
  const rows: { ticker: string; group: string }[] = await trx("memberships as m")
    .join("instruments as i", "i.id", "m.instrument_id")
    .distinct("i.ticker as ticker", "m.group_name as group");
  const span = (await trx("bar_blocks").min("year as from").max("year as to").first()) as {
    from: number | null;
    to: number | null;
  };
  return {
    tickers,
    years: new Map(span.from === null ? [] : tickers.map((ticker) => [ticker, [span.from!, span.to!] as const])),
    groups: [...new Set(rows.filter((r) => wanted.has(r.ticker)).map((r) => r.group))],
    fundamentals: tickers,
  };
}
