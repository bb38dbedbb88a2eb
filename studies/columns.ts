import {
  composite,
  ema,
  memberSpans,
  participation,
  participationPercent,
  regime,
  seriesOf,
  sma,
  trailingStop,
  type MemberSpans,
  type Panel,
} from "@core";
import { deriveWhole, type PerInstrument, type PerSession } from "./market";
import type { MarketData } from "./market-data";

/* The columns that several studies share, each derived once from the whole history and causal: the value of a session
   needs no later one. */

export type AverageKind = "ema" | "sma";

/** Instruments x sessions; `calculate` writes one instrument's column where it belongs. */
function forEachInstrument(panel: Panel, calculate: (index: number, out: Float64Array) => void): Float64Array {
  const sessions = panel.sessions.length;
  const whole = new Float64Array(panel.count * sessions);
  for (let i = 0; i < panel.count; i++) calculate(i, seriesOf(whole, sessions, i));
  return whole;
}

/** A moving average of the closes of every instrument. */
export function averageColumn(kind: AverageKind, n: number): PerInstrument {
  const average = kind === "ema" ? ema : sma;
  return {
    name: `${kind}:${n}`,
    derive: ({ panel }) => forEachInstrument(panel, (i, out) => average(seriesOf(panel.close, panel.sessions.length, i), n, out)),
  };
}

function highLowClose(panel: Panel, i: number) {
  const cut = (column: Float64Array) => seriesOf(column, panel.sessions.length, i);
  return { high: cut(panel.high), low: cut(panel.low), close: cut(panel.close) };
}

/** Side of the two-sided trailing stop of every instrument: 1 upper, -1 lower. */
export const stopSideColumn: PerInstrument = {
  name: "stop-side",
  derive({ panel }) {
    const stop = new Float64Array(panel.sessions.length);
    return forEachInstrument(panel, (i, side) => trailingStop(highLowClose(panel, i), { stop, side }));
  },
};

/** Participation counts as columns: above and counted of each horizon, all five last. */
export function participationColumns(kind: AverageKind): PerSession<Record<string, Uint16Array>> {
  return {
    name: `participation:${kind}`,
    derive(data) {
      const { above, counted } = participation(data.panel, data.universe, kind);
      return Object.fromEntries([
        ...above.map((column, h) => [`above${h}`, column] as const),
        ...counted.map((column, h) => [`counted${h}`, column] as const),
      ]);
    },
  };
}

/** Participation in percent: p0 to p4 for the horizons, p5 for all five. */
export function participationPercents(kind: AverageKind): PerSession<Record<string, Float64Array>> {
  return {
    name: `participation-percent:${kind}`,
    derive(data) {
      const counts = deriveWhole(data, participationColumns(kind));
      return Object.fromEntries(
        Array.from({ length: 6 }, (_, h) => [`p${h}`, participationPercent(counts[`above${h}`]!, counts[`counted${h}`]!)]),
      );
    },
  };
}

/** The market composite. */
export const compositeColumn: PerSession<{ level: Float64Array }> = {
  name: "composite",
  derive: (data) => ({ level: composite(data.panel, data.universe) }),
};

/** High, low and close of the broad index; where the market has none, the composite's level without highs and lows. */
export const referenceColumns: PerSession<{ high: Float64Array; low: Float64Array; close: Float64Array }> = {
  name: "reference",
  derive(data) {
    const index = data.instruments.findIndex((i) => i.ticker === data.market.broadIndex);
    if (index >= 0 && data.panel.first[index]! >= 0) return highLowClose(data.panel, index);
    const close = deriveWhole(data, compositeColumn).level;
    const none = new Float64Array(close.length).fill(NaN);
    return { high: none, low: none, close };
  },
};

/** Regime of the broad index. */
export const regimeColumns: PerSession<{
  direction: Int8Array;
  volatility: Int8Array;
  rawDirection: Int8Array;
  rawVolatility: Int8Array;
  distance200: Float64Array;
  slope50: Float64Array;
  volatilityZ: Float64Array;
}> = {
  name: "regime",
  derive: (data) => ({ ...regime(deriveWhole(data, referenceColumns)) }),
};

/** The series of a sector or industry: the composite of the universe members that belong to it. */
export function groupSeries(level: "sector" | "industry", name: string): PerSession<{ level: Float64Array }> {
  return {
    name: `series:${level}:${name}`,
    derive: (data) => ({ level: composite(data.panel, restricted(data, level, name)) }),
  };
}

function restricted(data: MarketData, level: "sector" | "industry", name: string): MemberSpans {
  const { universe } = data;
  return memberSpans(
    data.instruments.map((instrument, i) => {
      const runs: [number, number][] = [];
      if (instrument[level] !== name) return runs;
      for (let k = universe.offset[i]!; k < universe.offset[i + 1]!; k++) runs.push([universe.from[k]!, universe.to[k]!]);
      return runs;
    }),
  );
}
