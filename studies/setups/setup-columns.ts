import type { BracketSide } from "@core/setups/bracket";
import type { Column } from "@studies/table";
import type { AnyKind } from "./setup-words";

/** A setup for the next session. */
export interface SetupRow {
  readonly kind: AnyKind;
  /** Of an instrument; of a group the key by which it is asked for. */
  readonly ticker: string;
  readonly isGroup: boolean;
  readonly name: string;
  readonly sector: string;
  readonly industry: string;
  /** Phase of its sector [of an industry its own] in the rotation, "" where there is none. */
  readonly phase: string;
  readonly isInFocus: boolean;
  readonly figure: number;
  readonly close: number;
  readonly high: number;
  readonly low: number;
  /** ATR(14). */
  readonly range: number;
  /** A group has no bracket, nor has a session without highs, lows and an ATR. */
  readonly long?: BracketSide;
  readonly short?: BracketSide;
}

const side = (label: "long" | "short"): Column<SetupRow>[] => [
  { key: `${label} entry`, label: `${label} entry`, unit: "price", value: (r) => r[label]?.entry ?? null },
  { key: `${label} stop`, label: `${label} stop`, unit: "price", value: (r) => r[label]?.stop ?? null },
  { key: `${label} target`, label: `${label} target`, unit: "price", value: (r) => r[label]?.targets[0] ?? null },
  {
    key: `${label} reward to risk`,
    label: `${label} reward to risk`,
    unit: "number",
    value: (r) => r[label]?.rewardToRisk ?? null,
  },
];

/** What stands in the file of setups. */
export const SETUP_COLUMNS: readonly Column<SetupRow>[] = [
  { key: "kind", label: "kind", unit: "text", value: (r) => r.kind },
  { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "sector", label: "sector", unit: "text", value: (r) => r.sector },
  { key: "industry", label: "industry", unit: "text", value: (r) => r.industry },
  { key: "phase", label: "phase", unit: "text", value: (r) => r.phase },
  { key: "figure", label: "figure", unit: "number", about: "What makes it one of its kind", value: (r) => r.figure },
  { key: "close", label: "close", unit: "price", value: (r) => r.close },
  { key: "high", label: "high", unit: "price", value: (r) => r.high },
  { key: "low", label: "low", unit: "price", value: (r) => r.low },
  { key: "atr", label: "ATR(14)", unit: "price", value: (r) => r.range },
  ...side("long"),
  ...side("short"),
];
