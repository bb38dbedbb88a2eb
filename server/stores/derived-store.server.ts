import { deserialize, serialize } from "node:v8";
import type { Knex } from "knex";
import type { DerivedColumns } from "@studies/market/market-data";

/*
 * derived_columns(market, name, code, history, block): what one run derived from a history of market data, for the next.
 * `code` names the program that derived it and `history` the state of the data: a row of another code or history is
 * never read, and goes when a newer one is written. `block` is in Node's own serialisation.
 */

interface Row {
  market: string;
  name: string;
  code: string;
  history: number;
  block: Buffer;
}

export interface Derivation {
  readonly code: string;
  readonly history: number;
}

/** The columns of all markets that this code derived from this history, by market and name. */
export async function listDerived(db: Knex, of: Derivation): Promise<Map<string, Record<string, DerivedColumns>>> {
  const byMarket = new Map<string, Record<string, DerivedColumns>>();
  for (const row of await db<Row>("derived_columns").where({ ...of })) {
    const own = byMarket.get(row.market) ?? {};
    const columns = read(row.block);
    if (columns) own[row.name] = columns;
    byMarket.set(row.market, own);
  }
  return byMarket;
}

/** What cannot be read is derived anew. */
function read(block: Buffer): DerivedColumns | undefined {
  try {
    return deserialize(block) as DerivedColumns;
  } catch {
    return undefined;
  }
}

/** Keeps columns of a market; what other code or another history left is removed. */
export async function upsertDerived(
  db: Knex,
  market: string,
  columns: Readonly<Record<string, DerivedColumns>>,
  of: Derivation,
): Promise<void> {
  await db.transaction(async (trx) => {
    await trx<Row>("derived_columns").whereNot({ code: of.code }).orWhereNot({ history: of.history }).delete();
    for (const [name, own] of Object.entries(columns)) {
      await trx("derived_columns")
        .insert({ market, name, ...of, block: serialize(own) })
        .onConflict(["market", "name"])
        .merge();
    }
  });
}
