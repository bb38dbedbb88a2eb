import { regime, volatilitySlope } from "@core";
import { referenceColumns } from "./composites";
import { closesOf } from "./panel-series";
import { type PerSession, deriveWhole } from "@studies/market/derived";
import type { ColumnData } from "@studies/market/market-data";

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
