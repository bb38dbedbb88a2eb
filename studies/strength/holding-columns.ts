import { STRENGTH_COLUMNS } from "./strength-columns";
import type { HoldingRow } from "./fund";
import type { Column } from "@studies/table";

/** What is told of what a fund holds. */
export const HOLDING_COLUMNS: Column<HoldingRow>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (h) => h.ticker },
  { key: "name", label: "holding", unit: "text", value: (h) => h.name },
  { key: "kind", label: "kind", unit: "text", value: (h) => h.kind },
  { key: "sector", label: "sector", unit: "text", value: (h) => h.sector },
  { key: "industry", label: "industry", unit: "text", value: (h) => h.industry },
  { key: "weight", label: "weight", unit: "fraction", about: "As published at the last review", value: (h) => h.weight },
  { key: "r1", label: "1 session", unit: "change", value: (h) => h.r1 },
  ...STRENGTH_COLUMNS,
  { key: "gave", label: "gave", unit: "change", about: "Weight times the three-month return", value: (h) => h.gave },
];
