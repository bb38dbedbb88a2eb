import type { BarColumn } from "../columns/panel";
import { SAMPLINGS } from "../rotation/samples";
import type { Comparator, ParameterValue, Rule, Subject } from "./condition";

/** Bars of the subject, one row a session; NaN where it has none. */
export type MeasuredBars = Readonly<Record<BarColumn, Float64Array>>;

export interface NumberParameter {
  readonly name: string;
  readonly default: number;
  readonly min: number;
  readonly max: number;
  /** The only values it can have, where there are few. */
  readonly among?: readonly number[];
  /** Whether it may lie between whole numbers [no]. */
  readonly fractional?: true;
}

export interface TextParameter {
  readonly name: string;
  readonly default: string;
  /** The values it can have; where there are none it is free, such as the key of a group. */
  readonly among?: readonly string[];
  /** What a free text names. */
  readonly names?: "group" | "benchmark" | "drawing";
}

export type Parameter = NumberParameter | TextParameter;
export type Params = Readonly<Record<string, ParameterValue>>;

/**
 * How a value is meant and compared: prices by the rule for ties, all others plainly. `percent` runs from 0 to 100, a
 * `fraction` is said in percent, `volume` counts units or money, `label` has names for its values.
 */
export type MeasureUnit = "price" | "percent" | "fraction" | "number" | "sessions" | "volume" | "label";

/** What its subject must have for it to be known at all. */
export type Needs = "closes" | "bars" | "volume" | "market" | "stock" | "peers" | "calendar" | "members" | "reports" | "drawing";

/**
 * A sentence of its own for some conditions on a measure. Tokens: `{it}` and `{its}` the subject, `{value}` the number it is
 * compared with, and the parameters by their names.
 */
export interface SentenceForm {
  readonly text: string;
  readonly comparator: Comparator;
  /** The only right side it is for [any number or label, said as `{value}`]. */
  readonly right?: number | string;
  /** For a right side that is this measure of the same subject; the parameters in the text are its own. */
  readonly other?: { readonly measure: string; readonly ago?: number };
  readonly params?: Params;
}

/** The values of a phrase's tokens: `{n}`, `{m}` whole numbers, `{nth}` one as third, `{x}` a number, `{p}` a percentage, `{drawing}` a name. */
export interface PhraseValues {
  readonly n: number;
  readonly m: number;
  readonly x: number;
  readonly p: number;
  readonly drawing: string;
}

/** A phrase by which conditions are typed, and the condition it is. */
export interface Phrase {
  readonly text: string;
  rule(values: PhraseValues): Rule;
}

/**
 * A measure that conditions can name: its parameters with bounds, its unit, when it is known, how it is said and typed. One
 * calculated from bars brings its column; of any other whoever evaluates gives it.
 */
export interface Measure {
  readonly name: string;
  readonly unit: MeasureUnit;
  readonly params: readonly Parameter[];
  readonly needs: Needs;
  /** Whose it is where nothing else is said [self]. */
  readonly of?: Subject;
  /** Whether it is known at the open of its session already [at the close]. */
  readonly atOpen?: true;
  /** Names of its values, with the numbers they stand for. */
  readonly labels?: Readonly<Record<string, number>>;
  /** In a sentence, after "its": the parameters stand by their names, `{unit}` (`{units}`) for session, week or month, `{on}` for the column. */
  readonly noun: string;
  /** What it is called in a list of measures [its noun without the parameters]. */
  readonly title?: string;
  readonly forms: readonly SentenceForm[];
  /** What it is called when typed; parameters by their names. */
  readonly aliases: readonly string[];
  /** Right sides worth offering where only the measure was typed. */
  readonly usual: readonly (readonly [Comparator, number | string])[];
  readonly phrases: readonly Phrase[];
  /** From bars and their epoch days. */
  readonly column?: (bars: MeasuredBars, params: Params, days: Int32Array) => Float64Array;
}

/** A measure as it is written down, with what most have left out. */
export type MeasureGiven = Partial<Measure> & Pick<Measure, "name" | "unit" | "noun">;

/** Fills in what was left out. */
export function measure(given: MeasureGiven): Measure {
  return { params: [], needs: "closes", forms: [], aliases: [], usual: [], phrases: [], ...given };
}

/** A window of n bars. */
export const window = (n: number, min = 1, name = "n"): NumberParameter => ({ name, default: n, min, max: 1000 });

/** On daily bars, or on weekly or monthly ones that are over. */
export const SAMPLED: TextParameter = { name: "sampling", default: "daily", among: SAMPLINGS };
/** Which column of bars an indicator is of. */
export const COLUMN: TextParameter = { name: "on", default: "close", among: ["open", "high", "low", "close", "volume"] };

/** The column that a measure with the parameter `on` is of. */
export const columnOf = (bars: MeasuredBars, params: Params): Float64Array => bars[params["on"] as BarColumn];

/** The number that a parameter has. */
export const numberOf = (params: Params, name = "n"): number => params[name] as number;

export function isNumberParameter(parameter: Parameter): parameter is NumberParameter {
  return typeof parameter.default === "number";
}
