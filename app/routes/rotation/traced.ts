import { GROUP_COLOURS } from "~/ui/group-colour";

interface Member {
  readonly key: string;
  readonly trend: Float64Array;
  readonly momentum: Float64Array;
}

/** More members than these have no room for a trail each. */
const ROOM = 16;
/** As many that moved most have one all the same. */
const MOVERS = 5;
/** A colour that more members than these share tells none of them apart. */
const SHARED = 6;

/**
 * Which members have a trail, and the colour of each: all of a small set; of a large one those that were chosen and the
 * five that moved most over the trail. Where one colour is shared by many, these have colours of their own and the rest none.
 * @param colours that the members have by what they are
 * @param chosen keys of members whose trails are asked for
 * @param trail samples of a trail
 */
export function tracedOf(
  members: readonly Member[],
  colours: ReadonlyMap<string, string>,
  chosen: ReadonlySet<string>,
  trail: number,
): { readonly traced: ReadonlySet<string>; readonly colours: ReadonlyMap<string, string>; readonly isLimited: boolean } {
  if (members.length <= ROOM) return { traced: new Set(members.map((m) => m.key)), colours, isLimited: false };
  const movers = members
    .map((m) => ({ key: m.key, moved: movedBy(m, Math.max(1, trail)) }))
    .filter((m) => m.moved > 0)
    .sort((a, b) => b.moved - a.moved || (a.key < b.key ? -1 : 1))
    .slice(0, MOVERS);
  const traced = new Set([...movers.map((m) => m.key), ...members.filter((m) => chosen.has(m.key)).map((m) => m.key)]);
  const uses = new Map<string, number>();
  for (const m of members) uses.set(colours.get(m.key)!, (uses.get(colours.get(m.key)!) ?? 0) + 1);
  if (Math.max(0, ...uses.values()) <= SHARED) return { traced, colours, isLimited: true };
  const order = [...traced];
  const own = members.map(
    (m) => [m.key, traced.has(m.key) ? GROUP_COLOURS[order.indexOf(m.key) % GROUP_COLOURS.length]! : "var(--soft)"] as const,
  );
  return { traced, colours: new Map(own), isLimited: true };
}

/** How far a member stands from where it was at the beginning of its trail, in sigma; 0 where that is not known. */
function movedBy({ trend, momentum }: Member, trail: number): number {
  const [now, then] = [trend.length - 1, Math.max(0, trend.length - 1 - trail)];
  return Math.hypot(trend[now]! - trend[then]!, momentum[now]! - momentum[then]!) || 0;
}
