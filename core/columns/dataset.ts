import type { BarColumn } from "./panel";

/** Market data as it comes from outside: the tables of docs/formats, dates as epoch days, null for "not known". */
export interface Dataset {
  readonly markets: readonly MarketRow[];
  readonly instruments: readonly InstrumentRow[];
  readonly bars: readonly InstrumentBars[];
  readonly membership: readonly MembershipRow[];
  readonly holidays: readonly HolidayRow[];
  readonly fundamentals: readonly FundamentalsRow[];
}

export interface MarketRow {
  readonly market: string;
  readonly name: string;
  readonly currency: string;
  /** Tickers of the two indexes. */
  readonly broadIndex: string | null;
  readonly volatilityIndex: string | null;
}

export const INSTRUMENT_KINDS = ["stock", "index", "fund", "commodity", "currency", "bond", "volatility"] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];
export const TEMPERAMENTS = ["growth", "cyclical", "defensive"] as const;
export type Temperament = (typeof TEMPERAMENTS)[number];

export interface InstrumentRow {
  readonly ticker: string;
  readonly name: string;
  readonly kind: InstrumentKind;
  readonly market: string | null;
  readonly currency: string | null;
  readonly listed: number | null;
  readonly delisted: number | null;
  readonly sector: string | null;
  readonly industry: string | null;
  readonly temperament: Temperament | null;
  readonly leverage: number | null;
  /** Shares outstanding where constant. */
  readonly marketValueShares: number | null;
}

/** Bars of one instrument in the order of their days; NaN for an empty cell. */
export interface InstrumentBars extends Readonly<Record<BarColumn, Float64Array>> {
  readonly ticker: string;
  readonly days: Int32Array;
}

export const GROUP_KINDS = ["index", "theme", "fund", "region", "asset-class", "family", "list"] as const;
export type GroupKind = (typeof GROUP_KINDS)[number];

export interface MembershipRow {
  readonly group: string;
  readonly kind: GroupKind;
  readonly ticker: string;
  /** Inclusive; `to` is null while it lasts. */
  readonly from: number;
  readonly to: number | null;
  readonly weight: number | null;
}

export interface HolidayRow {
  readonly market: string;
  readonly date: number;
  readonly known: number;
}

/** What became known on a day; a field that is null says nothing new. */
export interface FundamentalsRow {
  readonly ticker: string;
  readonly known: number;
  readonly eps: number | null;
  readonly epsExpected: number | null;
  /** Percent. */
  readonly growth: number | null;
  readonly salesGrowth: number | null;
  readonly dividend: number | null;
  readonly shares: number | null;
  /** Epoch day. */
  readonly nextReport: number | null;
}

/** One session of a reserve: what a feed may deliver, one at a time. */
export interface ReserveSession {
  /** Epoch day. */
  readonly day: number;
  readonly bars: readonly ReserveBar[];
  readonly fundamentals: readonly FundamentalsRow[];
  /** Memberships that begin, and those that end with this session. */
  readonly joins: readonly MembershipRow[];
  readonly leaves: readonly { readonly group: string; readonly ticker: string }[];
  /** Instruments whose last session this is. */
  readonly delisted: readonly string[];
}

export type ReserveBar = readonly [ticker: string, open: number, high: number, low: number, close: number, volume: number | null];
