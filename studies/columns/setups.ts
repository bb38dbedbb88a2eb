import {
  carryTurns,
  END_KINDS,
  groupTurnover,
  isMember,
  rowBack,
  seriesOf,
  SETUP_KINDS,
  setupHits,
  trendEndDistance,
  trendEnds,
  turnsIn,
  type EndKind,
  type Panel,
  type SetupKind,
} from "@core";
import { deriveWhole, type PerInstrument, type PerSession } from "@studies/market/derived";
import type { ColumnData } from "@studies/market/market-data";
import { isPassing, WHOLE_MARKET } from "@studies/sets/group-key";
import { belongingTo } from "@studies/sets/member-runs";
import { highLowClose, panelColumn } from "./panel-series";

/** The swing pivots of every instrument by the session that confirmed them, as `carryTurns` has them. */
export const turnsColumn: PerInstrument = {
  name: "turns",
  stored: true,
  derive(data) {
    const whole = panelColumn(data.panel);
    carry(data, whole, 0);
    return whole;
  },
  extend: carry,
};

function carry({ panel }: ColumnData, whole: Float64Array, from: number): void {
  for (let i = 0; i < panel.count; i++)
    carryTurns(highLowClose(panel, i), seriesOf(whole, panel.stride, i, panel.sessions.length), from);
}

/** Kinds of setups of an instrument in the order of their bits: those of its own bars, and those at an end among the members. */
const KINDS: readonly (SetupKind | EndKind)[] = [...SETUP_KINDS, ...END_KINDS];

/** Which setups every instrument is on each session: the sum of a power of two for each kind; NaN where it has no bar. */
export const setupsColumn: PerInstrument = {
  name: "setups",
  stored: true,
  derive(data) {
    const whole = panelColumn(data.panel);
    carrySetups(data, whole, 0);
    return whole;
  },
  extend: carrySetups,
};

/** The kinds of a value of `setupsColumn`. */
export function setupsIn(value: number): (SetupKind | EndKind)[] {
  return KINDS.filter((_, bit) => hasBit(value, bit));
}

/** The sessions on which a column of setups has each kind, ascending. */
export function sessionsByKind(column: Float64Array): ReadonlyMap<SetupKind | EndKind, readonly number[]> {
  const found = KINDS.map((kind) => [kind, [] as number[]] as const);
  for (let s = 0; s < column.length; s++) {
    for (let rest = column[s]! | 0; rest > 0; rest &= rest - 1) found[31 - Math.clz32(rest & -rest)]![1].push(s);
  }
  return new Map(found);
}

const hasBit = (value: number, bit: number) => ((value | 0) & (1 << bit)) !== 0;

function carrySetups(data: ColumnData, whole: Float64Array, from: number): void {
  const { panel } = data;
  const { stride, sessions, count } = panel;
  const turns = deriveWhole(data, turnsColumn);
  for (let i = 0; i < count; i++) {
    const bars = barsOf(panel, i);
    const own = seriesOf(whole, stride, i, sessions.length);
    for (let s = from; s < own.length; s++) own[s] = bars.close[s] === bars.close[s] ? 0 : NaN;
    const hits = setupHits(bars, turnsIn(seriesOf(turns, stride, i, sessions.length), bars.close), from);
    for (const [bit, kind] of SETUP_KINDS.entries()) for (const s of hits[kind]) own[s]! += 1 << bit;
  }
  markEnds(data, whole, from);
}

function barsOf(panel: Panel, i: number) {
  const cut = (column: Float64Array) => seriesOf(column, panel.stride, i, panel.sessions.length);
  return { ...highLowClose(panel, i), open: cut(panel.open), volume: cut(panel.volume) };
}

/** So many bars decide a distance, that of an average true range among them. */
const DECIDING_BARS = 340;

/** Adds the kinds at an end among the members of each session. */
function markEnds(data: ColumnData, whole: Float64Array, from: number): void {
  const { panel, instruments } = data;
  const { stride, sessions } = panel;
  const members = belongingTo(data, WHOLE_MARKET);
  const stocks = instruments.flatMap((row, i) => (row.kind === "stock" ? [{ i, ticker: row.ticker }] : []));
  const ordered = stocks.sort((a, b) => (a.ticker < b.ticker ? -1 : 1)).map((one) => one.i);
  const distances = ordered.map((i) => distancesFrom(panel, i, from));
  const row = new Float64Array(ordered.length);
  for (let s = from; s < sessions.length; s++) {
    for (const [k, i] of ordered.entries()) row[k] = isMember(members, i, s) ? distances[k]![s - from]! : NaN;
    const { value, leader } = trendEnds(row);
    const bits = [value, leader].map((places, end) => [places, 1 << (SETUP_KINDS.length + end)] as const);
    for (const [places, bit] of bits) for (const k of places) whole[ordered[k]! * stride + s]! += bit;
  }
}

/** Distances of an instrument on the sessions from one on. */
function distancesFrom(panel: Panel, i: number, from: number): Float64Array {
  const bars = highLowClose(panel, i);
  const cut = rowBack(bars.close, from, DECIDING_BARS);
  const late = { high: bars.high.subarray(cut), low: bars.low.subarray(cut), close: bars.close.subarray(cut) };
  return trendEndDistance(late).subarray(from - cut);
}

/** What the members of a group turned over on each session. */
export function turnoverColumn(key: string): PerSession<{ turnover: Float64Array }> {
  return {
    name: `turnover:${key}`,
    ephemeral: isPassing(key),
    derive: (data) => ({ turnover: groupTurnover(data.panel, belongingTo(data, key)) }),
    extend(data, { turnover }, from) {
      groupTurnover(data.panel, belongingTo(data, key), turnover, from);
    },
  };
}
