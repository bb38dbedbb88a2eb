import type { Column } from "@studies/table";
import type { PeriodRow } from "./period-map";

const yesOrNo = (yes: boolean) => (yes ? "yes" : "no");

/** What is told of a member over the period. */
export const PERIOD_COLUMNS: Column<PeriodRow>[] = [
  { key: "key", label: "key", unit: "text", value: (m) => m.key },
  { key: "name", label: "member", unit: "text", value: (m) => m.name },
  { key: "family", label: "belongs to", unit: "text", value: (m) => m.family },
  { key: "industry", label: "industry", unit: "text", value: (m) => m.industry },
  { key: "change", label: "change", unit: "change", value: (m) => m.change },
  { key: "ended", label: "ended", unit: "text", about: "Before the last session", value: (m) => yesOrNo(m.ended) },
  { key: "held50", label: "held above its 50", unit: "text", value: (m) => yesOrNo(m.held50) },
  { key: "held200", label: "held above its 200", unit: "text", value: (m) => yesOrNo(m.held200) },
  {
    key: "volume",
    label: "rise of volume",
    unit: "change",
    about: "Mean volume of the period against the 50 sessions before it",
    value: (m) => m.volumeRise,
  },
  { key: "value", label: "market value", unit: "number", about: "At the start", value: (m) => m.value },
];

/** The change against that of the broad index. */
export const EXCESS = { label: "to the index", unit: "change", about: "Change less that of the broad index" } as const;
