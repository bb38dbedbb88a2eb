import type { Knex } from "knex";
import { yearOf } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";
import type { BAR_COLUMNS } from "@core/columns/panel";
import { insertRows } from "../db.server";
import { fromBlocks, isIntact, toBlocks } from "./bar-block";
import { listDelivered, removeDelivered } from "./delivered-store.server";

/* bar_blocks(instrument_id, year, bars, block, checksum); what the feed has delivered lies over them: delivered-store.server.ts */

interface Row {
  instrument_id: number;
  year: number;
  bars: number;
  block: Buffer;
  checksum: number;
}

/** Adds bars of an instrument; a day that it has already is overwritten. */
export async function mergeBars(trx: Knex.Transaction, instrumentId: number, bars: InstrumentBars): Promise<void> {
  if (bars.days.length === 0) return;
  const years = { from: yearOf(bars.days[0]!), to: yearOf(bars.days[bars.days.length - 1]!) };
  const touched = () =>
    trx<Row>("bar_blocks").where({ instrument_id: instrumentId }).whereBetween("year", [years.from, years.to]);
  // The bars of a damaged block are lost already: what comes stands in their place.
  const old = fromBlocks(bars.ticker, (await touched().orderBy("year")).filter(isIntact));
  await touched().delete();
  await insertRows(
    trx,
    "bar_blocks",
    toBlocks(overlaidBars(old, bars)).map((b) => ({ instrument_id: instrumentId, ...b })),
  );
}

/**
 * Takes the bars of an instrument on some days away.
 * @returns how many there were
 */
export async function removeBars(
  trx: Knex.Transaction,
  { id, ticker }: { readonly id: number; readonly ticker: string },
  { from, to }: { readonly from: number; readonly to: number },
): Promise<number> {
  const touched = () =>
    trx<Row>("bar_blocks")
      .where({ instrument_id: id })
      .whereBetween("year", [yearOf(from), yearOf(to)]);
  const old = fromBlocks(ticker, (await touched().orderBy("year")).filter(isIntact));
  const kept = rowsWhere(old, (day) => day < from || day > to);
  if (kept.days.length === old.days.length) return 0;
  await touched().delete();
  await insertRows(
    trx,
    "bar_blocks",
    toBlocks(kept).map((b) => ({ instrument_id: id, ...b })),
  );
  return old.days.length - kept.days.length;
}

function rowsWhere(bars: InstrumentBars, isKept: (day: number) => boolean): InstrumentBars {
  const places = Array.from(bars.days.keys()).filter((k) => isKept(bars.days[k]!));
  const column = (name: (typeof BAR_COLUMNS)[number]) => Float64Array.from(places, (k) => bars[name][k]!);
  return {
    ticker: bars.ticker,
    days: Int32Array.from(places, (k) => bars.days[k]!),
    open: column("open"),
    high: column("high"),
    low: column("low"),
    close: column("close"),
    volume: column("volume"),
  };
}

/** Puts the sessions that the feed has delivered into the blocks, so that what is written next counts as newer. */
export async function foldDelivered(trx: Knex.Transaction): Promise<void> {
  const delivered = await listDelivered(trx);
  if (delivered.size === 0) return;
  await removeDelivered(trx);
  for (const [id, bars] of delivered) await mergeBars(trx, id, bars);
}

/** Two sets of bars as one, in the order of the days; where both have a day, the newer one counts. */
export function overlaidBars(old: InstrumentBars, newer: InstrumentBars): InstrumentBars {
  if (old.days.length === 0) return newer;
  if (newer.days.length === 0) return old;
  if (newer.days[0]! > old.days[old.days.length - 1]!) return joined(old, newer);
  // Both are in the order of their days: one walk over the two.
  const from: InstrumentBars[] = [];
  const rows: number[] = [];
  const take = (bars: InstrumentBars, k: number) => {
    from.push(bars);
    rows.push(k);
  };
  let i = 0;
  for (let k = 0; k < newer.days.length; k++) {
    while (i < old.days.length && old.days[i]! < newer.days[k]!) take(old, i++);
    if (old.days[i] === newer.days[k]) i++;
    take(newer, k);
  }
  while (i < old.days.length) take(old, i++);
  const days = new Int32Array(rows.length);
  for (let r = 0; r < rows.length; r++) days[r] = from[r]!.days[rows[r]!]!;
  const column = (name: (typeof BAR_COLUMNS)[number]) => {
    const values = new Float64Array(rows.length);
    for (let r = 0; r < rows.length; r++) values[r] = from[r]![name][rows[r]!]!;
    return values;
  };
  return {
    ticker: newer.ticker,
    days,
    open: column("open"),
    high: column("high"),
    low: column("low"),
    close: column("close"),
    volume: column("volume"),
  };
}

