import type { Knex } from "knex";
import { BAR_COLUMNS, memberSpans, type MemberSpans, type Panel } from "@core";
import type { FundamentalsRow, InstrumentBars, InstrumentRow, MarketRow, MembershipRow } from "@core/columns/dataset";
import { FUNDAMENTAL_FIELDS, type DatedGroup, type FundamentalColumns, type MarketData } from "@studies/market-data";
import { readBars } from "../stores/bars-store.server";
import { listFundamentals } from "../stores/fundamentals-store.server";
import { listInstruments } from "../stores/instruments-store.server";
import { listHolidays } from "../stores/markets-store.server";
import { listMemberships } from "../stores/memberships-store.server";

/** Reads one market into memory that threads can share. */
export async function loadMarket(db: Knex, market: MarketRow, version: number): Promise<MarketData> {
  const instruments = await listInstruments(db, market.market);
  const bars: InstrumentBars[] = [];
  await readBars(db, instruments, (b) => bars.push(b));
  const panel = makePanel(instruments, bars);
  const memberships = await listMemberships(db);
  const groups = datedGroups(memberships, instruments, panel.sessions);
  const broad = groups.find((g) => g.name === market.broadIndex);
  return {
    version,
    market,
    panel,
    instruments: instruments.map(({ id: _id, ...row }) => row),
    groups,
    universe: broad ? broad.spans : everyStock(instruments, panel),
    holidays: await listHolidays(db, market.market),
    fundamentals: fundamentalColumns(await listFundamentals(db, market.market), instruments),
  };
}

const sharedFloats = (n: number) => new Float64Array(new SharedArrayBuffer(8 * n));
const sharedInts = (n: number) => new Int32Array(new SharedArrayBuffer(4 * n));

/**
 * Bars as instruments x sessions. Sessions are the days on which at least one stock has a bar; bars of other
 * instruments on other days are left out. A market without stocks takes its instruments' days (method 0, A01, Z24).
 */
export function makePanel(instruments: readonly InstrumentRow[], bars: readonly InstrumentBars[]): Panel {
  const anyStock = instruments.some((row, i) => row.kind === "stock" && bars[i]!.days.length > 0);
  const days = new Set<number>();
  instruments.forEach((row, i) => {
    if (anyStock && row.kind !== "stock") return;
    const { days: own, close } = bars[i]!;
    for (let k = 0; k < own.length; k++) if (!Number.isNaN(close[k])) days.add(own[k]!);
  });
  const sessions = sharedInts(days.size);
  sessions.set(Int32Array.from(days).sort());
  const at = new Map(Array.from(sessions, (day, s) => [day, s]));
  const n = sessions.length;
  const columns = Object.fromEntries(
    BAR_COLUMNS.map((c) => [c, sharedFloats(n * instruments.length).fill(NaN)]),
  ) as unknown as Panel;
  const first = sharedInts(instruments.length).fill(-1);
  const last = sharedInts(instruments.length).fill(-1);
  bars.forEach((own, i) => {
    for (let k = 0; k < own.days.length; k++) {
      const s = at.get(own.days[k]!);
      if (s === undefined || Number.isNaN(own.close[k])) continue;
      for (const c of BAR_COLUMNS) columns[c][i * n + s] = own[c][k]!;
      if (first[i]! < 0) first[i] = s;
      last[i] = s;
    }
  });
  return { ...columns, sessions, count: instruments.length, first, last };
}

/** Dated groups as runs of sessions, those with at least one member here. */
function datedGroups(rows: readonly MembershipRow[], instruments: readonly InstrumentRow[], sessions: Int32Array): DatedGroup[] {
  const position = new Map(instruments.map((row, i) => [row.ticker, i]));
  const groups = new Map<string, { kind: MembershipRow["kind"]; runs: [number, number][][] }>();
  for (const row of rows) {
    const i = position.get(row.ticker);
    if (i === undefined) continue;
    let group = groups.get(row.group);
    if (!group) groups.set(row.group, (group = { kind: row.kind, runs: instruments.map(() => []) }));
    group.runs[i]!.push([
      firstFrom(sessions, row.from),
      row.to === null ? sessions.length - 1 : firstFrom(sessions, row.to + 1) - 1,
    ]);
  }
  return [...groups]
    .map(([name, { kind, runs }]) => ({ name, kind, spans: memberSpans(runs) }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** Index of the first session on or after a day; the number of sessions when there is none. */
export function firstFrom(sessions: Int32Array, day: number): number {
  let low = 0;
  let high = sessions.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sessions[middle]! < day) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Where there is no broad index, every stock is a member from its first bar on; without a bar it is not counted. */
function everyStock(instruments: readonly InstrumentRow[], panel: Panel): MemberSpans {
  return memberSpans(
    instruments.map((row, i) =>
      row.kind === "stock" && panel.first[i]! >= 0 ? [[panel.first[i]!, panel.sessions.length - 1]] : [],
    ),
  );
}

function fundamentalColumns(rows: readonly FundamentalsRow[], instruments: readonly InstrumentRow[]): FundamentalColumns {
  const position = new Map(instruments.map((row, i) => [row.ticker, i]));
  const own = rows.filter((row) => position.has(row.ticker));
  const offset = sharedInts(instruments.length + 1);
  const known = sharedInts(own.length);
  const values = sharedFloats(own.length * FUNDAMENTAL_FIELDS.length);
  for (const row of own) offset[position.get(row.ticker)! + 1]!++;
  for (let i = 0; i < instruments.length; i++) offset[i + 1]! += offset[i]!;
  // Rows come by ticker as the instruments do, and by day within.
  own.forEach((row, k) => {
    known[k] = row.known;
    FUNDAMENTAL_FIELDS.forEach((field, f) => {
      values[k * FUNDAMENTAL_FIELDS.length + f] = row[field] ?? NaN;
    });
  });
  return { offset, known, values };
}
