import type { Knex } from "knex";
import { count } from "@studies/words/words";
import { write } from "./db.server";
import { Conflict, NotFound } from "./errors";
import { insertChange, listChanges, revertChange, type Touched } from "./stores/changes-store.server";
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
    await keepBefore(trx, `${ticker} (${row.name})`, await touchedOf(trx, [ticker]));
    await trx("instruments").where({ ticker }).delete();
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
    await keepBefore(trx, words, { ...touched, markets: [market], holidayMarkets: [market] });
    await trx("instruments").where({ market }).delete();
    await trx("markets").where({ market }).delete();
  });
}

async function changing(db: Knex, work: (trx: Knex.Transaction) => Promise<void>): Promise<void> {
  await write(db, () =>
    db.transaction(async (trx) => {
      await work(trx);
      await stampHistory(trx);
      await bumpDataVersion(trx);
    }),
  );
}

async function keepBefore(trx: Knex.Transaction, words: string, touched: Touched): Promise<void> {
  await insertChange(trx, { kind: "removal", madeAt: Date.now(), words }, touched, MOST_CHANGES);
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
