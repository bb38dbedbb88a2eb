import { HORIZONS } from "@core/breadth/participation";
import type { SectorBreadth } from "./breadth-sectors";
import type { Column } from "@studies/table";

/** The horizons as they are called, all five together last. */
export const HORIZON_NAMES = [...HORIZONS.map(String), "all five"];

/** Participation of a sector or industry at each horizon, and what it was a week ago. */
export const SECTOR_COLUMNS: Column<SectorBreadth>[] = [
  { key: "name", label: "group", unit: "text", value: (g) => g.name },
  { key: "members", label: "members", unit: "count", value: (g) => g.members },
  ...HORIZON_NAMES.map((name, h): Column<SectorBreadth> => ({
    key: `p${h}`,
    label: name,
    unit: "score",
    about: `Percent of its members above ${h < HORIZONS.length ? `their ${name}-session average` : "all five averages"}`,
    value: (g) => g.percents[h]!,
  })),
  ...HORIZON_NAMES.map((name, h): Column<SectorBreadth> => ({
    key: `before${h}`,
    label: `${name}, five sessions ago`,
    unit: "score",
    value: (g) => g.before[h]!,
  })),
];
