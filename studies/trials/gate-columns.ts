import type { Column } from "@studies/table";
import type { GatesRow } from "./gate-rows";

/** A row of gates with what it is called. */
export interface NamedGatesRow extends GatesRow {
  readonly label: string;
}

/** What is told of going through some gates. */
export const GATE_COLUMNS: readonly Column<NamedGatesRow>[] = [
  { key: "through", label: "through", unit: "text", value: (r) => r.label },
  { key: "which", label: "which", unit: "text", value: (r) => r.kind },
  { key: "weeks", label: "weeks", unit: "count", value: (r) => r.excess.weeks },
  { key: "invested", label: "invested", unit: "fraction", value: (r) => r.invested },
  {
    key: "bought",
    label: "bought",
    unit: "number",
    about: "Bought a week, on average over the weeks invested",
    value: (r) => r.bought,
  },
  {
    key: "excess",
    label: "excess",
    unit: "change",
    about: "Net less the benchmark, mean over all weeks",
    value: (r) => r.excess.mean,
  },
  { key: "excess from", label: "excess from", unit: "change", value: (r) => r.excess.interval[0] },
  { key: "excess to", label: "excess to", unit: "change", value: (r) => r.excess.interval[1] },
  {
    key: "beyond members",
    label: "beyond members",
    unit: "change",
    about: "Gross less the mean of all members at the same moments, over the weeks invested",
    value: (r) => r.beyond.mean,
  },
  { key: "beyond from", label: "beyond from", unit: "change", value: (r) => r.beyond.interval[0] },
  { key: "beyond to", label: "beyond to", unit: "change", value: (r) => r.beyond.interval[1] },
  { key: "worst month", label: "worst month", unit: "change", value: (r) => r.worstMonth.mean },
  { key: "which month", label: "which month", unit: "text", value: (r) => r.worstMonth.month },
  {
    key: "adds",
    label: "adds",
    unit: "change",
    about: "What its last gate adds to the others",
    value: (r) => r.adds?.mean ?? null,
  },
  { key: "by cash", label: "by cash", unit: "change", value: (r) => r.adds?.parts?.cash ?? null },
  { key: "by timing", label: "by timing", unit: "change", value: (r) => r.adds?.parts?.timing ?? null },
  { key: "adds from", label: "adds from", unit: "change", value: (r) => r.adds?.interval[0] ?? null },
  { key: "adds to", label: "adds to", unit: "change", value: (r) => r.adds?.interval[1] ?? null },
];
