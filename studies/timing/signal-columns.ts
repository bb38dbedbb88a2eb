import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";
import type { SignalRecord } from "./signal-records";

/** What is told of a signal. */
export const SIGNAL_COLUMNS: Column<SignalRecord>[] = [
  { key: "date", label: "signal", unit: "text", value: (s) => isoDate(s.day) },
  { key: "state", label: "state", unit: "text", value: (s) => (s.state > 0 ? "up" : "down") },
  { key: "sessions", label: "sessions", unit: "count", value: (s) => s.sessions },
  { key: "ended", label: "ended", unit: "count", value: (s) => (s.open ? 0 : 1) },
  { key: "outcome", label: "until the next", unit: "change", value: (s) => s.outcome },
  { key: "lowest", label: "worst on the way", unit: "change", value: (s) => s.lowest },
  { key: "highest", label: "best", unit: "change", value: (s) => s.highest },
];
