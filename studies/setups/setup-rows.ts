import {
  atr,
  bracketOf,
  rowBack,
  COMPRESSED_KINDS,
  DECIDING_BARS,
  groupClimaxes,
  relativeTurnover,
  setupFigure,
  turnsIn,
  type Bracket,
  type EndKind,
  type MeasuredBars,
  type SetupKind,
} from "@core";
import { groupSeries } from "@studies/columns/composites";
import { turnoverColumn, setupsColumn, setupsIn, turnsColumn } from "@studies/columns/setups";
import { groupNames } from "@studies/cross-section/strength-of-groups";
import type { KnownInstrument, Market } from "@studies/market/market";
import { groupKeyText } from "@studies/sets/group-key";

/** An instrument that is set up for the next session. */
export interface InstrumentSetup {
  readonly instrument: KnownInstrument;
  readonly kind: SetupKind | EndKind;
  /** What makes it one of its kind: worked out where it is shown. */
  readonly figure: () => number;
  /** Of the session, and its ATR(14). */
  readonly high: number;
  readonly low: number;
  readonly close: number;
  readonly range: number;
  /** None without highs, lows and an ATR. */
  readonly bracket: Bracket | undefined;
}

/** The kinds that an instrument is of at the as-of session. */
export function kindsNow(market: Market, { index }: KnownInstrument): (SetupKind | EndKind)[] {
  const value = market.perInstrument(setupsColumn, index)[market.t]!;
  return value > 0 ? setupsIn(value) : [];
}

/** What is set up of one instrument, each kind with its bracket. */
export function setupsOf(
  market: Market,
  instrument: KnownInstrument,
  kinds: readonly (SetupKind | EndKind)[],
): InstrumentSetup[] {
  if (kinds.length === 0) return [];
  const bars = barsOf(market, instrument.index);
  const turns = turnsIn(market.perInstrument(turnsColumn, instrument.index), bars.close);
  const [high, low, close] = [bars.high, bars.low, bars.close].map((column) => column[market.t]!) as [number, number, number];
  const range = latestRange(bars);
  const pivots = turns.map((turn) => turn.close);
  const isWhole = !Number.isNaN(high + low + range);
  const brackets = new Map<boolean, Bracket>();
  return kinds.map((kind) => {
    const isNarrow = COMPRESSED_KINDS.has(kind as SetupKind);
    const bracket = isWhole ? (brackets.get(isNarrow) ?? bracketOf({ high, low, close, range }, pivots, isNarrow)) : undefined;
    if (bracket) brackets.set(isNarrow, bracket);
    return { instrument, kind, figure: () => setupFigure(kind, bars, turns), high, low, close, range, bracket };
  });
}

/** The ATR(14) at the last bar, from as many as decide it. */
function latestRange({ high, low, close }: MeasuredBars): number {
  const start = rowBack(close, close.length, DECIDING_BARS);
  const [h, l, c] = [high, low, close].map((column) => column.subarray(start)) as [Float64Array, Float64Array, Float64Array];
  return atr({ high: h, low: l, close: c }, 14).at(-1)!;
}

function barsOf(market: Market, index: number): MeasuredBars {
  const bars = (column: "open" | "high" | "low" | "close" | "volume") => market.bars(column, index);
  return { open: bars("open"), high: bars("high"), low: bars("low"), close: bars("close"), volume: bars("volume") };
}

/** A sector or industry that was traded very much at an end of its course. */
export interface GroupClimax {
  readonly level: "sector" | "industry";
  readonly side: "low" | "high";
  readonly name: string;
  readonly key: string;
  /** Turnover in its own averages. */
  readonly figure: number;
}

/** Sessions that decide whether there is a climax. */
const CLIMAX_SESSIONS = 80;

/** The groups with a volume climax at the as-of session. */
export function groupClimaxesNow(market: Market): GroupClimax[] {
  return (["sector", "industry"] as const).flatMap((level) =>
    groupNames(market, level).flatMap((name): GroupClimax[] => {
      const key = groupKeyText(level, name);
      const [levels, turnover] = [market.perSession(groupSeries(key)).level, market.perSession(turnoverColumn(key)).turnover];
      // What is looked at are values that there are; a group that halts is looked at as far back as it takes.
      const isWhole = (column: Float64Array) => column.slice(-CLIMAX_SESSIONS).every((x) => x === x);
      const from = isWhole(levels) && isWhole(turnover) ? Math.max(0, market.t + 1 - CLIMAX_SESSIONS) : 0;
      const [own, traded] = [levels.subarray(from), turnover.subarray(from)];
      const { low, high } = groupClimaxes(own, traded);
      const side = low.at(-1) === own.length - 1 ? "low" : high.at(-1) === own.length - 1 ? "high" : undefined;
      return side ? [{ level, side, name, key, figure: relativeTurnover(traded).at(-1)! }] : [];
    }),
  );
}
