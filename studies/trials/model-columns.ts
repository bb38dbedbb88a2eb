import type { Column } from "@studies/table";

/** A member that is held, would be held now, or both. */
export interface HoldingRow {
  readonly ticker: string;
  readonly name: string;
  readonly family: string;
  readonly stands: "stays" | "goes" | "comes";
  /** Share of the value at the last close; 0 for one that is not held. */
  readonly weight: number;
  /** Of its close from the open of the last rebalancing; NaN for one that is not held. */
  readonly since: number;
  /** Rebalancings running in which it was held. */
  readonly held: number;
  /** What it is ranked by at the last close, and its place among those that qualify; NaN where it does not. */
  readonly measure: number;
  readonly place: number;
  /** Whether its close is above its own average; null without such a filter or where it is not known. */
  readonly isAbove: boolean | null;
}

/** What is told of what a model holds and would hold. */
export const HOLDING_COLUMNS: readonly Column<HoldingRow>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "family", label: "family", unit: "text", value: (r) => r.family },
  { key: "now", label: "now", unit: "text", about: "What a rebalancing at the last close would change", value: (r) => r.stands },
  { key: "weight", label: "weight", unit: "fraction", value: (r) => r.weight },
  { key: "since", label: "since the rebalancing", unit: "change", value: (r) => r.since },
  { key: "held", label: "rebalancings held", unit: "count", value: (r) => r.held },
  { key: "measure", label: "ranked by", unit: "number", value: (r) => r.measure },
  { key: "place", label: "place", unit: "count", value: (r) => r.place },
  {
    key: "above average",
    label: "above its average",
    unit: "text",
    value: (r) => (r.isAbove === null ? "" : r.isAbove ? "yes" : "no"),
  },
];

/** A calendar year of a model, or the part of it that has been. */
export interface ModelYear {
  readonly year: number;
  readonly model: number;
  readonly benchmark: number;
  readonly equal: number;
  /** Half the absolute trades of its rebalancings over the value. */
  readonly turnover: number;
}
