import { isMember, seriesOf, type BarColumn, type KnownHoliday } from "@core";
import type { InstrumentRow, MarketRow } from "@core/columns/dataset";
import type { SavedDrawing } from "@studies/drawings/drawing-schema";
import { NOTHING_DRAWN, type DrawnCharts } from "@studies/drawings/drawn-charts";
import { sectionAt, type CrossSection } from "./cross-section";
import { fundamentalHistory } from "./fundamental-history";
import { deriveWhole, type PerInstrument, type PerSession } from "./derived";
import { FUNDAMENTAL_FIELDS, type DerivedColumns, type FundamentalField, type MarketData } from "./market-data";
import { MarketGroups } from "./market-groups";

/** An instrument as it is known at the as-of session. */
export type KnownInstrument = Omit<InstrumentRow, "delisted" | "listed"> & {
  /** Position in the panel. */
  readonly index: number;
  /** Session index of its first bar. */
  readonly first: number;
};

const knownOf = new WeakMap<MarketData["instruments"], { first: Int32Array; known: readonly KnownInstrument[] }>();

/** Every instrument that has a bar at all; nothing of it tells what comes later. */
function everKnown(data: MarketData): readonly KnownInstrument[] {
  const { first } = data.panel;
  const earlier = knownOf.get(data.instruments);
  if (earlier?.first.every((session, i) => session === first[i])) return earlier.known;
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
  /** The groups that it knows, and who belonged to them. */
  readonly groups: MarketGroups;
  #instruments: readonly KnownInstrument[] | undefined;
  #worldwide: Market | undefined;
  #byIndex: ReadonlyMap<number, KnownInstrument> | undefined;
  #byTicker: ReadonlyMap<string, KnownInstrument> | undefined;

  /** @param drawn what was drawn on its charts, where that is asked for */
  constructor(
    data: MarketData,
    t: number,
    private readonly drawn: DrawnCharts = NOTHING_DRAWN,
  ) {
    this.#data = data;
    this.t = t;
    this.sessions = data.panel.sessions.subarray(0, t + 1);
    this.groups = new MarketGroups(data, this);
  }

  /** The same market as of an earlier session. */
  before(sessions: number): Market {
    return new Market(this.#data, Math.max(0, this.t - sessions), this.drawn);
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
    this.#byTicker ??= new Map(this.instruments.map((i) => [i.ticker, i]));
    return this.#byTicker.get(ticker);
  }

  /** Whether the as-of session is still in progress: whatever is said of it may change until its close. */
  get provisional(): boolean {
    return this.t >= this.#data.settled;
  }

  /** The instruments that belong to no market, as of the same date; undefined where there are none yet. */
  get worldwide(): Market | undefined {
    const { worldwide } = this.#data;
    if (!worldwide || this.#worldwide) return this.#worldwide;
    const t = worldwide.panel.sessions.findLastIndex((day) => day <= this.asOf);
    return t < 0 ? undefined : (this.#worldwide = new Market(worldwide, t, this.drawn));
  }

  /** Itself, and what belongs to no market where there is any. */
  get parts(): readonly Market[] {
    const { worldwide } = this;
    return worldwide ? [this, worldwide] : [this];
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

  /** The day on which an instrument left its market for good, as far as that is known by the as-of session. */
  leftOn(index: number): number | undefined {
    const { delisted } = this.#data.instruments[index]!;
    return delisted !== null && delisted <= this.asOf ? delisted : undefined;
  }

  /** Whether an instrument has left its market by the as-of session, for good. */
  hasLeft(index: number): boolean {
    return this.leftOn(index) !== undefined;
  }

  /** The first session after an instrument left its market for good, as far as that is known by t; Infinity otherwise. */
  goneFrom(index: number): number {
    const left = this.leftOn(index);
    if (left === undefined) return Infinity;
    const after = this.sessions.findIndex((day) => day > left);
    return after < 0 ? Infinity : after;
  }

  /** Columns that have one value a session, to t. */
  perSession<T extends DerivedColumns>(column: PerSession<T>): T {
    const whole = deriveWhole(this.#data, column);
    return Object.fromEntries(Object.entries(whole).map(([key, values]) => [key, values.subarray(0, this.t + 1)])) as T;
  }

  /** A derived column of one instrument, to t. */
  perInstrument(column: PerInstrument, index: number): Float64Array {
    return seriesOf(deriveWhole(this.#data, column), this.#data.panel.stride, index, this.t + 1);
  }

  /** Values of all instruments or groups at t. */
  crossSection<T>(section: CrossSection<T>): T {
    return sectionAt(this.#data, this, section);
  }

  /** Whether an instrument belonged, on a session up to t, to the members that breadth speaks of. */
  isInUniverse(index: number, s: number): boolean {
    return s <= this.t && isMember(this.#data.universe, index, s);
  }

  /** The universe members on a session up to t, as positions in the panel. */
  universeAt(s: number): number[] {
    if (s > this.t) return [];
    return this.instruments.filter((i) => isMember(this.#data.universe, i.index, s)).map((i) => i.index);
  }

  /** What was drawn on a chart by the as-of session, in the forms made until then; a chart by its ticker or the key of a group. */
  drawingsOn(chart: string): SavedDrawing[] {
    const made = (this.drawn.charts[chart] ?? []).map((d) => ({ ...d, versions: d.versions.filter((v) => v.made <= this.asOf) }));
    return made.filter((d) => d.versions.length > 0);
  }

  /** The same for markets on which the same is drawn. */
  get drawingsKey(): string {
    return this.drawn.key;
  }

  /** The weekdays without a session that are known by the as-of session. */
  get holidays(): readonly KnownHoliday[] {
    return this.#data.holidays.filter((h) => h.known <= this.asOf).map(({ date, known }) => ({ day: date, known }));
  }

  /** What was the latest known value of a field at the close of each session, NaN where none was. */
  fundamentalHistory(index: number, field: FundamentalField): Float64Array {
    return fundamentalHistory(this.#data.fundamentals, index, field, this.sessions);
  }

  /** The latest known value of each field at the as-of close, NaN where none is; a report date that has passed is NaN. */
  fundamentals(index: number): Record<FundamentalField, number> {
    const { offset, known, values } = this.#data.fundamentals;
    const latest = new Float64Array(FUNDAMENTAL_FIELDS.length).fill(NaN);
    let missing = latest.length;
    // From the latest row back, until every field has been met.
    for (let row = offset[index + 1]! - 1; row >= offset[index]! && missing > 0; row--) {
      if (known[row]! > this.asOf) continue;
      for (let f = 0; f < latest.length; f++) {
        const value = values[row * latest.length + f]!;
        if (value !== value || latest[f] === latest[f]) continue;
        latest[f] = value;
        missing--;
      }
    }
    const fields = Object.fromEntries(FUNDAMENTAL_FIELDS.map((field, f) => [field, latest[f]!])) as Record<
      FundamentalField,
      number
    >;
    return fields.nextReport < this.asOf ? { ...fields, nextReport: NaN } : fields;
  }
}
