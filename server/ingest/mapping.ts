import { z } from "zod";
import { GROUP_KINDS, INSTRUMENT_KINDS } from "@core/columns/dataset";
import { ROLES } from "./column-roles";
import { DATE_FORMS } from "./date-forms";

/** Columns that a table may have: one of closes has as many as tickers. */
export const MOST_COLUMNS = 5000;

/** What a file of one form is taken for. It is remembered under the form's signature. */
export const mappingShape = {
  holds: z.enum(["bars", "names"]),
  headerRows: z.number().int().min(0).max(60),
  /** What each column holds, from the first. */
  roles: z.array(z.enum(ROLES)).max(MOST_COLUMNS),
  /** How dates are written; none while it has to be asked. */
  dates: z.enum(DATE_FORMS).nullable(),
  /** The decimal sign; none while it has to be asked. */
  decimal: z.enum([".", ","]).nullable(),
  /** Whether prices are scaled to the adjusted close. */
  adjust: z.boolean(),
  /** What stands before and after the ticker in the names of files. */
  before: z.string().max(80),
  after: z.string().max(80),
  /** Code of the market that new tickers join; empty for none, or while it has to be asked. */
  market: z.string().max(20),
  marketName: z.string().max(60),
  currency: z.string().max(12),
  kind: z.enum(INSTRUMENT_KINDS),
  /** What groups named in a column are. */
  groupKind: z.enum(GROUP_KINDS),
};

export const mappingSchema = z.strictObject(mappingShape);
export type Mapping = z.output<typeof mappingSchema>;

/** Why a mapping cannot be used yet: what has to be chosen first. */
export function lackOf(mapping: Mapping): string | undefined {
  const has = (role: Mapping["roles"][number]) => mapping.roles.includes(role);
  if (mapping.holds === "names") return has("ticker") ? undefined : "Say which column has the tickers.";
  if (!has("close") && !has("closes-of")) return "Say which column has the closes.";
  if (mapping.dates === null) return "Say how the dates are written.";
  if (mapping.decimal === null) return "Say which sign stands before the decimals.";
  return undefined;
}
