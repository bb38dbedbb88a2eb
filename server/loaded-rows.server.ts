import type { Knex } from "knex";
import { isoDate } from "@core";
import { listDelivered } from "./stores/delivered-store.server";
import { listInstruments } from "./stores/instruments-store.server";
import { listMarkets } from "./stores/markets-store.server";

export interface LoadedMarket {
  readonly market: string;
  readonly name: string;
  readonly currency: string;
  readonly broadIndex: string | null;
  readonly kinds: readonly { readonly kind: string; readonly instruments: number }[];
  readonly bars: number;
  readonly first: string | null;
  readonly last: string | null;
}

/** What is loaded, market by market. */
export async function countLoadedRows(
  db: Knex,
  spanOf: (market: string) => Promise<{ first: number; last: number } | undefined>,
): Promise<LoadedMarket[]> {
  const loaded: LoadedMarket[] = [];
  const delivered = await listDelivered(db);
  for (const m of await listMarkets(db)) {
    const kinds = await db("instruments")
      .where({ market: m.market })
      .groupBy("kind")
      .orderBy("kind")
      .select<{ kind: string; instruments: number }[]>("kind", db.raw("count(*) as instruments"));
    const [total] = await db("bar_blocks as b")
      .join("instruments as i", "i.id", "b.instrument_id")
      .where("i.market", m.market)
      .select<{ bars: number | null }[]>(db.raw("sum(b.bars) as bars"));
    let bars = total?.bars ?? 0;
    for (const { id } of await listInstruments(db, m.market)) bars += delivered.get(id)?.days.length ?? 0;
    const span = await spanOf(m.market);
    loaded.push({
      market: m.market,
      name: m.name,
      currency: m.currency,
      broadIndex: m.broadIndex,
      kinds,
      bars,
      first: span ? isoDate(span.first) : null,
      last: span ? isoDate(span.last) : null,
    });
  }
  return loaded;
}
