import type { Knex } from "knex";
import { BAR_COLUMNS, firstFrom, membershipRuns, OPEN_END, type MembershipRuns, type Panel } from "@core";
import type { HolidayRow, InstrumentBars, InstrumentRow, MarketRow, MembershipRow } from "@core/columns/dataset";
import {
  FUNDAMENTAL_FIELDS,
  type DatedGroup,
  type Derivation,
  type FundamentalColumns,
  type MarketData,
  type WeightedRuns,
} from "@studies/market/market-data";
import { readBars } from "../stores/bars-store.server";
import { listFundamentalRows, type StoredFundamentals } from "../stores/fundamentals-store.server";
import { listInstruments, type StoredInstrument } from "../stores/instruments-store.server";
import { listHolidays, listMarkets } from "../stores/markets-store.server";
import { listMemberships } from "../stores/memberships-store.server";
import { countReserve, findSessionInProgress } from "../stores/feed-store.server";

/** Sessions for which there is room at the end, where the feed can deliver any: without reading anything again. */
const ROOM = 64;

/** What was derived earlier from data of the same history, by market and name. */
type Derived = ReadonlyMap<string, Readonly<Record<string, Derivation>>>;

/** What all markets of a database are made from, read once. */
interface Shelf {
  readonly version: number;
  readonly instruments: readonly StoredInstrument[];
  readonly memberships: readonly MembershipRow[];
  readonly fundamentals: readonly StoredFundamentals[];
  readonly holidays: readonly HolidayRow[];
  readonly derived: Derived;
  /** The last session's day while it is in progress. */
  readonly inProgress: number | undefined;
  /** Sessions for which there is to be room at the end. */
  readonly room: number;
}

/**
 * Reads all markets that have sessions into memory that threads can share.
 * @param db the database
 * @param version of its data
 * @param derived what was derived earlier from data of the same history
 * @returns market data by code, in the order in which the markets came
 */
export async function loadMarkets(db: Knex, version: number, derived: Derived = new Map()): Promise<Map<string, MarketData>> {
  const shelf: Shelf = {
    version,
    instruments: await listInstruments(db),
    memberships: await listMemberships(db),
    fundamentals: await listFundamentalRows(db),
    holidays: await listHolidays(db),
    derived,
    inProgress: (await findSessionInProgress(db))?.day,
    room: (await countReserve(db)).left > 0 ? ROOM : 0,
  };
  const loaded = new Map<string, MarketData>();
  const worldwide = await loadPart(db, WORLDWIDE, shelf);
  for (const market of await listMarkets(db)) {
    const data = await loadPart(db, market, shelf);
    if (data.panel.sessions.length > 0)
      loaded.set(market.market, worldwide.panel.sessions.length > 0 ? { ...data, worldwide } : data);
  }
  return loaded;
}

/** Where the instruments that belong to no market are kept. */
const WORLDWIDE: MarketRow = { market: "", name: "Worldwide", currency: "", broadIndex: null, volatilityIndex: null };

async function loadPart(db: Knex, market: MarketRow, shelf: Shelf): Promise<MarketData> {
  const instruments = shelf.instruments.filter((i) => (i.market ?? "") === market.market);
  const bars: InstrumentBars[] = [];
  await readBars(db, instruments, (b) => bars.push(b));
  const panel = makePanel(instruments, bars, shelf.room);
  const groups = datedGroups(shelf.memberships, instruments, panel.sessions);
  const n = panel.sessions.length;
  return {
    version: shelf.version,
    lineage: `${shelf.version}:${market.market}`,
    memberships: shelf.version,
    derived: { ...shelf.derived.get(market.market) },
    settled: n > 0 && panel.sessions[n - 1] === shelf.inProgress ? n - 1 : n,
    market,
    panel,
    instruments: instruments.map(({ id: _id, ...row }) => row),
    groups,
    universe: universeOf(market, groups, instruments, panel),
    holidays: shelf.holidays.filter((h) => h.market === market.market),
    fundamentals: fundamentalColumns(shelf.fundamentals, instruments),
  };
}

/** The members that breadth speaks of: those of the broad index, or every stock where there is none. */
export function universeOf(
  market: MarketRow,
  groups: readonly DatedGroup[],
  instruments: readonly InstrumentRow[],
  panel: Panel,
): MembershipRuns {
  return groups.find((g) => g.name === market.broadIndex)?.spans ?? everyStock(instruments, panel);
}

const sharedFloats = (n: number) => new Float64Array(new SharedArrayBuffer(8 * n));
const sharedInts = (n: number) => new Int32Array(new SharedArrayBuffer(4 * n));

/**
 * Bars as instruments x sessions. Sessions are the days on which at least one stock has a bar; bars of other
 * instruments on other days are left out. A market without stocks takes its instruments' days (method 0, A01, Z24).
 * There is room for so many more sessions at the end.
 */
