import type { Condition, MeasureUse } from "../condition";

/* What the phrases of measures are made of. */

/** A measure by its name, with its parameters (or its n) where they are not the usual ones. */
export function valueOf(measure: string, params?: MeasureUse["params"] | number): MeasureUse {
  return params === undefined ? { measure } : { measure, params: typeof params === "number" ? { n: params } : params };
}

/** A comparison of a measure, by its name where nothing more is said of it. */
export function is(left: MeasureUse | string, comparator: Condition["comparator"], right: Condition["right"]): Condition {
  return { left: typeof left === "string" ? valueOf(left) : left, comparator, right };
}

/** The close (or another measure) against something. */
export function than(
  comparator: Condition["comparator"],
  right: Condition["right"],
  left: MeasureUse | string = "close",
): Condition {
  return is(left, comparator, right);
}
