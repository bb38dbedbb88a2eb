import { groupColour } from "./group-colour";

interface Coloured {
  readonly key: string;
  readonly name: string;
  readonly family: string;
}

/**
 * Colours of the members of a set: a sector has its own everywhere, what belongs to one has the sector's, a
 * large set goes by what its members belong to, another by their place.
 */
export function peerColours(rows: readonly Coloured[], sectors: readonly string[]): ReadonlyMap<string, string> {
  const families = [...new Set(rows.map((r) => r.family).filter((f) => f !== ""))].sort();
  const keys = rows.map((r) => r.key).sort();
  return new Map(
    rows.map((r) => {
      const sector = sectors.includes(r.name) ? r.name : sectors.includes(r.family) ? r.family : "";
      if (sector !== "") return [r.key, groupColour(sector, sectors)];
      return [r.key, r.family === "" || rows.length <= 13 ? groupColour(r.key, keys) : groupColour(r.family, families)];
    }),
  );
}
