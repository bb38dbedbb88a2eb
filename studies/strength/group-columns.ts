import { STANDING_COLUMNS } from "./strength-columns";
import type { GroupRow } from "./groups";
import type { Column } from "@studies/table";

/** What is told of a group, or of an instrument among others. */
export const GROUP_COLUMNS: Column<GroupRow>[] = [
  { key: "name", label: "member", unit: "text", value: (g) => g.name },
  { key: "key", label: "key", unit: "text", value: (g) => g.key },
  { key: "family", label: "belongs to", unit: "text", value: (g) => g.family },
  { key: "members", label: "stocks", unit: "count", value: (g) => g.members || NaN },
  ...STANDING_COLUMNS,
  {
    key: "trend",
    label: "Trend",
    unit: "score",
    about: "Mean Trend score of the members, 0 to 100",
    value: (g) => g.trend,
  },
  {
    key: "gap",
    label: "to its own",
    unit: "change",
    about: "Three-month return less that of its region's index, or of the mean of its family, class or sector",
    value: (g) => g.gap,
  },
  { key: "leverage", label: "leverage", unit: "number", value: (g) => g.leverage },
  { key: "ticker", label: "chart", unit: "text", value: (g) => g.ticker },
];
