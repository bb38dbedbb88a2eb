import { crc32 } from "node:zlib";
import type { Database } from "better-sqlite3";
import type { Knex } from "knex";
import type { InstrumentBars, ReserveBar } from "@core/columns/dataset";
import { BAR_COLUMNS } from "@core/columns/panel";
import { blockOf, fromBlocks } from "./bar-block";

/*
 * delivered_sessions(day, bars, block, checksum): what the feed has delivered since the last import. A session is one row, so
 * that a delivery writes little; an import folds them into the blocks of the instruments first. The block is that of
 * bar-block.ts, with the instruments' ids where the days stand.
 */

interface Row {
  day: number;
  bars: number;
  block: Buffer;
  checksum: number;
}

/** Writes a session, or writes it anew; its bars are laid over those it has. */
export function putDelivered(
  connection: Database,
  day: number,
  bars: readonly ReserveBar[],
  ids: ReadonlyMap<string, number>,
): void {
  const known = bars.flatMap(([ticker, open, high, low, close, volume]) => {
    const id = ids.get(ticker);
    return id === undefined ? [] : [{ id, open, high, low, close, volume: volume ?? NaN }];
  });
  const column = (name: (typeof BAR_COLUMNS)[number]) => Float64Array.from(known, (bar) => bar[name]);
  const block = blockOf({
    ticker: "",
    days: Int32Array.from(known, (bar) => bar.id),
    open: column("open"),
    high: column("high"),
    low: column("low"),
    close: column("close"),
    volume: column("volume"),
  });
  connection
    .prepare(
      "INSERT INTO delivered_sessions (day, bars, block, checksum) VALUES (?, ?, ?, ?) ON CONFLICT (day) DO UPDATE SET bars = excluded.bars, block = excluded.block, checksum = excluded.checksum",
    )
    .run(day, known.length, block, crc32(block));
}

/** Delivered bars by the id of their instrument, each in the order of its days. */
export async function listDelivered(db: Knex): Promise<Map<number, InstrumentBars>> {
  const sessions = (await db<Row>("delivered_sessions").orderBy("day")).map((row) => ({
    day: row.day,
    bars: fromBlocks("", [row]),
  }));
  const places = new Map<number, [session: number, k: number][]>();
  sessions.forEach(({ bars }, session) => {
    bars.days.forEach((id, k) => {
      const list = places.get(id);
      if (list) list.push([session, k]);
      else places.set(id, [[session, k]]);
    });
  });
  const found = new Map<number, InstrumentBars>();
  for (const [id, own] of places) {
    const columns = Object.fromEntries(
      BAR_COLUMNS.map((name) => [name, Float64Array.from(own, ([session, k]) => sessions[session]!.bars[name][k]!)]),
    ) as unknown as InstrumentBars;
    found.set(id, { ...columns, ticker: "", days: Int32Array.from(own, ([session]) => sessions[session]!.day) });
  }
  return found;
}

/** Takes all delivered sessions out of the database. */
export async function removeDelivered(trx: Knex.Transaction): Promise<void> {
  await trx("delivered_sessions").delete();
}
