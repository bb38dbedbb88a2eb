import { plainNumber } from "@studies/pictures/picture-parts";
import type { Picture } from "@studies/pictures/picture-schema";

const MOST_BARS = 24;

/** The strongest members of a set as bars. */
export function strengthPicture(rows: readonly { readonly name: string; readonly combinedZ: number }[]): Picture {
  const ranked = rows.filter((row) => !Number.isNaN(row.combinedZ)).slice(0, MOST_BARS);
  return {
    ...{ kind: "bars", unit: "sigma" },
    rows: ranked.map((row) => ({ name: row.name, value: plainNumber(row.combinedZ) })),
  };
}