function joined(old: InstrumentBars, newer: InstrumentBars): InstrumentBars {
  const column = (name: (typeof BAR_COLUMNS)[number]) => {
    const whole = new Float64Array(old.days.length + newer.days.length);
    whole.set(old[name]);
    whole.set(newer[name], old.days.length);
    return whole;
  };
  const days = new Int32Array(old.days.length + newer.days.length);
  days.set(old.days);
  days.set(newer.days, old.days.length);
  return {
    ticker: old.ticker,
    days,
    open: column("open"),
    high: column("high"),
    low: column("low"),
    close: column("close"),
    volume: column("volume"),
  };
}

/** Bars of one instrument, empty when it has none; who asks for many hands over what the feed has delivered. */
export async function getBars(
  db: Knex,
  instrumentId: number,
  ticker: string,
  delivered?: ReadonlyMap<number, InstrumentBars>,
): Promise<InstrumentBars> {
  const rows = await db<Row>("bar_blocks").where({ instrument_id: instrumentId }).orderBy("year");
  return withDelivered(fromBlocks(ticker, rows), (delivered ?? (await listDelivered(db))).get(instrumentId));
}

function withDelivered(bars: InstrumentBars, newer: InstrumentBars | undefined): InstrumentBars {
  return newer ? overlaidBars(bars, { ...newer, ticker: bars.ticker }) : bars;
}

/** Bars of many instruments, handed over one instrument at a time; as few statements as memory allows. */
export async function readBars(
  db: Knex,
  instruments: readonly { readonly id: number; readonly ticker: string }[],
  take: (bars: InstrumentBars, index: number) => void,
): Promise<void> {
  const CHUNK = 100;
  const delivered = await listDelivered(db);
  for (let start = 0; start < instruments.length; start += CHUNK) {
    const part = instruments.slice(start, start + CHUNK);
    const rows = await db<Row>("bar_blocks")
      .whereIn(
        "instrument_id",
        part.map((i) => i.id),
      )
      .orderBy(["instrument_id", "year"]);
    const byId = new Map<number, Row[]>();
    for (const row of rows) {
      const list = byId.get(row.instrument_id);
      if (list) list.push(row);
      else byId.set(row.instrument_id, [row]);
    }
    part.forEach((i, k) => {
      take(withDelivered(fromBlocks(i.ticker, byId.get(i.id) ?? []), delivered.get(i.id)), start + k);
    });
  }
}

/** Bars of an instrument: how many, and the epoch days of the first and the last. */
export interface BarSpan {
  readonly bars: number;
  readonly first: number;
  readonly last: number;
}

/** What bars each instrument has, by its id; those without any are left out. Reads the ends of blocks, not the bars. */
export async function listBarSpans(db: Knex): Promise<Map<number, BarSpan>> {
  // Of all that an instrument has only its first and its last block are looked into.
  const years = db("bar_blocks")
    .where("bars", ">", 0)
    .groupBy("instrument_id")
    .select("instrument_id as id", db.raw("sum(bars) as bars, min(year) as low, max(year) as high"));
  const blocks: { id: number; bars: number; head: Buffer; end: Buffer }[] = await db
    .with("spans", years)
    .from("spans as s")
    .join("bar_blocks as a", (on) => on.on("a.instrument_id", "s.id").andOn("a.year", "s.low"))
    .join("bar_blocks as z", (on) => on.on("z.instrument_id", "s.id").andOn("z.year", "s.high"))
    .select("s.id", "s.bars", db.raw("substr(a.block, 1, 4) as head"), db.raw("substr(z.block, 4 * z.bars - 3, 4) as end"));
  const spans = new Map<number, BarSpan>();
  const add = (id: number, bars: number, first: number, last: number) => {
    const own = spans.get(id);
    spans.set(
      id,
      own ? { bars: own.bars + bars, first: Math.min(own.first, first), last: Math.max(own.last, last) } : { bars, first, last },
    );
  };
  for (const { id, bars, head, end } of blocks) add(id, bars, head.readInt32LE(0), end.readInt32LE(0));
  for (const [id, { days }] of await listDelivered(db)) add(id, days.length, days[0]!, days[days.length - 1]!);
  return spans;
}

/** The days of every stored bar, a block at a time, without reading prices. */
export async function eachBarDays(db: Knex, take: (instrumentId: number, days: Int32Array) => void): Promise<void> {
  const rows: { id: number; bars: number; days: Buffer }[] = await db("bar_blocks").select(
    "instrument_id as id",
    "bars",
    db.raw("substr(block, 1, 4 * bars) as days"),
  );
  for (const { id, bars, days } of rows)
    take(
      id,
      Int32Array.from({ length: bars }, (_, k) => days.readInt32LE(4 * k)),
    );
  for (const [id, { days }] of await listDelivered(db)) take(id, days);
}
