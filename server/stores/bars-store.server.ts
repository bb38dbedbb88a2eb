import type { Knex } from "knex";
import type { InstrumentBars } from "@core/columns/dataset";
import { insertRows } from "../db.server";
import { fromBlocks, toBlocks } from "./bar-block";

/* bar_blocks(instrument_id, year, bars, block) */

interface Row {
  instrument_id: number;
  year: number;
  bars: number;
  block: Buffer;
}

/** Replaces all bars of an instrument. */
export async function putBars(trx: Knex.Transaction, instrumentId: number, bars: InstrumentBars): Promise<void> {
  await trx("bar_blocks").where({ instrument_id: instrumentId }).delete();
  await insertRows(trx, "bar_blocks", toBlocks(bars).map((b) => ({ instrument_id: instrumentId, ...b })));
}

/** Bars of one instrument, empty when it has none. */
export async function getBars(db: Knex, instrumentId: number, ticker: string): Promise<InstrumentBars> {
  const rows = await db<Row>("bar_blocks").where({ instrument_id: instrumentId }).orderBy("year");
  return fromBlocks(ticker, rows);
}

/** Bars of many instruments, handed over one instrument at a time; as few statements as memory allows. */
export async function readBars(
  db: Knex,
  instruments: readonly { readonly id: number; readonly ticker: string }[],
  take: (bars: InstrumentBars, index: number) => void,
): Promise<void> {
  const CHUNK = 100;
  for (let start = 0; start < instruments.length; start += CHUNK) {
    const part = instruments.slice(start, start + CHUNK);
    const rows = await db<Row>("bar_blocks")
      .whereIn("instrument_id", part.map((i) => i.id))
      .orderBy(["instrument_id", "year"]);
    const byId = new Map<number, Row[]>();
    for (const row of rows) {
      const list = byId.get(row.instrument_id);
      if (list) list.push(row);
      else byId.set(row.instrument_id, [row]);
    }
    part.forEach((i, k) => {
      take(fromBlocks(i.ticker, byId.get(i.id) ?? []), start + k);
    });
  }
}
