import { HORIZONS } from "@core/breadth/participation";
import type { MemberRow } from "./members";
import type { Column } from "@studies/table";

/** What is told of a member. */
export const MEMBER_COLUMNS: Column<MemberRow>[] = [
  { key: "ticker", label: "ticker", unit: "text", value: (m) => m.ticker },
  { key: "name", label: "member", unit: "text", value: (m) => m.name },
  { key: "sector", label: "sector", unit: "text", value: (m) => m.sector },
  { key: "close", label: "close", unit: "price", value: (m) => m.close },
  { key: "r1", label: "1 session", unit: "change", value: (m) => m.r1 },
  { key: "r5", label: "5 sessions", unit: "change", value: (m) => m.r5 },
  ...HORIZONS.map((n, h): Column<MemberRow> => ({
    key: `d${n}`,
    label: `from ${n}`,
    unit: "change",
    about: `Close against its ${n}-session average`,
    value: (m) => m.distances[h]!,
  })),
  {
    key: "above",
    label: "averages above",
    unit: "count",
    about: "How many of the five averages it is above",
    value: (m) => m.above,
  },
];
