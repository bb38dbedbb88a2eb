import type { Knex } from "knex";
import type { InstrumentKind, InstrumentRow, Temperament } from "@core/columns/dataset";

/* instruments(id, ticker, name, kind, market, currency, listed, delisted, sector, industry, temperament, leverage, market_value_shares) */

interface Row {
  id: number;
  ticker: string;
  name: string;
  kind: InstrumentKind;
  market: string | null;
  currency: string | null;
  listed: number | null;
  delisted: number | null;
  sector: string | null;
  industry: string | null;
  temperament: Temperament | null;
  leverage: number | null;
  market_value_shares: number | null;
}

export type StoredInstrument = InstrumentRow & { readonly id: number };

/** All instruments, or those of one market, by ticker. */
export async function listInstruments(db: Knex, market?: string): Promise<StoredInstrument[]> {
  const query = db<Row>("instruments").orderBy("ticker");
  return (await (market === undefined ? query : query.where({ market }))).map(fromRow);
}

/** Adds or overwrites instruments by ticker and gives the id of every ticker there is. */
export async function upsertInstruments(
  trx: Knex.Transaction,
  instruments: readonly InstrumentRow[],
): Promise<Map<string, number>> {
  const rows = instruments.map(toRow);
  for (let i = 0; i < rows.length; i += 100) {
    await trx("instruments")
      .insert(rows.slice(i, i + 100))
      .onConflict("ticker")
      .merge();
  }
  const ids = await trx<Row>("instruments").select("id", "ticker");
  return new Map(ids.map((r) => [r.ticker, r.id]));
}

function toRow({ marketValueShares, ...rest }: InstrumentRow): Omit<Row, "id"> {
  return { ...rest, market_value_shares: marketValueShares };
}

function fromRow({ market_value_shares, ...rest }: Row): StoredInstrument {
  return { ...rest, marketValueShares: market_value_shares };
}
