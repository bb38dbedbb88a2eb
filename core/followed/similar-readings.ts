import { percentileRanks } from "../stats/percentile-rank";

/** Two ends of a scale: at or above `high`, at or below `low`. */
export interface Zones {
  readonly high: number;
  readonly low: number;
}

const WITHIN = 5;

/**
 * Sessions whose reading was like the last one, on a scale of points.
 * Formula: within +/- 5 points (plus 1e-9); with zones, the same zone when the last reading is in one (method 2, C07,
 * Z11, Z12).
 * @param readings a column, the last value the present reading
 * @param zones of the scale, where it has them
 * @returns sessions, ascending, the last one included; empty when the present reading is undefined
 * @example similarReadings(Float64Array.of(10, 30, 36, 33)) // => [1, 2, 3]
 */
export function similarReadings(readings: Float64Array, zones?: Zones): number[] {
  const now = readings[readings.length - 1] ?? NaN;
  if (now !== now) return [];
  const alike =
    zones && now >= zones.high
      ? (x: number) => x >= zones.high
      : zones && now <= zones.low
        ? (x: number) => x <= zones.low
        : (x: number) => Math.abs(x - now) <= WITHIN + 1e-9;
  return rowsWhere(readings, alike);
}

/**
 * Sessions whose reading lies in the same tenth of all readings as the last one.
 * Formula: decile = min(9, floor(rank / 10)), rank the percentile rank among all readings (method 2, Z14).
 * @param readings a column, the last value the present reading
 * @returns sessions, ascending; empty when the present reading is undefined
 * @example sameDecile(Float64Array.of(1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 1)) // => [0, 10]
 */
export function sameDecile(readings: Float64Array): number[] {
  const ranks = percentileRanks(readings);
  const decile = (rank: number) => Math.min(9, Math.floor(rank / 10));
  const now = ranks[ranks.length - 1] ?? NaN;
  return now === now ? rowsWhere(ranks, (rank) => decile(rank) === decile(now)) : [];
}

/**
 * Rows that have a value.
 * @param readings a column
 * @returns rows, ascending
 * @example definedRows(Float64Array.of(NaN, 1, NaN)) // => [1]
 */
export function definedRows(readings: Float64Array): number[] {
  return rowsWhere(readings, () => true);
}

function rowsWhere(column: Float64Array, wanted: (x: number) => boolean): number[] {
  const rows: number[] = [];
  column.forEach((x, s) => {
    if (x === x && wanted(x)) rows.push(s);
  });
  return rows;
}
