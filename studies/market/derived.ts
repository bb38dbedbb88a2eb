import type { ColumnData, DerivedColumns, MarketData } from "./market-data";

/*
 * Columns that are derived once from the whole history of a market and kept with it: handed on to what grows from it, and
 * from one run to the next.
 */

/** A column of the market that needs no later session than its own: derived once from the whole history, then cut. */
export interface PerSession<T extends DerivedColumns> {
  /** Its own among all columns, whatever they are of. */
  readonly name: string;
  /** Of what was picked for a while, such as a focus: kept while it is looked at, not for a later run. */
  readonly ephemeral?: boolean;
  derive(data: ColumnData): T;
  /** Where deriving anew is slow: writes the values of the sessions from one on, into columns that hold the earlier ones. */
  extend?(data: ColumnData, columns: T, from: number): void;
}

/** The same for every instrument: instruments x stride of the panel. */
export interface PerInstrument {
  readonly name: string;
  derive(data: ColumnData): Float64Array;
  extend?(data: ColumnData, column: Float64Array, from: number): void;
}

interface Kept {
  value: Float64Array | DerivedColumns;
  /** The first session whose value is not final any more; undefined while all are. */
  stale?: number;
  ephemeral?: boolean;
  /** Derived in this run, and slow enough to derive that a later run would rather have it. */
  fresh?: boolean;
}

const derivedOf = new WeakMap<MarketData, Map<string, Kept>>();

/** A derived column of the whole history, for deriving further ones; studies use `Market`. */
export function deriveWhole<T extends Float64Array | DerivedColumns>(
  from: ColumnData,
  column: {
    readonly name: string;
    readonly ephemeral?: boolean;
    derive(data: ColumnData): T;
    extend?(data: ColumnData, kept: T, from: number): void;
  },
): T {
  const data = from as MarketData;
  let all = derivedOf.get(data);
  if (!all) derivedOf.set(data, (all = new Map<string, Kept>()));
  const kept = all.get(column.name) ?? fromEarlierRun(data, column.name);
  if (!kept) {
    const value = column.derive(data);
    if (column.ephemeral) forgetEphemeral(all);
    all.set(column.name, column.ephemeral ? { value, ephemeral: true } : { value, ...(column.extend ? { fresh: true } : {}) });
    return value;
  }
  all.set(column.name, kept);
  if (kept.stale !== undefined) {
    if (column.extend) {
      const value = withRoom(kept.value, data.panel.sessions.length) as T;
      column.extend(data, value, kept.stale);
      kept.value = value;
    } else kept.value = column.derive(data);
    delete kept.stale;
  }
  return kept.value as T;
}

const MOST_EPHEMERAL = 60;

/** Makes room for one more, those derived first given up. */
function forgetEphemeral(all: Map<string, Kept>): void {
  const names = [...all].filter(([, kept]) => kept.ephemeral).map(([name]) => name);
  for (const name of names.slice(0, Math.max(0, names.length - MOST_EPHEMERAL + 1))) all.delete(name);
}

/** What an earlier run derived, to be carried on from where it ends. */
function fromEarlierRun(data: MarketData, name: string): Kept | undefined {
  const value = data.derived?.[name];
  const length = value && Object.values(value)[0]?.length;
  return value && length !== undefined ? { value, ...(length < data.panel.sessions.length ? { stale: length } : {}) } : undefined;
}

/** Columns a session that were derived since this was last asked, as far as their sessions are final, by name. */
export function takeFresh(data: MarketData): Record<string, DerivedColumns> {
  const taken: Record<string, DerivedColumns> = {};
  for (const [name, kept] of derivedOf.get(data) ?? []) {
    if (!kept.fresh || kept.value instanceof Float64Array) continue;
    kept.fresh = false;
    taken[name] = Object.fromEntries(Object.entries(kept.value).map(([key, column]) => [key, column.slice(0, data.settled)]));
  }
  return taken;
}

/** The columns that are kept of data, by name: for proofs about them. */
export function derivedColumns(data: MarketData): ReadonlyMap<string, Float64Array | DerivedColumns> {
  return new Map([...(derivedOf.get(data) ?? [])].map(([name, kept]) => [name, kept.value]));
}

/** Columns a session made as long as there are sessions; those an instrument have their room already. */
function withRoom(value: Float64Array | DerivedColumns, sessions: number): Float64Array | DerivedColumns {
  if (value instanceof Float64Array) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, column]) => {
      if (column.length === sessions) return [key, column];
      const longer = new (column.constructor as new (n: number) => typeof column)(sessions);
      longer.set(column.subarray(0, sessions));
      return [key, longer];
    }),
  );
}

/** Hands the derived columns of data on to what grew from them: what was final stays, the rest is extended when asked for. */
export function handOn(earlier: MarketData, later: MarketData): void {
  const all = derivedOf.get(earlier);
  if (!all || earlier.lineage !== later.lineage) return;
  for (const kept of all.values()) kept.stale = Math.min(kept.stale ?? Infinity, earlier.settled);
  derivedOf.set(later, all);
  derivedOf.delete(earlier);
  if (earlier.abroad && later.abroad) handOn(earlier.abroad, later.abroad);
}
