import type { Knex } from "knex";
import { isoDate } from "@core";
import { listBarSpans } from "./stores/bars-store.server";
import { listInstruments } from "./stores/instruments-store.server";
import { listHolidays, listMarkets } from "./stores/markets-store.server";

export interface LoadedMarket {
  readonly market: string;
  readonly name: string;
  readonly currency: string;
  readonly broadIndex: string | null;
  readonly volatilityIndex: string | null;
  readonly kinds: readonly { readonly kind: string; readonly instruments: number }[];
  readonly bars: number;
  readonly first: string | null;
  readonly last: string | null;
  readonly holidays: number;
  /** Days since its last session; null without one. */
  readonly age: number | null;
  /** Instruments that have bars, but none for two weeks before the last session, and are not known to be gone. */
  readonly stale: readonly string[];
}

/** Days without a bar after which an instrument counts as stale. */
const STALE_DAYS = 14;

/**
 * What is loaded, market by market, and how old it is.
 * @param today epoch day
 */
export async function countLoadedRows(
  db: Knex,
  spanOf: (market: string) => Promise<{ first: number; last: number } | undefined>,
  today: number,
): Promise<LoadedMarket[]> {
  const loaded: LoadedMarket[] = [];
  const spans = await listBarSpans(db);
  const holidays = await listHolidays(db);
  for (const m of await listMarkets(db)) {
    const instruments = await listInstruments(db, m.market);
    const kinds = new Map<string, number>();
    for (const { kind } of instruments) kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    const span = await spanOf(m.market);
    loaded.push({
      ...m,
      kinds: [...kinds].sort().map(([kind, n]) => ({ kind, instruments: n })),
      bars: instruments.reduce((sum, { id }) => sum + (spans.get(id)?.bars ?? 0), 0),
      first: span ? isoDate(span.first) : null,
      last: span ? isoDate(span.last) : null,
      holidays: holidays.filter((h) => h.market === m.market).length,
      age: span ? Math.max(0, today - span.last) : null,
      stale: instruments
        .filter(({ id, delisted }) => span && delisted === null && spans.has(id) && spans.get(id)!.last < span.last - STALE_DAYS)
        .map(({ ticker }) => ticker),
    });
  }
  return loaded;
}
