import { isMember, seriesOf, type BarColumn, type MemberSpans } from "@core";
import type { InstrumentRow, MarketRow } from "@core/columns/dataset";
import { FUNDAMENTAL_FIELDS, type FundamentalField, type MarketData } from "./market-data";

/** An instrument as it is known at the as-of session. */
export type KnownInstrument = Omit<InstrumentRow, "delisted" | "listed"> & {
  /** Position in the panel. */
  readonly index: number;
  /** Session index of its first bar. */
  readonly first: number;
};

/** A column of the market that needs no later session than its own: derived once from the whole history, then cut. */
export interface PerSession<T extends Record<string, Float64Array | Int8Array | Uint16Array>> {
  readonly name: string;
  derive(data: MarketData): T;
}

/** The same for every instrument: instruments x sessions. */
export interface PerInstrument {
  readonly name: string;
  derive(data: MarketData): Float64Array;
}

const derivedOf = new WeakMap<MarketData, Map<string, unknown>>();

function derived<T>(data: MarketData, column: { readonly name: string; derive(data: MarketData): T }): T {
  let kept = derivedOf.get(data);
  if (!kept) derivedOf.set(data, (kept = new Map<string, unknown>()));
  if (!kept.has(column.name)) kept.set(column.name, column.derive(data));
  return kept.get(column.name) as T;
}

/** The derived columns of the whole history, for deriving further ones; studies use `Market`. */
export const deriveWhole = derived;

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

  /** Epoch day of the as-of session. */
  get asOf(): number {
    return this.sessions[this.t]!;
  }

  /** Every instrument that has had a bar by t, by ticker. */
  get instruments(): readonly KnownInstrument[] {
    this.#instruments ??= this.#data.instruments.flatMap(({ listed: _listed, delisted: _delisted, ...row }, index) => {
      const first = this.#data.panel.first[index]!;
      return first >= 0 && first <= this.t ? [{ ...row, index, first }] : [];
    });
    return this.#instruments;
  }

  find(ticker: string): KnownInstrument | undefined {
    return this.instruments.find((i) => i.ticker === ticker);
  }

  /** A column of bars of one instrument, to t. */
  bars(column: BarColumn, index: number): Float64Array {
    return seriesOf(this.#data.panel[column], this.#data.panel.sessions.length, index, this.t + 1);
  }

  /** Columns that have one value a session, to t. */
  perSession<T extends Record<string, Float64Array | Int8Array | Uint16Array>>(column: PerSession<T>): T {
    const whole = derived(this.#data, column);
    return Object.fromEntries(Object.entries(whole).map(([key, values]) => [key, values.subarray(0, this.t + 1)])) as T;
  }

  /** A derived column of one instrument, to t. */
  perInstrument(column: PerInstrument, index: number): Float64Array {
    return seriesOf(derived(this.#data, column), this.#data.panel.sessions.length, index, this.t + 1);
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
