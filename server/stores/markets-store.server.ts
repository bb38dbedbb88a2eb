import type { Knex } from "knex";
import type { HolidayRow, MarketRow } from "@core/columns/dataset";
import { insertRows } from "../db.server";

/* markets(market, name, currency, broad_index, volatility_index); holidays(market, day, known) */

interface Row {
  market: string;
  name: string;
  currency: string;
  broad_index: string | null;
  volatility_index: string | null;
}

/** All markets, in the order in which they came. */
export async function listMarkets(db: Knex): Promise<MarketRow[]> {
  const rows = await db<Row>("markets").orderByRaw("rowid");
  return rows.map((r) => ({
    market: r.market,
    name: r.name,
    currency: r.currency,
    broadIndex: r.broad_index,
    volatilityIndex: r.volatility_index,
  }));
}

/** Adds or overwrites markets by code. */
export async function upsertMarkets(trx: Knex.Transaction, markets: readonly MarketRow[]): Promise<void> {
  for (const m of markets) {
    const row: Row = {
      market: m.market,
      name: m.name,
      currency: m.currency,
      broad_index: m.broadIndex,
      volatility_index: m.volatilityIndex,
    };
    await trx("markets").insert(row).onConflict("market").merge();
  }
}

/** Holidays of all markets or one, by day. */
export async function listHolidays(db: Knex, market?: string): Promise<HolidayRow[]> {
  const query = db<{ market: string; day: number; known: number }>("holidays").orderBy(["market", "day"]);
  const rows = await (market === undefined ? query : query.where({ market }));
  return rows.map((r) => ({ market: r.market, date: r.day, known: r.known }));
}

/** Replaces the holidays of every market that the rows name. */
export async function replaceHolidays(trx: Knex.Transaction, holidays: readonly HolidayRow[]): Promise<void> {
  await trx("holidays")
    .whereIn("market", [...new Set(holidays.map((h) => h.market))])
    .delete();
  await insertRows(
    trx,
    "holidays",
    holidays.map((h) => ({ market: h.market, day: h.date, known: h.known })),
  );
}
