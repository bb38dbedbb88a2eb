import type { BarColumn } from "../columns/panel";

/** Bars of the subject, one row a session; NaN where it has none. */
export type MeasuredBars = Readonly<Record<BarColumn, Float64Array>>;

export interface MeasureParameter {
  readonly name: string;
  readonly default: number;
  readonly least: number;
  readonly most: number;
  /** The only values it can have, where there are few. */
  readonly among?: readonly number[];
}

/**
 * A measure that conditions can name. Prices are compared with prices by the rule for ties; numbers plainly. A measure
 * of a market has no calculation on bars: whoever evaluates gives its column.
 */
export interface Measure {
  readonly name: string;
  readonly unit: "price" | "percent" | "fraction" | "number";
  readonly params: readonly MeasureParameter[];
  /** In a sentence, after "the": `n` stands for the parameters. */
  words(params: Readonly<Record<string, number>>): string;
  readonly column?: (bars: MeasuredBars, params: Readonly<Record<string, number>>) => Float64Array;
}

/** A window of n bars. */
export const window = (n: number, least = 1): MeasureParameter => ({ name: "n", default: n, least, most: 1000 });
/** A measure without parameters. */
export const plain = (name: string, unit: Measure["unit"], words: string, column?: Measure["column"]): Measure => ({
  name,
  unit,
  params: [],
  words: () => words,
  ...(column ? { column } : {}),
});
/** A measure over n bars. */
export const ofN = (
  name: string,
  unit: Measure["unit"],
  n: MeasureParameter,
  words: (n: number) => string,
  column?: (bars: MeasuredBars, n: number) => Float64Array,
): Measure => ({
  name,
  unit,
  params: [n],
  words: (p) => words(p["n"]!),
  ...(column ? { column: (bars, p) => column(bars, p["n"]!) } : {}),
});
