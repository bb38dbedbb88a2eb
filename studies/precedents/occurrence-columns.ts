import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";

/** One occurrence and what came of it. */
export interface OccurrenceRow {
  /** Epoch days of the session, of the entry and of the sale. */
  readonly day: number;
  readonly ticker: string;
  readonly name: string;
  readonly regime: string;
  readonly above50: number;
  readonly entryDay: number;
  readonly entryPrice: number;
  readonly exitDay: number;
  readonly exitPrice: number;
  readonly result: number;
  readonly adverse: number;
  readonly favourable: number;
  /** Whether it was sold before the planned session, for want of a bar. */
  readonly early: boolean;
}

export const OCCURRENCE_COLUMNS: readonly Column<OccurrenceRow>[] = [
  { key: "date", label: "session", unit: "text", value: (o) => isoDate(o.day) },
  { key: "ticker", label: "ticker", unit: "text", value: (o) => o.ticker },
  { key: "name", label: "instrument", unit: "text", value: (o) => o.name },
  { key: "regime", label: "regime", unit: "text", about: "Direction and volatility of the market then", value: (o) => o.regime },
  {
    key: "above_50",
    label: "above the 50",
    unit: "percent",
    about: "Share of members above their 50-session average then",
    value: (o) => o.above50,
  },
  { key: "entered", label: "entered", unit: "text", value: (o) => isoDate(o.entryDay) },
  { key: "entry_price", label: "entry", unit: "price", value: (o) => o.entryPrice },
  { key: "left", label: "left", unit: "text", value: (o) => isoDate(o.exitDay) },
  { key: "exit_price", label: "exit", unit: "price", value: (o) => o.exitPrice },
  { key: "result", label: "result", unit: "change", about: "Signed by direction, after cost", value: (o) => o.result },
  {
    key: "worst_on_the_way",
    label: "worst on the way",
    unit: "change",
    about: "Worst signed move from the entry, before cost",
    value: (o) => o.adverse,
  },
  {
    key: "best_on_the_way",
    label: "best on the way",
    unit: "change",
    about: "Best signed move from the entry, before cost",
    value: (o) => o.favourable,
  },
];
