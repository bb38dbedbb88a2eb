import type { NamedState } from "./regime-states";
import type { Column } from "@studies/table";

/** What is told of each state; how often each other one came next stands behind it. */
export const STATE_COLUMNS: Column<NamedState>[] = [
  { key: "state", label: "state", unit: "text", value: (s) => s.name },
  { key: "sessions", label: "sessions", unit: "count", value: (s) => s.sessions },
  {
    key: "share",
    label: "of sessions",
    unit: "fraction",
    about: "Share of all sessions with a known state",
    value: (s) => s.share,
  },
  { key: "runs", label: "finished runs", unit: "count", value: (s) => s.runs },
  {
    key: "medianRun",
    label: "median run",
    unit: "count",
    about: "Median length of finished runs, and how many there were",
    value: (s) => s.medianRun,
  },
  {
    key: "positive",
    label: "higher after 21",
    unit: "fraction",
    about: "Share of sessions after which the index was higher 21 sessions later",
    value: (s) => s.positive,
  },
  { key: "mean", label: "mean", unit: "change", value: (s) => s.mean },
  { key: "median", label: "median", unit: "change", value: (s) => s.median },
  { key: "worst", label: "worst", unit: "change", value: (s) => s.worst },
  {
    key: "returns",
    label: "cases",
    unit: "count",
    about: "Sessions that have 21 sessions after them, which overlap, and the runs they lie in",
    value: (s) => s.returns,
  },
  { key: "returnRuns", label: "runs of cases", unit: "count", value: (s) => s.returnRuns },
];

/** How often each state came next, of the finished runs. */
export function nextColumns(names: readonly string[]): Column<NamedState>[] {
  return names.map((name, k) => ({
    key: `then ${name}`,
    label: `then ${name}`,
    unit: "fraction",
    about: `Share of finished runs followed by ${name}`,
    value: (s) => s.next[k]!,
  }));
}
