import { isAbove, isBelow } from "../columns/compare";
import { runsOf, type Belonging, type Panel } from "../columns/panel";

/** Counts and volumes a session. */
export interface Advances {
  readonly advances: Uint16Array;
  readonly declines: Uint16Array;
  readonly unchanged: Uint16Array;
  /** Volume of the advancers and of the decliners; bars without a volume add nothing. */
  readonly upVolume: Float64Array;
  readonly downVolume: Float64Array;
}

/**
 * Members that closed above, below and at the close of their previous bar, with the volume of both sides.
 * Formula: by C against the close of the previous bar, which may be from before it joined; a member counts when it has
 * a bar on the session and an earlier one (method 2, C03).
 * @param panel bars, instruments x sessions
 * @param members dated membership
 * @param out columns to write into, which hold the sessions before `start` already [new ones]
 * @param start first session to count [0]
 * @returns a count or volume a session
 */
export function advances(
  panel: Panel,
  members: Belonging,
  out: Advances = noAdvances(panel.sessions.length),
  start = 0,
): Advances {
  const spans = runsOf(members);
  for (const column of Object.values(out) as (Uint16Array | Float64Array)[]) column.fill(0, start);
  for (let i = 0; i < panel.count; i++) {
    const base = i * panel.stride;
    for (let k = spans.offset[i]!; k < spans.offset[i + 1]!; k++) {
      const from = Math.max(start, spans.from[k]!);
      const to = Math.min(panel.sessions.length - 1, spans.to[k]!);
      let before = NaN;
      for (let s = from - 1; s >= 0 && before !== before; s--) before = panel.close[base + s]!;
      for (let s = from; s <= to; s++) {
        const c = panel.close[base + s]!;
        if (c !== c) continue;
        if (before === before) {
          const volume = panel.volume[base + s]!;
          if (isAbove(c, before)) {
            out.advances[s]!++;
            if (volume === volume) out.upVolume[s]! += volume;
          } else if (isBelow(c, before)) {
            out.declines[s]!++;
            if (volume === volume) out.downVolume[s]! += volume;
          } else out.unchanged[s]!++;
        }
        before = c;
      }
    }
  }
  return out;
}

function noAdvances(sessions: number): Advances {
  const counts = () => new Uint16Array(sessions);
  const volumes = () => new Float64Array(sessions);
  return { advances: counts(), declines: counts(), unchanged: counts(), upVolume: volumes(), downVolume: volumes() };
}

/**
 * Net advances as a share of those that moved.
 * Formula: (A - D) / (A + D); 0 when nothing moved but a member is counted, NaN when none is (method 2, C04).
 * @param counts advances, declines and unchanged a session
 * @returns a column of fractions, -1 to 1
 */
export function netAdvanceShare({
  advances,
  declines,
  unchanged,
}: Pick<Advances, "advances" | "declines" | "unchanged">): Float64Array {
  const share = new Float64Array(advances.length);
  for (let s = 0; s < share.length; s++) {
    const moved = advances[s]! + declines[s]!;
    share[s] = moved > 0 ? (advances[s]! - declines[s]!) / moved : unchanged[s]! > 0 ? 0 : NaN;
  }
  return share;
}

/**
 * Advance-decline line: cumulative net advances, 0 before the first session on which a member is counted (method 2, C03, C04).
 * @param counts advances, declines and unchanged a session
 * @returns a column of counts, NaN on sessions on which no member is counted
 * @example advanceDeclineLine({ advances: Uint16Array.of(0, 3, 1), declines: Uint16Array.of(0, 1, 2), unchanged: Uint16Array.of(0, 0, 0) }) // => [NaN, 2, 1]
 */
export function advanceDeclineLine({
  advances,
  declines,
  unchanged,
}: Pick<Advances, "advances" | "declines" | "unchanged">): Float64Array {
  const line = new Float64Array(advances.length).fill(NaN);
  let reached = 0;
  for (let s = 0; s < line.length; s++) {
    if (advances[s]! + declines[s]! + unchanged[s]! === 0) continue;
    line[s] = reached += advances[s]! - declines[s]!;
  }
  return line;
}

/**
 * Share of the volume of advancers and decliners that is the advancers'.
 * @param volumes of both sides a session
 * @returns a column of fractions, NaN without volume (method 2, C04)
 * @example upVolumeShare({ upVolume: Float64Array.of(3, 0), downVolume: Float64Array.of(1, 0) }) // => [0.75, NaN]
 */
export function upVolumeShare({ upVolume, downVolume }: Pick<Advances, "upVolume" | "downVolume">): Float64Array {
  return upVolume.map((up, s) => (up + downVolume[s]! > 0 ? up / (up + downVolume[s]!) : NaN));
}
