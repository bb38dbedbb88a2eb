import type { Panel } from "@core";
import type { FundamentalsRow, MembershipRow, ReserveBar, ReserveSession } from "@core/columns/dataset";
import { FUNDAMENTAL_FIELDS, type FundamentalColumns, type MarketData } from "@studies/market/market-data";
import type { Stamps } from "../stores/meta-store.server";
import { datedGroups, universeOf } from "./load-market.server";

/** One step of a session as it reaches the markets in memory. */
export interface DeliveredStep {
  readonly version: number;
  readonly stamps: Stamps;
  readonly session: ReserveSession;
  readonly bars: readonly ReserveBar[];
  /** All memberships where some begin or have ended; without them those of before stand. */
  readonly memberships: readonly MembershipRow[] | undefined;
  /** Whether the session closes with it. */
  readonly last: boolean;
}

/**
 * Market data with one more session, or with its last session carried on: in the same memory, so that nothing is read
 * or copied again. Data of before keep their own sessions and see nothing of it.
 * @param data what there is
 * @param step what was delivered
 * @returns the grown data; undefined when there is no room, and the whole must be read anew
 */
export function growMarket(data: MarketData, step: DeliveredStep): MarketData | undefined {
  const position = new Map(data.instruments.map((row, i) => [row.ticker, i]));
  const own = step.bars.filter(([ticker]) => position.has(ticker));
  const { day } = step.session;
  const anyStock = data.instruments.some((i) => i.kind === "stock");
  const trades = own.some(([ticker]) => !anyStock || data.instruments[position.get(ticker)!]!.kind === "stock");
  const n = data.panel.sessions.length;
  const known = n > 0 && data.panel.sessions[n - 1] === day;
  // A day on which this market rests changes nothing but the version.
  if (!trades && !known) return { ...data, version: step.version };
  const t = known ? n - 1 : n;
  if (t >= data.panel.stride) return undefined;
  const panel = withSession(data.panel, t, day, own, position);
  const listing = panel.first.some((first, i) => first !== data.panel.first[i]);
  const membersChange = step.memberships !== undefined || listing;
  const groups = step.memberships ? datedGroups(step.memberships, data.instruments, panel.sessions) : [...data.groups];
  const delisted = new Set(step.last ? step.session.delisted : []);
  const instruments =
    delisted.size === 0 ? data.instruments : data.instruments.map((i) => (delisted.has(i.ticker) ? { ...i, delisted: day } : i));
  return {
    ...data,
    version: step.version,
    settled: step.last ? t + 1 : t,
    panel,
    instruments,
    ...(membersChange
      ? { groups, universe: universeOf(data.market, groups, instruments, panel), memberships: step.version }
      : {}),
    fundamentals: step.last ? withFundamentals(data.fundamentals, step.session.fundamentals, position) : data.fundamentals,
  };
}

function withSession(
  panel: Panel,
  t: number,
  day: number,
  bars: readonly ReserveBar[],
  position: ReadonlyMap<string, number>,
): Panel {
  const { buffer, byteOffset } = panel.sessions;
  const sessions = new Int32Array(buffer, byteOffset, t + 1);
  sessions[t] = day;
  const first = panel.first.slice();
  for (const [ticker, open, high, low, close, volume] of bars) {
    const i = position.get(ticker)!;
    const at = i * panel.stride + t;
    panel.open[at] = open;
    panel.high[at] = high;
    panel.low[at] = low;
    panel.close[at] = close;
    panel.volume[at] = volume ?? NaN;
    if (first[i]! < 0) first[i] = t;
  }
  return { ...panel, sessions, first };
}

function withFundamentals(
  columns: FundamentalColumns,
  rows: readonly FundamentalsRow[],
  position: ReadonlyMap<string, number>,
): FundamentalColumns {
  const own = rows.filter((r) => position.has(r.ticker)).sort((a, b) => position.get(a.ticker)! - position.get(b.ticker)!);
  if (own.length === 0) return columns;
  const width = FUNDAMENTAL_FIELDS.length;
  const count = columns.known.length + own.length;
  const known = new Int32Array(new SharedArrayBuffer(4 * count));
  const values = new Float64Array(new SharedArrayBuffer(8 * count * width));
  const offset = columns.offset.slice();
  let from = 0;
  let to = 0;
  const copy = (end: number) => {
    known.set(columns.known.subarray(from, end), to);
    values.set(columns.values.subarray(from * width, end * width), to * width);
    to += end - from;
    from = end;
  };
  for (const row of own) {
    const i = position.get(row.ticker)!;
    copy(columns.offset[i + 1]!);
    known[to] = row.known;
    const fields = [row.eps, row.epsExpected, row.growth, row.salesGrowth, row.dividend, row.shares, row.nextReport];
    fields.forEach((x, f) => (values[to * width + f] = x ?? NaN));
    to++;
    for (let k = i + 1; k < offset.length; k++) offset[k]!++;
  }
  copy(columns.known.length);
  return { offset, known, values };
}
