import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";
import type { CallRow } from "./call-row";

const day = (x: number) => (Number.isNaN(x) ? null : isoDate(x));
const yes = (is: boolean) => (is ? "yes" : "");

/** What stands in the file of the ledger. */
export const LEDGER_COLUMNS: readonly Column<CallRow>[] = [
  { key: "made", label: "made", unit: "text", value: (r) => day(r.made) },
  { key: "subject", label: "subject", unit: "text", value: (r) => r.subject },
  { key: "direction", label: "direction", unit: "text", value: (r) => r.direction },
  { key: "benchmark", label: "against", unit: "text", value: (r) => r.benchmark },
  { key: "horizon", label: "sessions", unit: "count", value: (r) => r.horizon },
  { key: "confidence", label: "confidence", unit: "percent", value: (r) => r.confidence },
  {
    key: "base",
    label: "base rate",
    unit: "fraction",
    about: "Share of all holds as long that were over when it was made and went its way",
    value: (r) => r.base,
  },
  { key: "holds", label: "holds", unit: "count", about: "How many those are", value: (r) => r.baseHolds },
  { key: "due", label: "due", unit: "text", about: "The session at whose close it is scored", value: (r) => day(r.due) },
  { key: "state", label: "state", unit: "text", value: (r) => r.state },
  {
    key: "result",
    label: "result",
    unit: "text",
    value: (r) => (r.state === "scored" ? (r.isRight ? "right" : "wrong") : null),
  },
  { key: "return", label: "return", unit: "change", about: "Of the subject; of an open one until now", value: (r) => r.return },
  { key: "gain", label: "its way", unit: "change", about: "The return in the direction of the call", value: (r) => r.gain },
  { key: "brier", label: "Brier", unit: "number", value: (r) => r.brier },
  { key: "base brier", label: "Brier of base", unit: "number", value: (r) => r.baseBrier },
  { key: "withdrawn", label: "withdrawn", unit: "text", value: (r) => yes(r.isWithdrawn) },
  { key: "looking back", label: "looking back", unit: "text", value: (r) => yes(r.isLookingBack) },
  { key: "reason", label: "reason", unit: "text", value: (r) => r.reason },
];
