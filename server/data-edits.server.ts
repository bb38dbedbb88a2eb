import type { Knex } from "knex";
import { z } from "zod";
import { isoDate, weekday } from "@core";
import { INSTRUMENT_KINDS, TEMPERAMENTS, type HolidayRow, type InstrumentRow } from "@core/columns/dataset";
import { count } from "@studies/words/words";
import { changing, keepBefore } from "./data-changes.server";
import { Invalid, NotFound } from "./errors";
import { eachBarDays } from "./stores/bars-store.server";
import { countAfter } from "./stores/changes-store.server";
import { listInstruments, upsertInstruments } from "./stores/instruments-store.server";
import { listHolidays, listMarkets, replaceHolidays, upsertMarkets } from "./stores/markets-store.server";

const text = (most: number) => z.string().trim().max(most, `is longer than ${most} letters`);

/** What can be changed of instruments; what is left out stays as it is, and empty text is "not known". */
const instrumentEdit = z.strictObject({
  name: text(200).min(1, "is empty").optional(),
  kind: z.enum(INSTRUMENT_KINDS).optional(),
  sector: text(100).optional(),
  industry: text(100).optional(),
  currency: text(12).optional(),
  temperament: z.enum([...TEMPERAMENTS, ""]).optional(),
});
export type InstrumentEdit = z.output<typeof instrumentEdit>;

/**
 * Changes instruments, all in the same way, as one change that can be undone.
 * @throws NotFound for a ticker that is not there; Invalid for what an instrument does not have, or for nothing to change
 */
export async function editInstruments(db: Knex, tickers: readonly string[], given: unknown): Promise<void> {
  const parsed = instrumentEdit.safeParse(given);
  if (!parsed.success) throw new Invalid("That cannot be kept.", z.prettifyError(parsed.error).split("\n"));
  const edit = parsed.data;
  const fields = Object.keys(edit);
  if (fields.length === 0) throw new Invalid("Nothing was given that would be changed.");
  if (tickers.length === 0) throw new Invalid("No instrument was chosen.");
  if (edit.name !== undefined && tickers.length > 1) throw new Invalid("A name is that of one instrument.");
  await changing(db, async (trx) => {
    const rows = new Map((await listInstruments(trx)).map((row) => [row.ticker, row]));
    const changed = tickers.map((ticker) => {
      const row = rows.get(ticker);
      if (!row) throw new NotFound(`There is no instrument "${ticker}".`);
      return edited(row, edit);
    });
    const whose = tickers.length === 1 ? tickers[0]! : count(tickers.length, "instrument");
    const change = await keepBefore(trx, `${fields.join(", ")} of ${whose}`, { tickers }, "edit");
    await upsertInstruments(trx, changed);
    await countAfter(trx, change);
  });
}

function edited(row: InstrumentRow, { temperament, ...edit }: InstrumentEdit): InstrumentRow {
  const said = (value: string | undefined, was: string | null) => (value === undefined ? was : value === "" ? null : value);
  const { listed, delisted, leverage, marketValueShares, ticker, market } = row;
  return {
    ...{ ticker, market, listed, delisted, leverage, marketValueShares },
    name: edit.name ?? row.name,
    kind: edit.kind ?? row.kind,
    sector: said(edit.sector, row.sector),
    industry: said(edit.industry, row.industry),
    currency: said(edit.currency, row.currency),
    temperament: temperament === undefined ? row.temperament : temperament === "" ? null : temperament,
  };
}

/** Where a market's holidays come from: as they are, none, its own weekdays without a session, or those of another market. */
const CALENDARS = ["as-it-is", "none", "own-bars"] as const;

const marketEdit = z.strictObject({
  name: text(60).min(1, "is empty"),
  currency: text(12),
  /** Tickers; empty for the composite of its stocks, or none. */
  broadIndex: text(60),
  volatilityIndex: text(60),
  calendar: z.union([z.enum(CALENDARS), z.string().startsWith("market:")]),
});

/**
 * Changes a market, as one change that can be undone.
 * @throws NotFound for a market or an index that is not there; Invalid for what a market does not have
 */
export async function editMarket(db: Knex, market: string, given: unknown): Promise<void> {
  const parsed = marketEdit.safeParse(given);
  if (!parsed.success) throw new Invalid("That cannot be kept.", z.prettifyError(parsed.error).split("\n"));
  const { name, currency, broadIndex, volatilityIndex, calendar } = parsed.data;
  await changing(db, async (trx) => {
    const markets = await listMarkets(trx);
    if (!markets.some((m) => m.market === market)) throw new NotFound(`There is no market "${market}".`);
    const instruments = await listInstruments(trx);
    for (const ticker of [broadIndex, volatilityIndex])
      if (ticker !== "" && !instruments.some((i) => i.ticker === ticker))
        throw new NotFound(`There is no instrument "${ticker}".`);
    const change = await keepBefore(trx, `the market ${name}`, { markets: [market], holidayMarkets: [market] }, "edit");
    await upsertMarkets(trx, [
      { market, name, currency, broadIndex: broadIndex || null, volatilityIndex: volatilityIndex || null },
    ]);
    if (calendar !== "as-it-is") {
      await trx("holidays").where({ market }).delete();
      await replaceHolidays(trx, await holidaysOf(trx, market, calendar));
    }
    await countAfter(trx, change);
  });
}

async function holidaysOf(trx: Knex.Transaction, market: string, calendar: string): Promise<HolidayRow[]> {
  if (calendar === "none") return [];
  if (calendar === "own-bars") return holidaysInBars(trx, market);
  const from = calendar.slice("market:".length);
  if (!(await listMarkets(trx)).some((m) => m.market === from)) throw new NotFound(`There is no market "${from}".`);
  return (await listHolidays(trx, from)).map((holiday) => ({ ...holiday, market }));
}

/** Weekdays between a market's first and last session on which none of its stocks has a bar; each known on its day only. */
async function holidaysInBars(trx: Knex.Transaction, market: string): Promise<HolidayRow[]> {
  const stocks = new Set((await listInstruments(trx, market)).filter((i) => i.kind === "stock").map((i) => i.id));
  const sessions = new Set<number>();
  await eachBarDays(trx, (id, days) => {
    if (stocks.has(id)) for (const day of days) sessions.add(day);
  });
  if (sessions.size === 0) throw new Invalid(`No stock of ${market} has a bar from which its sessions could be told.`);
  const all = [...sessions].sort((a, b) => a - b);
  const found: HolidayRow[] = [];
  for (let day = all[0]!; day < all.at(-1)!; day++)
    if (weekday(day) <= 5 && !sessions.has(day)) found.push({ market, date: day, known: day });
  // A year of weekdays without sessions is no calendar but a hole in the data.
  if (found.length > all.length / 10)
    throw new Invalid(
      `The bars of ${market} leave ${count(found.length, "weekday")} out from ${isoDate(all[0]!)} to ${isoDate(all.at(-1)!)}: more than holidays would. Nothing was changed.`,
    );
  return found;
}