export function makePanel(instruments: readonly InstrumentRow[], bars: readonly InstrumentBars[], room = 0): Panel {
  const anyStock = instruments.some((row, i) => row.kind === "stock" && bars[i]!.days.length > 0);
  const sessions = sessionDays(
    bars.filter((_, i) => !anyStock || instruments[i]!.kind === "stock"),
    room,
  );
  const stride = sessions.length + room;
  const n = sessions.length;
  const columns = Object.fromEntries(
    BAR_COLUMNS.map((c) => [c, sharedFloats(stride * instruments.length).fill(NaN)]),
  ) as unknown as Panel;
  const first = sharedInts(instruments.length).fill(-1);
  bars.forEach((own, i) => {
    // Days and sessions ascend together.
    for (let k = 0, s = 0; k < own.days.length; k++) {
      const day = own.days[k]!;
      while (s < n && sessions[s]! < day) s++;
      if (sessions[s] !== day || Number.isNaN(own.close[k])) continue;
      const to = i * stride + s;
      columns.open[to] = own.open[k]!;
      columns.high[to] = own.high[k]!;
      columns.low[to] = own.low[k]!;
      columns.close[to] = own.close[k]!;
      columns.volume[to] = own.volume[k]!;
      if (first[i]! < 0) first[i] = s;
    }
  });
  return { ...columns, sessions, count: instruments.length, stride, first };
}

/** The days on which any of these has a bar, ascending. */
function sessionDays(bars: readonly InstrumentBars[], room: number): Int32Array {
  const ends = bars.filter((b) => b.days.length > 0).map((b) => [b.days[0]!, b.days[b.days.length - 1]!] as const);
  if (ends.length === 0) return sharedInts(0);
  const first = Math.min(...ends.map(([from]) => from));
  const traded = new Uint8Array(Math.max(...ends.map(([, to]) => to)) - first + 1);
  for (const { days, close } of bars)
    for (let k = 0; k < days.length; k++) if (!Number.isNaN(close[k])) traded[days[k]! - first] = 1;
  const found: number[] = [];
  for (let d = 0; d < traded.length; d++) if (traded[d] === 1) found.push(first + d);
  const sessions = sharedInts(found.length + room);
  sessions.set(found);
  return sessions.subarray(0, found.length);
}

/** Dated groups as runs of sessions, those with at least one member here. */
export function datedGroups(
  rows: readonly MembershipRow[],
  instruments: readonly InstrumentRow[],
  sessions: Int32Array,
): DatedGroup[] {
  const position = new Map(instruments.map((row, i) => [row.ticker, i]));
  const groups = new Map<string, { kind: MembershipRow["kind"]; runs: [number, number][][]; weighted: WeightedRun[] }>();
  for (const row of rows) {
    const i = position.get(row.ticker);
    if (i === undefined) continue;
    let group = groups.get(row.group);
    if (!group) groups.set(row.group, (group = { kind: row.kind, runs: instruments.map(() => []), weighted: [] }));
    const from = firstFrom(sessions, row.from);
    // An end after the last session is open as long as that session is the last.
    const to = row.to === null ? OPEN_END : firstFrom(sessions, row.to + 1) - 1;
    group.runs[i]!.push([from, to]);
    if (row.weight !== null) group.weighted.push({ instrument: i, from, to, weight: row.weight });
  }
  return [...groups]
    .map(([name, { kind, runs, weighted }]) => ({
      name,
      kind,
      spans: membershipRuns(runs),
      ...(weighted.length > 0 ? { weights: weightedRuns(weighted) } : {}),
    }))
    .sort((a, b) => (a.name < b.name ? -1 : 1));
}

interface WeightedRun {
  readonly instrument: number;
  readonly from: number;
  readonly to: number;
  readonly weight: number;
}

function weightedRuns(runs: readonly WeightedRun[]): WeightedRuns {
  const ints = (of: (run: WeightedRun) => number) => Int32Array.from(runs, of);
  return {
    instrument: ints((r) => r.instrument),
    from: ints((r) => r.from),
    to: ints((r) => r.to),
    weight: Float64Array.from(runs, (r) => r.weight),
  };
}

/** Where there is no broad index, every stock is a member from its first bar on; without a bar it is not counted. */
function everyStock(instruments: readonly InstrumentRow[], panel: Panel): MembershipRuns {
  return membershipRuns(
    instruments.map((row, i) => (row.kind === "stock" && panel.first[i]! >= 0 ? [[panel.first[i]!, OPEN_END]] : [])),
  );
}

/** Fundamentals as columns; rows come by instrument as the panel does, and by day within. */
function fundamentalColumns(rows: readonly StoredFundamentals[], instruments: readonly StoredInstrument[]): FundamentalColumns {
  const position = new Map(instruments.map((row, i) => [row.id, i]));
  const own = rows.filter((row) => position.has(row.instrument_id));
  own.sort((a, b) => position.get(a.instrument_id)! - position.get(b.instrument_id)!);
  const offset = sharedInts(instruments.length + 1);
  const known = sharedInts(own.length);
  const values = sharedFloats(own.length * FUNDAMENTAL_FIELDS.length);
  own.forEach((row, k) => {
    offset[position.get(row.instrument_id)! + 1]!++;
    known[k] = row.known;
    const fields = [row.eps, row.eps_expected, row.growth, row.sales_growth, row.dividend, row.shares, row.next_report];
    for (let f = 0; f < fields.length; f++) values[k * fields.length + f] = fields[f] ?? NaN;
  });
  for (let i = 0; i < instruments.length; i++) offset[i + 1]! += offset[i]!;
  return { offset, known, values };
}
