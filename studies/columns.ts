import {
  composite,
  ema,
  HORIZONS,
  participation,
  participationFrom,
  participationPercent,
  regime,
  seriesOf,
  sma,
  trailingStop,
  volatilitySlope,
  type Panel,
} from "@core";
import { isPassing, WHOLE_MARKET } from "./group-key";
import { deriveWhole, type PerInstrument, type PerSession } from "./derived";
import type { ColumnData } from "./market-data";
import { spansOf } from "./spans";

/* The columns that several studies share, each derived once from the whole history and causal: the value of a session
   needs no later one. */

export type AverageKind = "ema" | "sma";

function closesOf(panel: Panel, i: number): Float64Array {
  return seriesOf(panel.close, panel.stride, i, panel.sessions.length);
}

/** A moving average of the closes of every instrument. */
export function averageColumn(kind: AverageKind, n: number): PerInstrument {
  return {
    name: `${kind}:${n}`,
    derive({ panel }) {
      const whole = new Float64Array(panel.count * panel.stride);
      const average = kind === "ema" ? ema : sma;
      for (let i = 0; i < panel.count; i++)
        average(closesOf(panel, i), n, seriesOf(whole, panel.stride, i, panel.sessions.length));
      return whole;
    },
    ...(kind === "ema"
      ? {
          extend: ({ panel }: ColumnData, whole: Float64Array, from: number) => {
            extendEma(panel, n, whole, from);
          },
        }
      : {}),
  };
}

/** Carries the averages on; an instrument whose average was not defined yet is calculated anew. */
function extendEma({ count, stride, sessions, close }: Panel, n: number, whole: Float64Array, from: number): void {
  const a = 2 / (n + 1);
  for (let base = 0; base < count * stride; base += stride) {
    let s = base + from - 1;
    while (s >= base && Number.isNaN(close[s])) s--;
    if (s < base || Number.isNaN(whole[s])) {
      const own = [base, base + sessions.length] as const;
      ema(close.subarray(...own), n, whole.subarray(...own));
      continue;
    }
    let e = whole[s]!;
    for (let t = base + from; t < base + sessions.length; t++) {
      const c = close[t]!;
      whole[t] = Number.isNaN(c) ? NaN : (e += a * (c - e));
    }
  }
}

function highLowClose(panel: Panel, i: number) {
  const cut = (column: Float64Array) => seriesOf(column, panel.stride, i, panel.sessions.length);
  return { high: cut(panel.high), low: cut(panel.low), close: cut(panel.close) };
}

/** Side of the two-sided trailing stop of every instrument, 1 upper, -1 lower; behind the sides stand the stops and the ATR(22). */
export const stopSideColumn: PerInstrument = {
  name: "stop-side",
  derive({ panel }) {
    const whole = new Float64Array(3 * panel.count * panel.stride);
    carryStops(panel, whole, 0);
    return whole;
  },
  extend({ panel }, whole, from) {
    carryStops(panel, whole, from);
  },
};

function carryStops(panel: Panel, whole: Float64Array, from: number): void {
  const block = panel.count * panel.stride;
  for (let i = 0; i < panel.count; i++) {
    const part = (k: number) => seriesOf(whole.subarray(k * block), panel.stride, i, panel.sessions.length);
    trailingStop(highLowClose(panel, i), { side: part(0), stop: part(1), range: part(2) }, from);
  }
}

/** Participation counts as columns: above and counted of each horizon, all five last. */
export function participationColumns(kind: AverageKind, key = WHOLE_MARKET): PerSession<Record<string, Uint16Array>> {
  const horizons = [...HORIZONS.keys(), HORIZONS.length];
  return {
    name: `participation:${kind}:${key}`,
    ephemeral: isPassing(key),
    derive(data) {
      const { above, counted } = participation(data.panel, spansOf(data, key), kind);
      return Object.fromEntries([
        ...above.map((column, h) => [`above${h}`, column] as const),
        ...counted.map((column, h) => [`counted${h}`, column] as const),
      ]);
    },
    ...(kind === "ema"
      ? {
          extend(data: ColumnData, columns: Record<string, Uint16Array>, from: number) {
            const averages = HORIZONS.map((n) => deriveWhole(data, averageColumn(kind, n)));
            const counts = {
              above: horizons.map((h) => columns[`above${h}`]!),
              counted: horizons.map((h) => columns[`counted${h}`]!),
            };
            participationFrom(data.panel, spansOf(data, key), averages, counts, from);
          },
        }
      : {}),
  };
}

/** Participation in percent: p0 to p4 for the horizons, p5 for all five. */
export function participationPercents(kind: AverageKind, key = WHOLE_MARKET): PerSession<Record<string, Float64Array>> {
  return {
    name: `participation-percent:${kind}:${key}`,
    ephemeral: isPassing(key),
    derive(data) {
      const counts = deriveWhole(data, participationColumns(kind, key));
      return Object.fromEntries(
        Array.from({ length: 6 }, (_, h) => [`p${h}`, participationPercent(counts[`above${h}`]!, counts[`counted${h}`]!)]),
      );
    },
  };
}

/** An equal-weighted index of a group's members. */
function levelOf(name: string, key: string): PerSession<{ level: Float64Array }> {
  return {
    name,
    ephemeral: isPassing(key),
    derive: (data) => ({ level: composite(data.panel, spansOf(data, key)) }),
    extend(data, { level }, from) {
      composite(data.panel, spansOf(data, key), level, from);
    },
  };
}

/** The market composite. */
export const compositeColumn = levelOf("composite", WHOLE_MARKET);

/** The series of a group: the composite of its members; of a sector or industry, those of the universe. */
export function groupSeries(key: string): PerSession<{ level: Float64Array }> {
  return levelOf(`series:${key}`, key);
}

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
  extend(data, columns, from) {
    const { volatilityZ: _same, ...rest } = regime(deriveWhole(data, referenceColumns), columns.volatilityZ, from);
    for (const key of Object.keys(rest) as (keyof typeof rest)[]) columns[key].set(rest[key].subarray(from), from);
  },
};

/** Slope of the volatility index and its long-run z; NaN where the market has no such index. */
export const volatilitySlopeColumns: PerSession<{ slope: Float64Array; z: Float64Array }> = {
  name: "volatility-slope",
  derive: (data) => ({ ...volatilitySlope(volatilityCloses(data)) }),
  extend(data, { slope, z }, from) {
    slope.set(volatilitySlope(volatilityCloses(data), z, from).slope.subarray(from), from);
  },
};

function volatilityCloses({ instruments, market, panel }: ColumnData): Float64Array {
  const index = instruments.findIndex((i) => i.ticker === market.volatilityIndex);
  return index < 0 ? new Float64Array(panel.sessions.length).fill(NaN) : closesOf(panel, index);
}
