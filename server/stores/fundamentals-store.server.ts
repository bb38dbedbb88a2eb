import type { Knex } from "knex";
import type { FundamentalsRow } from "@core/columns/dataset";
import { insertRows } from "../db.server";

/* fundamentals(id, instrument_id, known, eps, eps_expected, growth, sales_growth, dividend, shares, next_report) */

export interface StoredFundamentals {
  instrument_id: number;
  known: number;
  eps: number | null;
  eps_expected: number | null;
  growth: number | null;
  sales_growth: number | null;
  dividend: number | null;
  shares: number | null;
  next_report: number | null;
}

interface Joined extends Omit<StoredFundamentals, "instrument_id"> {
  ticker: string;
}

/** All rows as they are stored, by instrument and day known, later rows of one day last. */
export async function listFundamentalRows(db: Knex): Promise<StoredFundamentals[]> {
  return db<StoredFundamentals>("fundamentals").orderBy(["instrument_id", "known", "id"]);
}

/** All rows, or those of one market's instruments, by ticker and day known, later rows of one day last. */
export async function listFundamentals(db: Knex, market?: string): Promise<FundamentalsRow[]> {
  const query = db("fundamentals as f")
    .join("instruments as i", "i.id", "f.instrument_id")
    .select(
      "i.ticker",
      "f.known",
      "f.eps",
      "f.eps_expected",
      "f.growth",
      "f.sales_growth",
      "f.dividend",
      "f.shares",
      "f.next_report",
    )
    .orderBy(["i.ticker", "f.known", "f.id"]);
  const rows = (await (market === undefined ? query : query.where("i.market", market))) as Joined[];
  return rows.map((r) => ({
    ticker: r.ticker,
    known: r.known,
    eps: r.eps,
    epsExpected: r.eps_expected,
    growth: r.growth,
    salesGrowth: r.sales_growth,
    dividend: r.dividend,
    shares: r.shares,
    nextReport: r.next_report,
  }));
}

/** Adds rows; those of an instrument and day known that are there already are overwritten. */
export async function mergeFundamentals(
  trx: Knex.Transaction,
  rows: readonly FundamentalsRow[],
  idOf: ReadonlyMap<string, number>,
): Promise<void> {
  const days = new Map<number, Set<number>>();
  for (const row of rows) {
    const id = idOf.get(row.ticker)!;
    const own = days.get(id);
    if (own) own.add(row.known);
    else days.set(id, new Set([row.known]));
  }
  for (const [id, known] of days) {
    await trx("fundamentals")
      .where({ instrument_id: id })
      .whereIn("known", [...known])
      .delete();
  }
  await insertRows(
    trx,
    "fundamentals",
    rows.map((r) => ({
      instrument_id: idOf.get(r.ticker),
      known: r.known,
      eps: r.eps,
      eps_expected: r.epsExpected,
      growth: r.growth,
      sales_growth: r.salesGrowth,
      dividend: r.dividend,
      shares: r.shares,
      next_report: r.nextReport,
    })),
  );
}
