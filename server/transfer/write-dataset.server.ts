import type { Knex } from "knex";
import type { Dataset } from "@core/columns/dataset";
import { yearOf } from "@core";
import { countAfter, insertChange, type Touched } from "../stores/changes-store.server";
import { foldDelivered, mergeBars } from "../stores/bars-store.server";
import { mergeFundamentals } from "../stores/fundamentals-store.server";
import { upsertInstruments } from "../stores/instruments-store.server";
import { replaceHolidays, upsertMarkets } from "../stores/markets-store.server";
import { replaceMemberships } from "../stores/memberships-store.server";
import { bumpDataVersion, stampHistory } from "../stores/meta-store.server";

export interface WriteOptions {
  /** Is told the share done, 0 to 1. */
  readonly progress?: (share: number) => void;
  /** Further writes of the same transaction. */
  readonly also?: (trx: Knex.Transaction) => Promise<void>;
  /** What it brings, where it is to be undone some day. */
  readonly words?: string;
  /** Names of items and lists that the further writes touch, which come back when it is undone. */
  readonly items?: readonly string[];
  readonly lists?: readonly string[];
}

/**
 * Writes market data in one transaction, raising the data version: all of it or nothing. Markets and instruments are
 * added or overwritten by code and ticker, bars by day, fundamentals by the day they became known; memberships and
 * holidays replace those of the groups and markets they name.
 * @param db the database
 * @param dataset checked rows: every ticker of every table has an instrument row here or in the database
 * @returns the new data version
 */
export async function writeDataset(
  db: Knex,
  dataset: Dataset,
  { progress = none, also = nothing, words, items = [], lists = [] }: WriteOptions = {},
): Promise<number> {
  return db.transaction(async (trx) => {
    await foldDelivered(trx);
    const change =
      words === undefined
        ? undefined
        : await insertChange(
            trx,
            { kind: "import", madeAt: Date.now(), words },
            { ...touchedBy(dataset), items, lists },
            MOST_CHANGES,
          );
    await upsertMarkets(trx, dataset.markets);
    const idOf = await upsertInstruments(trx, dataset.instruments);
    let done = 0;
    for (const bars of dataset.bars) {
      await mergeBars(trx, idOf.get(bars.ticker)!, bars);
      progress((0.9 * ++done) / dataset.bars.length);
    }
    await replaceMemberships(trx, dataset.membership, idOf);
    await replaceHolidays(trx, dataset.holidays);
    await mergeFundamentals(trx, dataset.fundamentals, idOf);
    await also(trx);
    if (change !== undefined) await countAfter(trx, change);
    progress(1);
    await stampHistory(trx);
    return bumpDataVersion(trx);
  });
}

const none = () => undefined;
const nothing = () => Promise.resolve();

/** How many of the latest changes of the data can be undone. */
export const MOST_CHANGES = 10;

function touchedBy({ markets, instruments, bars, membership, holidays, fundamentals }: Dataset): Touched {
  const distinct = (values: readonly string[]) => [...new Set(values)];
  return {
    markets: markets.map((m) => m.market),
    tickers: instruments.map((i) => i.ticker),
    years: new Map(
      bars
        .filter((b) => b.days.length > 0)
        .map((b) => [b.ticker, [yearOf(b.days[0]!), yearOf(b.days[b.days.length - 1]!)] as const]),
    ),
    groups: distinct(membership.map((m) => m.group)),
    holidayMarkets: distinct(holidays.map((h) => h.market)),
    fundamentals: distinct(fundamentals.map((f) => f.ticker)),
  };
}
