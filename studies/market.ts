import { isMember, seriesOf, type BarColumn, type MemberSpans } from "@core";
import type { InstrumentRow, MarketRow } from "@core/columns/dataset";
import { findGroupKey, partsOf, pickedTickers } from "./group-key";
import { memberRuns } from "./spans";
import { FUNDAMENTAL_FIELDS, type ColumnData, type DerivedColumns, type FundamentalField, type MarketData } from "./market-data";

/** An instrument as it is known at the as-of session. */
export type KnownInstrument = Omit<InstrumentRow, "delisted" | "listed"> & {
  /** Position in the panel. */
  readonly index: number;
  /** Session index of its first bar. */
  readonly first: number;
};

type Columns = DerivedColumns;

/** A column of the market that needs no later session than its own: derived once from the whole history, then cut. */
export interface PerSession<T extends Columns> {
  readonly name: string;
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
  value: Float64Array | Columns;
  /** The first session whose value is not final any more; undefined while all are. */
  stale?: number;
  /** Derived in this run, and slow enough to derive that a later run would rather have it. */
  fresh?: boolean;
}

const derivedOf = new WeakMap<MarketData, Map<string, Kept>>();

function derived<T extends Float64Array | Columns>(
  from: ColumnData,
  column: { readonly name: string; derive(data: ColumnData): T; extend?(data: ColumnData, kept: T, from: number): void },
): T {
  const data = from as MarketData;
  let all = derivedOf.get(data);
  if (!all) derivedOf.set(data, (all = new Map<string, Kept>()));
  const kept = all.get(column.name) ?? fromEarlierRun(data, column.name);
  if (!kept) {
    const value = column.derive(data);
    all.set(column.name, { value, ...(column.extend && !ofPassing(column.name) ? { fresh: true } : {}) });
    forgetPassing(all);
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

/** Columns of what was picked for a while, such as a focus: kept while it is looked at, not for a later run. */
function ofPassing(name: string): boolean {
  return name.includes(":any:") || name.includes(":stocks:");
}

const MOST_PASSING = 60;

function forgetPassing(all: Map<string, Kept>): void {
  const passing = [...all.keys()].filter(ofPassing);
  for (const name of passing.slice(0, -MOST_PASSING)) all.delete(name);
}

/** What an earlier run derived, to be carried on from where it ends. */
function fromEarlierRun(data: MarketData, name: string): Kept | undefined {
  const value = data.derived?.[name];
  const length = value && Object.values(value)[0]?.length;
  return value && length !== undefined ? { value, ...(length < data.panel.sessions.length ? { stale: length } : {}) } : undefined;
}

/** Columns a session that were derived since this was last asked, as far as their sessions are final, by name. */
export function takeFresh(data: MarketData): Record<string, Columns> {
  const taken: Record<string, Columns> = {};
  for (const [name, kept] of derivedOf.get(data) ?? []) {
    if (!kept.fresh || kept.value instanceof Float64Array) continue;
    kept.fresh = false;
    taken[name] = Object.fromEntries(Object.entries(kept.value).map(([key, column]) => [key, column.slice(0, data.settled)]));
  }
  return taken;
}

/** The columns that are kept of data, by name: for proofs about them. */
export function derivedColumns(data: MarketData): ReadonlyMap<string, Float64Array | Columns> {
  return new Map([...(derivedOf.get(data) ?? [])].map(([name, kept]) => [name, kept.value]));
}

/** Columns a session made as long as there are sessions; those an instrument have their room already. */
function withRoom(value: Float64Array | Columns, sessions: number): Float64Array | Columns {
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

/** The derived columns of the whole history, for deriving further ones; studies use `Market`. */
export const deriveWhole = derived;

const knownOf = new WeakMap<MarketData["instruments"], { first: Int32Array; known: readonly KnownInstrument[] }>();

/** Every instrument that has a bar at all; nothing of it tells what comes later. */
function everKnown(data: MarketData): readonly KnownInstrument[] {
  const { first } = data.panel;
  const kept = knownOf.get(data.instruments);
  if (kept?.first.every((session, i) => session === first[i])) return kept.known;
  const known = data.instruments.flatMap(({ listed: _listed, delisted: _delisted, ...row }, index) =>
    first[index]! >= 0 ? [{ ...row, index, first: first[index]! }] : [],
  );
  knownOf.set(data.instruments, { first, known });
  return known;
}

/**
 * A market as of one session: all a study sees. Whatever it gives ends with session t.
 */
export class Market {
  readonly #data: MarketData;
  /** Index of the as-of session. */
  readonly t: number;
  /** Epoch days of the sessions up to t. */
  readonly sessions: Int32Array;
  #instruments: readonly KnownInstrument[] | undefined;
  #abroad: Market | undefined;
  #byIndex: ReadonlyMap<number, KnownInstrument> | undefined;

  constructor(data: MarketData, t: number) {
    this.#data = data;
    this.t = t;
    this.sessions = data.panel.sessions.subarray(0, t + 1);
  }

  /** The same market as of an earlier session. */
  before(sessions: number): Market {
    return new Market(this.#data, Math.max(0, this.t - sessions));
  }

  get row(): MarketRow {
    return this.#data.market;
  }

  /** How the series that stands for the market is called: its broad index, or its composite where it has none. */
  get referenceName(): string {
    return this.find(this.row.broadIndex ?? "")?.name ?? `${this.row.name} composite`;
  }

  /** Epoch day of the as-of session. */
  get asOf(): number {
    return this.sessions[this.t]!;
  }

  /** Every instrument that has had a bar by t, by ticker. */
  get instruments(): readonly KnownInstrument[] {
    this.#instruments ??= everKnown(this.#data).filter((i) => i.first <= this.t);
    return this.#instruments;
  }

  /** The instrument at a position in the panel. */
  at(index: number): KnownInstrument | undefined {
    this.#byIndex ??= new Map(this.instruments.map((i) => [i.index, i]));
    return this.#byIndex.get(index);
  }

  find(ticker: string): KnownInstrument | undefined {
    return this.instruments.find((i) => i.ticker === ticker);
  }

  /** Whether the as-of session is still in progress: whatever is said of it may change until its close. */
  get provisional(): boolean {
    return this.t >= this.#data.settled;
  }

  /** The instruments that belong to no market, as of the same date; undefined where there are none yet. */
  get abroad(): Market | undefined {
    const { abroad } = this.#data;
    if (!abroad || this.#abroad) return this.#abroad;
    const t = abroad.panel.sessions.findLastIndex((day) => day <= this.asOf);
    return t < 0 ? undefined : (this.#abroad = new Market(abroad, t));
  }

  /**
   * The session on which an instrument stands: t within a market; where it belongs to none its own last bar, as it has
   * its own dates as sessions (method 0, A01). -1 where there is no such bar.
   */
  lastSessionOf(index: number): number {
    if (this.row.market !== "") return this.t;
    return this.bars("close", index).findLastIndex((close) => !Number.isNaN(close));
  }

  /** A column of bars of one instrument, to t. */
  bars(column: BarColumn, index: number): Float64Array {
    return seriesOf(this.#data.panel[column], this.#data.panel.stride, index, this.t + 1);
  }

  /** Columns that have one value a session, to t. */
  perSession<T extends Columns>(column: PerSession<T>): T {
    const whole = derived(this.#data, column);
    return Object.fromEntries(Object.entries(whole).map(([key, values]) => [key, values.subarray(0, this.t + 1)])) as T;
  }

  /** A derived column of one instrument, to t. */
  perInstrument(column: PerInstrument, index: number): Float64Array {
    return seriesOf(derived(this.#data, column), this.#data.panel.stride, index, this.t + 1);
  }

  /** Whether an instrument belonged, on a session up to t, to the members that breadth speaks of. */
  isInUniverse(index: number, s: number): boolean {
    return s <= this.t && isMember(this.#data.universe, index, s);
  }

  /** The universe members on a session up to t, as positions in the panel. */
  universeAt(s: number): number[] {
    return this.#membersAt(this.#data.universe, s);
  }

  /** Names of the dated groups of this market that have had a member by t. */
  get groups(): { readonly name: string; readonly kind: string }[] {
    const begun = (spans: MemberSpans) => spans.from.some((from) => from <= this.t);
    return this.#data.groups.filter((g) => begun(g.spans)).map(({ name, kind }) => ({ name, kind }));
  }

  /** Members of a dated group on a session up to t; empty when there is no such group. */
  groupAt(name: string, s: number): number[] {
    const group = this.#data.groups.find((g) => g.name === name);
    return group ? this.#membersAt(group.spans, s) : [];
  }

  /** What a fund or another weighted group holds on a session up to t, with its weights. */
  holdingsAt(name: string, s: number): { readonly index: number; readonly weight: number }[] {
    const runs = this.#data.groups.find((g) => g.name === name)?.weights;
    if (!runs || s > this.t) return [];
    const held: { index: number; weight: number }[] = [];
    runs.instrument.forEach((index, k) => {
      if (runs.from[k]! <= s && s <= runs.to[k]!) held.push({ index, weight: runs.weight[k]! });
    });
    return held;
  }

  /** Whether an instrument belonged to a group, by the group's key, on a session up to t. */
  isIn(key: string, index: number, s: number): boolean {
    return s <= this.t && isMember(memberRuns(this.#data, key), index, s);
  }

  /** Whether a group, by its key, has had a member by t, here or among what belongs to no market; derives nothing. */
  knows(key: string): boolean {
    const group = findGroupKey(key);
    if (!group) return false;
    const { level, name } = group;
    if (level === "market") return true;
    if (level === "any") return partsOf(key).some((part) => this.knows(part));
    if (level === "stocks") return pickedTickers(key).some((ticker) => this.find(ticker) !== undefined);
    if (level === "group") return [this, this.abroad].some((part) => part?.groups.some((g) => g.name === name));
    return this.instruments.some((i) => i.kind === "stock" && i[level] === name);
  }

  /** The runs of sessions in which an instrument belongs to a group, by the group's key. */
  runsIn(key: string, index: number): readonly (readonly [from: number, to: number])[] {
    const { offset, from, to } = memberRuns(this.#data, key);
    const runs: [number, number][] = [];
    for (let k = offset[index]!; k < offset[index + 1]!; k++)
      if (from[k]! <= this.t) runs.push([from[k]!, Math.min(this.t, to[k]!)]);
    return runs;
  }

  /** The instruments that belonged to a group, by its key, on some session up to t. */
  everIn(key: string): KnownInstrument[] {
    const { offset, from } = memberRuns(this.#data, key);
    return this.instruments.filter(({ index }) => offset[index]! < offset[index + 1]! && from[offset[index]!]! <= this.t);
  }

  #membersAt(spans: MemberSpans, s: number): number[] {
    if (s > this.t) return [];
    return this.instruments.filter((i) => isMember(spans, i.index, s)).map((i) => i.index);
  }

  /** The latest known value of each field at the as-of close, NaN where none is; a report date that has passed is NaN. */
  fundamentals(index: number): Record<FundamentalField, number> {
    const { offset, known, values } = this.#data.fundamentals;
    const latest = new Float64Array(FUNDAMENTAL_FIELDS.length).fill(NaN);
    for (let row = offset[index]!; row < offset[index + 1]! && known[row]! <= this.asOf; row++) {
      for (let f = 0; f < latest.length; f++) {
        const value = values[row * latest.length + f]!;
        if (value === value) latest[f] = value;
      }
    }
    const fields = Object.fromEntries(FUNDAMENTAL_FIELDS.map((field, f) => [field, latest[f]!])) as Record<
      FundamentalField,
      number
    >;
    return fields.nextReport < this.asOf ? { ...fields, nextReport: NaN } : fields;
  }
}
