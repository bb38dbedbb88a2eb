import { sampledBars } from "../columns/sampled-bars";
import { CoreError } from "../core-error";
import type { MeasureUse } from "./condition";
import type { MeasuredBars } from "./measure";
import { measureOf, paramsOf } from "./measures";

/**
 * A measure that is calculated from bars, on each of their sessions; on weekly or monthly samples the value of the last one
 * that is over (method 9, Q45).
 * @param use the measure and its parameters; its subject and its offset are for whoever evaluates
 * @param bars columns of one subject, NaN where it has no bar
 * @param days epoch days of the sessions, ascending
 * @returns a column of the same length; NaN where it is not defined and where there is no bar
 * @throws CoreError `bad-option` for a measure that is not of bars, or parameters that do not exist
 */
export function measureColumn(use: MeasureUse, bars: MeasuredBars, days: Int32Array): Float64Array {
  const { column } = measureOf(use.measure);
  if (!column) throw new CoreError("bad-option", `measureColumn: "${use.measure}" is not calculated from bars`);
  const params = paramsOf(use);
  const sampling = params["sampling"];
  if (sampling !== "weekly" && sampling !== "monthly") return column(bars, params, days);
  const sampled = sampledBars(bars, days, sampling);
  const values = column(sampled.bars, params, sampled.days);
  return bars.close.map((c, s) => (c === c ? (values[sampled.over[s]!] ?? NaN) : NaN));
}
