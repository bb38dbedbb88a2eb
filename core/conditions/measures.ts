import { CoreError } from "../core-error";
import type { MeasureUse, Subject } from "./condition";
import { isNumberParameter, type Measure, type Parameter } from "./measure";
import { AVERAGES } from "./measures/averages";
import { CALENDAR_MEASURES } from "./measures/calendar";
import { DRAWING_MEASURES } from "./measures/drawings";
import { MARKET_MEASURES } from "./measures/market";
import { MOVES } from "./measures/moves";
import { OSCILLATORS_OF_BARS } from "./measures/oscillators";
import { PRICES } from "./measures/prices";
import { SESSION_SHAPES } from "./measures/sessions";
import { STOCK_MEASURES } from "./measures/stocks";
import { VOLUMES } from "./measures/volume";
import { WINDOW_MEASURES } from "./measures/windows";

/** Every measure there is, in the order in which they are offered. */
export const MEASURES: readonly Measure[] = [
  ...PRICES,
  ...AVERAGES,
  ...MOVES,
  ...OSCILLATORS_OF_BARS,
  ...SESSION_SHAPES,
  ...VOLUMES,
  ...MARKET_MEASURES,
  ...STOCK_MEASURES,
  ...CALENDAR_MEASURES,
  ...WINDOW_MEASURES,
  ...DRAWING_MEASURES,
];

const BY_NAME = new Map(MEASURES.map((m) => [m.name, m]));

/**
 * A measure by its name.
 * @param name as conditions give it
 * @returns the measure
 * @throws CoreError `bad-option` when there is none of that name
 * @example measureOf("rsi").unit // => "percent"
 */
export function measureOf(name: string): Measure {
  const found = BY_NAME.get(name);
  if (!found) throw new CoreError("bad-option", `measureOf: there is no measure "${name}"`);
  return found;
}

/**
 * The parameters of a use, with the defaults of those left out.
 * @param use a measure and the parameters that were given
 * @returns every parameter
 * @throws CoreError `bad-option` for a measure or parameter that does not exist, or a value outside its range
 * @example paramsOf({ measure: "adx" }) // => { n: 14, sampling: "daily" }
 */
export function paramsOf(use: MeasureUse): Record<string, number | string> {
  const { params } = measureOf(use.measure);
  const given = use.params ?? {};
  for (const name of Object.keys(given)) {
    if (!params.some((p) => p.name === name))
      throw new CoreError("bad-option", `paramsOf: "${use.measure}" has no parameter "${name}"`);
  }
  return Object.fromEntries(
    params.map((p) => {
      const value = given[p.name] ?? p.default;
      checkParameter(use.measure, p, value);
      return [p.name, value];
    }),
  );
}

function checkParameter(measure: string, p: Parameter, value: number | string): void {
  const needs = (what: string) =>
    new CoreError("bad-option", `paramsOf: ${p.name} of "${measure}" needs ${what}, got ${String(value)}`);
  if (p.among && !(p.among as readonly unknown[]).includes(value)) throw needs(`one of ${p.among.join(", ")}`);
  if (!isNumberParameter(p)) {
    if (typeof value !== "string" || value === "" || value.length > 2000) throw needs("a text");
    return;
  }
  const whole = p.fractional ? "a number" : "a whole number";
  if (typeof value !== "number" || !(value >= p.min && value <= p.max) || (!p.fractional && !Number.isInteger(value)))
    throw needs(`${whole} from ${p.min} to ${p.max}`);
}

/** Whose measure a use is: the subject that it names, else that of its measure, else the instrument itself. */
export function subjectOf(use: MeasureUse): Subject {
  return use.of ?? measureOf(use.measure).of ?? "self";
}

/** Whether a measure is of what is drawn: its points decide it, not the price of the session. */
export function isDrawn(use: MeasureUse): boolean {
  return measureOf(use.measure).needs === "drawing";
}

/**
 * Whether a use is known at the open of its session: the open itself, an indicator taken on opens, a gap, the calendar,
 * membership; on weekly and monthly samples none is (method 8, Z03; method 9, Q47).
 */
export function isKnownAtOpen(use: MeasureUse): boolean {
  const { atOpen, params } = measureOf(use.measure);
  const own = paramsOf(use);
  const sampled = params.some((p) => p.name === "sampling") && own["sampling"] !== "daily";
  return !sampled && (atOpen === true || own["on"] === "open");
}
