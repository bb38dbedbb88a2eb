import { FUNDAMENTAL_FIELDS, type FundamentalColumns, type FundamentalField } from "./market-data";

/**
 * A field of an instrument's fundamentals as it was known at the close of each session: its latest value among rows known by
 * then; a report date that has passed is NaN (method 0, A10).
 */
export function fundamentalHistory(
  { offset, known, values }: FundamentalColumns,
  index: number,
  field: FundamentalField,
  sessions: Int32Array,
): Float64Array {
  const out = new Float64Array(sessions.length).fill(NaN);
  const place = FUNDAMENTAL_FIELDS.indexOf(field);
  let row = offset[index]!;
  const end = offset[index + 1]!;
  let latest = NaN;
  for (let s = 0; s < sessions.length; s++) {
    for (; row < end && known[row]! <= sessions[s]!; row++) {
      const value = values[row * FUNDAMENTAL_FIELDS.length + place]!;
      if (!Number.isNaN(value)) latest = value;
    }
    out[s] = field === "nextReport" && latest < sessions[s]! ? NaN : latest;
  }
  return out;
}
