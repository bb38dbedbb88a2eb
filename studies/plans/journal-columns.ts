import { isoDate } from "@core/columns/epoch-day";
import type { Column } from "@studies/table";
import type { Position } from "./journal-rows";

const day = (x: number) => (Number.isNaN(x) ? null : isoDate(x));

/** What stands in the file of positions. */
export const JOURNAL_COLUMNS: readonly Column<Position>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (r) => r.ticker },
  { key: "name", label: "name", unit: "text", value: (r) => r.name },
  { key: "way", label: "way", unit: "text", about: "By a plan, its option (simulated), or entered by hand", value: (r) => r.way },
  { key: "side", label: "side", unit: "text", value: (r) => r.side },
  { key: "status", label: "status", unit: "text", value: (r) => r.status },
  { key: "entered", label: "entered", unit: "text", value: (r) => day(r.entered) },
  { key: "left", label: "left", unit: "text", value: (r) => day(r.left) },
  { key: "entry", label: "entry", unit: "price", value: (r) => r.fill },
  {
    key: "exit",
    label: "exit",
    unit: "price",
    about: "Of the last units; while it is open the last close",
    value: (r) => r.exit,
  },
  { key: "stop", label: "stop", unit: "price", value: (r) => r.stop },
  { key: "units", label: "units", unit: "count", value: (r) => r.units },
  { key: "value", label: "value", unit: "number", about: "Of what is held at the last close", value: (r) => r.value },
  { key: "money", label: "money", unit: "number", about: "After cost, in the instrument's currency", value: (r) => r.money },
  { key: "currency", label: "currency", unit: "text", value: (r) => r.currency },
  { key: "R", label: "R", unit: "sigma", about: "Money in planned risks", value: (r) => r.r },
  { key: "regime", label: "regime", unit: "text", about: "At the close before the entry", value: (r) => r.regime },
  { key: "phase", label: "phase", unit: "text", about: "Of its sector at the close before the entry", value: (r) => r.phase },
  { key: "setups", label: "setups", unit: "text", about: "At the close before the entry", value: (r) => r.setups.join("; ") },
  { key: "from", label: "from", unit: "text", value: (r) => r.origin },
  { key: "looking back", label: "looking back", unit: "text", value: (r) => (r.isLookingBack ? "yes" : "") },
  { key: "order unknown", label: "order unknown", unit: "text", value: (r) => (r.isInDoubt ? "yes" : "") },
];
