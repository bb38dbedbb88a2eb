import type { Knex } from "knex";
import { firstFrom, isoDate } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";
import { eachBarDays } from "../stores/bars-store.server";
import type { StoredInstrument } from "../stores/instruments-store.server";

/** A stock counts as trading for so many days after its last bar. */
const STILL_TRADING = 14;
/** 1900-01-01 and the days up to 2200: what a date may be. */
const FIRST_DAY = -25_567;
const DAYS = 110_000;

/** The sessions of markets, those that come among them, and how many of their stocks have bars on each that comes. */
export async function calendarsOf(
  db: Knex,
  stored: readonly StoredInstrument[],
  instruments: readonly { readonly ticker: string; readonly market: string | null; readonly kind: string }[],
  coming: readonly InstrumentBars[],
) {
  const rowOf = new Map(instruments.map((row) => [row.ticker, row]));
  interface Calendar {
    /** Stocks with a bar, by day from the first that there can be. */
    readonly present: Int32Array;
    readonly coming: Set<number>;
    readonly spans: { first: number; last: number }[];
    sessions?: Int32Array;
  }
  const calendars = new Map<string, Calendar>();
  const calendarOf = (market: string | null) => {
    let own = calendars.get(market ?? "");
    if (!own) calendars.set(market ?? "", (own = { present: new Int32Array(DAYS), coming: new Set(), spans: [] }));
    return own;
  };
  const daysThere = new Map<string, Int32Array[]>();
  const tickerOf = new Map(stored.map((row) => [row.id, row.ticker]));
  await eachBarDays(db, (id, days) => {
    const ticker = tickerOf.get(id);
    if (ticker === undefined || rowOf.get(ticker)?.kind !== "stock") return;
    const own = daysThere.get(ticker);
    if (own) own.push(days);
    else daysThere.set(ticker, [days]);
  });
  const comingOf = new Map(coming.map((own) => [own.ticker, own.days]));
  /** The stock that was last counted on each day: one that is there and comes again counts once. */
  const counted = new Int32Array(DAYS).fill(-1);
  [...new Set([...daysThere.keys(), ...comingOf.keys()])].forEach((ticker, stock) => {
    const row = rowOf.get(ticker);
    if (row?.kind !== "stock") return;
    const calendar = calendarOf(row.market);
    const own = comingOf.get(ticker);
    let first = Infinity;
    let last = -Infinity;
    for (const days of [...(daysThere.get(ticker) ?? []), ...(own ? [own] : [])])
      for (const day of days) {
        if (day < first) first = day;
        if (day > last) last = day;
        if (counted[day - FIRST_DAY] === stock) continue;
        counted[day - FIRST_DAY] = stock;
        calendar.present[day - FIRST_DAY]!++;
      }
    if (own) for (const day of own) calendar.coming.add(day);
    calendar.spans.push({ first, last });
  });
  return {
    /** Sessions of the market of a ticker. */
    sessionsOf(ticker: string): Int32Array {
      const calendar = calendarOf(rowOf.get(ticker)?.market ?? null);
      return (calendar.sessions ??= Int32Array.from(
        Array.from(calendar.present.keys()).flatMap((k) => (calendar.present[k]! > 0 ? [k + FIRST_DAY] : [])),
      ));
    },
    thin() {
      const found: { day: string; stocks: number; of: number }[] = [];
      for (const { present, coming: days, spans } of calendars.values()) {
        const firsts = Int32Array.from(spans, (s) => s.first).sort();
        const ends = Int32Array.from(spans, (s) => s.last + STILL_TRADING).sort();
        for (const day of [...days].sort((a, b) => a - b)) {
          const trading = firstFrom(firsts, day + 1) - firstFrom(ends, day);
          const n = present[day - FIRST_DAY]!;
          if (n < trading / 2) found.push({ day: isoDate(day), stocks: n, of: trading });
        }
      }
      return found;
    },
  };
}
