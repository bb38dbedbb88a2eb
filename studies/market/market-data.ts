import type { GroupKind, HolidayRow, InstrumentRow, MarketRow } from "@core/columns/dataset";
import type { MembershipRuns, Panel } from "@core";

/** One market's data as it is kept in memory and shared between threads: plain values and arrays, the whole history. */
export interface MarketData extends ColumnData {
  /** Raised by every write of market data. */
  readonly version: number;
  /** Of one lineage are data that grew from each other by sessions delivered at the end, in the same memory. */
  readonly lineage: string;
  /** Data of one lineage that agree in this have the same members at the same times. */
  readonly memberships: number;
  /** Columns that were derived earlier, by name. */
  readonly derived?: Readonly<Record<string, Derivation>>;
  /** Sessions whose figures are final; one beyond them is still in progress. */
  readonly settled: number;
  readonly market: MarketRow;
  readonly panel: Panel;
  /** In the order of the panel, by ticker. */
  readonly instruments: readonly InstrumentRow[];
  /** Dated membership in the groups that have members here, in the order of the panel. */
  readonly groups: readonly DatedGroup[];
  /** The members that breadth and timing speak of: those of the broad index, or every stock where there is none. */
  readonly universe: MembershipRuns;
  /** Instruments that belong to no market (indexes abroad), on the calendar of their own days. */
  readonly worldwide?: MarketData;
}

/**
 * What a column that is derived once from the whole history may see of it: bars, and of the instruments what does not
 * tell how they will end. Membership comes from `spansOf`, without the ends of its runs.
 */
export interface ColumnData {
  readonly market: MarketRow;
  readonly panel: Panel;
  readonly instruments: readonly Omit<InstrumentRow, "listed" | "delisted">[];
  /** To be read by the day on which each row became known. */
  readonly fundamentals: FundamentalColumns;
  /** To be read by the day on which each became known. */
  readonly holidays: readonly HolidayRow[];
}

/** Columns with one value a session. */
export type DerivedColumns = Record<string, Float64Array | Int8Array | Uint16Array>;

/** What was derived: columns with one value a session, or one of instruments x stride of the panel. */
export interface Derivation {
  readonly value: DerivedColumns | Float64Array;
  /** Sessions whose values are final; there may be more sessions by now. */
  readonly sessions: number;
}

export interface DatedGroup {
  readonly name: string;
  readonly kind: GroupKind;
  readonly spans: MembershipRuns;
  /** The runs with their weights, where weights are known. */
  readonly weights?: WeightedRuns;
}

/** Runs of membership with a weight each, by instrument and first session. */
export interface WeightedRuns {
  readonly instrument: Int32Array;
  /** First and last session index of each run, inclusive; the last may lie beyond the sessions. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Fractions. */
  readonly weight: Float64Array;
}

/** The fields of a fundamentals row, in the order of `FundamentalColumns.values`. */
export const FUNDAMENTAL_FIELDS = ["eps", "epsExpected", "growth", "salesGrowth", "dividend", "shares", "nextReport"] as const;
export type FundamentalField = (typeof FUNDAMENTAL_FIELDS)[number];

/** Rows of instrument i stand at offset[i] to offset[i + 1] - 1, by the day they became known. */
export interface FundamentalColumns {
  readonly offset: Int32Array;
  readonly known: Int32Array;
  /** Rows x fields, NaN for an empty cell. */
  readonly values: Float64Array;
}
