import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";
import type { TrialCell } from "./trial-at";

export interface TrialCellRow extends TrialCell {
  readonly scan: string;
  readonly day: number;
  readonly entered: number;
  readonly exit: number;
}

const dayOf = (day: number) => (Number.isNaN(day) ? "" : isoDate(day));

/** What is told of a scan at an episode. */
export const TRIAL_COLUMNS: readonly Column<TrialCellRow>[] = [
  { key: "scan", label: "scan", unit: "text", value: (r) => r.scan },
  { key: "selected on", label: "selected on", unit: "text", value: (r) => dayOf(r.day) },
  { key: "entered", label: "entered", unit: "text", value: (r) => dayOf(r.entered) },
  { key: "exit", label: "exit", unit: "text", value: (r) => dayOf(r.exit) },
  { key: "state", label: "state", unit: "text", value: (r) => r.state },
  { key: "selected", label: "selected", unit: "count", value: (r) => r.selected },
  { key: "bought", label: "bought", unit: "count", value: (r) => r.bought },
  { key: "winners", label: "winners", unit: "count", value: (r) => r.winners },
  { key: "gross", label: "gross", unit: "change", value: (r) => r.gross },
  { key: "net", label: "net", unit: "change", value: (r) => r.net },
  { key: "benchmark", label: "benchmark", unit: "change", value: (r) => r.benchmark },
  { key: "excess", label: "excess", unit: "change", about: "Net less the benchmark", value: (r) => r.excess },
  {
    key: "all members",
    label: "all members",
    unit: "change",
    about: "Mean gross return of all members at the same moments",
    value: (r) => r.base,
  },
  {
    key: "beyond members",
    label: "beyond members",
    unit: "change",
    about: "Gross less that mean",
    value: (r) => r.gross - r.base,
  },
  { key: "worst", label: "worst", unit: "change", value: (r) => r.worst },
  { key: "annualised", label: "annualised", unit: "change", value: (r) => r.annualised },
];
