import type { ColumnData, Derivation, DerivedColumns, MarketData } from "./market-data";

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
  /** So slow to derive that a later run had rather read it [where it can be extended]. */
  readonly stored?: boolean;
  derive(data: ColumnData): T;
  /** Where deriving anew is slow: writes the values of the sessions from one on, into columns that hold the earlier ones. */
  extend?(data: ColumnData, columns: T, from: number): void;
}

/** The same for every instrument: instruments x stride of the panel, in memory that threads share (`panelColumn`). */
export interface PerInstrument {
  readonly name: string;
  /** So slow to derive that a later run had rather read it. */
  readonly stored?: boolean;
  derive(data: ColumnData): Float64Array;
  extend?(data: ColumnData, column: Float64Array, from: number): void;
}

type Value = Derivation["value"];

interface AnyColumn<T extends Value> {
  readonly name: string;
  readonly ephemeral?: boolean;
  readonly stored?: boolean;
  derive(data: ColumnData): T;
  extend?(data: ColumnData, held: T, from: number): void;
}

interface Held {
  value: Value;
  /** The first session whose value is not final any more; undefined while all are. */
  stale?: number;
  ephemeral?: boolean;
  /** Derived in this run, and worth keeping for a later one. */
  fresh?: boolean;
}

/** By data and name, those asked for longest ago first. */
const derivedOf = new WeakMap<MarketData, Map<string, Held>>();

/** A derived column of the whole history, for deriving further ones; studies use `Market`. */
export function deriveWhole<T extends Value>(from: ColumnData, column: AnyColumn<T>): T {
  const data = from as MarketData;
  let all = derivedOf.get(data);
  if (!all) derivedOf.set(data, (all = new Map<string, Held>()));
  const held = all.get(column.name) ?? fromEarlier(data, column.name);
  if (!held) {
    const value = column.derive(data);
    const isLasting = column.stored ?? (!(value instanceof Float64Array) && column.extend !== undefined);
    const own: Held = column.ephemeral ? { value, ephemeral: true } : { value, ...(isLasting ? { fresh: true } : {}) };
    all.set(column.name, own);
    makeRoom(all, own);
    return value;
  }
  all.delete(column.name);
  all.set(column.name, held);
  if (held.stale !== undefined) {
    if (column.extend) {
      const value = withRoom(held.value, data.panel.sessions.length) as T;
      column.extend(data, value, held.stale);
      held.value = value;
    } else held.value = column.derive(data);
    delete held.stale;
  }
  return held.value as T;
}

const MOST_EPHEMERAL = 60;
/**
 * Of columns that are as large as the panel's own; what goes is derived anew when it is asked for. So many fit at least, whatever their
 * size: what works with several side by side would else derive each again for every instrument.
 */
const MOST_BYTES = 256 * 2 ** 20;
const LEAST_COLUMNS = 7;

/** Gives up columns that were not asked for in a while, as far as the new one needs their room. */
function makeRoom(all: Map<string, Held>, added: Held): void {
  const others = [...all].filter(([, held]) => held !== added);
  if (added.ephemeral) {
    const names = others.filter(([, held]) => held.ephemeral).map(([name]) => name);
    for (const name of names.slice(0, Math.max(0, names.length - MOST_EPHEMERAL + 1))) all.delete(name);
  }
  if (!(added.value instanceof Float64Array)) return;
  const mostBytes = Math.max(MOST_BYTES, LEAST_COLUMNS * added.value.byteLength);
  let bytes = added.value.byteLength;
  for (const [name, { value }] of others.reverse()) {
    if (!(value instanceof Float64Array)) continue;
    bytes += value.byteLength;
    if (bytes > mostBytes) all.delete(name);
  }
}

/** What was derived earlier, to be carried on from where it ends. */
function fromEarlier(data: MarketData, name: string): Held | undefined {
  const earlier = data.derived?.[name];
  if (!earlier) return undefined;
  return { value: earlier.value, ...(earlier.sessions < data.panel.sessions.length ? { stale: earlier.sessions } : {}) };
}

/** What was derived since this was last asked and is worth keeping, as far as the sessions are final, by name. */
export function takeFresh(data: MarketData): Record<string, Derivation> {
  const taken: Record<string, Derivation> = {};
  const sessions = data.settled;
  for (const [name, held] of derivedOf.get(data) ?? []) {
    if (!held.fresh) continue;
    held.fresh = false;
    const { value } = held;
    taken[name] = {
      sessions,
      value:
        value instanceof Float64Array
          ? value
          : Object.fromEntries(Object.entries(value).map(([key, column]) => [key, column.slice(0, sessions)])),
    };
  }
  return taken;
}

/** The columns that are held of data, by name: for proofs about them, and to tell what they take. */
export function derivedColumns(data: MarketData): ReadonlyMap<string, Value> {
  return new Map([...(derivedOf.get(data) ?? [])].map(([name, held]) => [name, held.value]));
}

/** Columns a session made as long as there are sessions; those an instrument have their room already. */
function withRoom(value: Value, sessions: number): Value {
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
  for (const held of all.values()) held.stale = Math.min(held.stale ?? Infinity, earlier.settled);
  derivedOf.set(later, all);
  derivedOf.delete(earlier);
  if (earlier.worldwide && later.worldwide) handOn(earlier.worldwide, later.worldwide);
}
