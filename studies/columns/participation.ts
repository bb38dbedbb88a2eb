import { HORIZONS, participation, participationFrom, participationPercent } from "@core";
import { type AverageKind, averageColumn } from "./averages";
import { type PerSession, deriveWhole } from "@studies/market/derived";
import type { ColumnData } from "@studies/market/market-data";
import { WHOLE_MARKET, isPassing } from "@studies/sets/group-key";
import { belongingTo } from "@studies/sets/member-runs";

/** Participation counts as columns: above and counted of each horizon, all five last. */
export function participationColumns(kind: AverageKind, key = WHOLE_MARKET): PerSession<Record<string, Uint16Array>> {
  const horizons = [...HORIZONS.keys(), HORIZONS.length];
  return {
    name: `participation:${kind}:${key}`,
    ephemeral: isPassing(key),
    derive(data) {
      const { above, counted } = participation(data.panel, belongingTo(data, key), kind);
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
            participationFrom(data.panel, belongingTo(data, key), { averages, counts, start: from });
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
