import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";

/** A list as it stands at a session, and what has changed since an earlier one. */
export interface ListRow {
  readonly name: string;
  readonly kind: "static" | "live";
  readonly note: string;
  /** Epoch day; NaN where that is not known. */
  readonly made: number;
  readonly size: number;
  readonly tickers: readonly string[];
  readonly arrived: readonly string[];
  readonly left: readonly string[];
  /** Tickers of it that nothing is known by at this session. */
  readonly unknown: readonly string[];
  /** Share of its members above their EMA(50), a fraction. */
  readonly above50: number;
  /** What its members of each close have made held in equal parts to the next since it was made, and the broad index; NaN where that is not known. */
  readonly sinceMade: number;
  readonly index: number;
}

export const LIST_COLUMNS: readonly Column<ListRow>[] = [
  { key: "name", label: "list", unit: "text", value: (r) => r.name },
  {
    key: "kind",
    label: "kind",
    unit: "text",
    about: "Static: picked by hand. Live: what its scan finds at each date",
    value: (r) => r.kind,
  },
  { key: "size", label: "members", unit: "count", value: (r) => r.size },
  { key: "arrived", label: "arrived", unit: "count", value: (r) => r.arrived.length },
  { key: "left", label: "left", unit: "count", value: (r) => r.left.length },
  {
    key: "above 50",
    label: "above 50",
    unit: "fraction",
    about: "Share of its members above their 50-session exponential average",
    value: (r) => r.above50,
  },
  {
    key: "since made",
    label: "since made",
    unit: "change",
    about: "What its members of each close made, held in equal parts to the next, since it was made; before cost",
    value: (r) => r.sinceMade,
  },
  { key: "index", label: "index", unit: "change", about: "The broad index over the same sessions", value: (r) => r.index },
  { key: "made", label: "made", unit: "text", value: (r) => (Number.isNaN(r.made) ? "" : isoDate(r.made)) },
  { key: "note", label: "note", unit: "text", value: (r) => r.note },
];
