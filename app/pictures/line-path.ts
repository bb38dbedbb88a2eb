import { line as lineShape } from "d3-shape";

/** A line through values with a gap where there is none. */
export function linePath(values: readonly (number | null)[], x: (row: number) => number, y: (value: number) => number): string {
  return (
    lineShape<number | null>()
      .defined((value) => value !== null)
      .x((_, row) => round(x(row)))
      .y((value) => round(y(value!)))(values as (number | null)[]) ?? ""
  );
}

/** The area between two lines, where both have values. */
export function bandPath(
  low: readonly (number | null)[],
  high: readonly (number | null)[],
  x: (row: number) => number,
  y: (value: number) => number,
): string {
  const rows = low.flatMap((value, row) => (value === null || (high[row] ?? null) === null ? [] : [row]));
  if (rows.length === 0) return "";
  const there = rows.map((row) => `${round(x(row))},${round(y(high[row]!))}`);
  const back = rows.toReversed().map((row) => `${round(x(row))},${round(y(low[row]!))}`);
  return `M${[...there, ...back].join("L")}Z`;
}

/** Tenths of a unit are as fine as a page can show. */
export const round = (x: number) => Math.round(10 * x) / 10;

type Place = readonly [x: number, y: number];

/** A straight stroke as far as it lies between two heights; undefined where it does nowhere. */
export function within(from: Place, to: Place, top: number, bottom: number): readonly [Place, Place] | undefined {
  const [[x1, y1], [x2, y2]] = [from, to];
  if (Math.max(y1, y2) < top || Math.min(y1, y2) > bottom) return undefined;
  const at = (y: number): Place => {
    const held = Math.min(bottom, Math.max(top, y));
    return y === held ? [y === y1 ? x1 : x2, y] : [x1 + ((x2 - x1) * (held - y1)) / (y2 - y1), held];
  };
  return [at(y1), y1 === y2 ? [x2, y2] : at(y2)];
}
