import { boxAround, boxOf, placed, type Label, type Lettering } from "./label-boxes";

/*
 * Geometry of the dial: up is ahead, left is gaining, so that a member that goes round moves clockwise. Lengths are in
 * units of the drawing, of which the dial is SIZE wide and high.
 */

export const SIZE = 560;
const MARGIN = 30;
export const RADIUS = SIZE / 2 - MARGIN;
export const CENTRE = SIZE / 2;

export interface DialPoint {
  readonly x: number;
  readonly y: number;
}

export interface DialMember {
  readonly key: string;
  readonly label: string;
  /** Radius of its head. */
  readonly size: number;
  /** Its trail from the past to its head, the last point. */
  readonly trail: readonly DialPoint[];
  /** Distance from the hub in sigma. */
  readonly fromHub: number;
  /** Named before the others. */
  readonly isFirst: boolean;
}

/** How many sigma the dial reaches: all these fit, in half sigmas. */
export function reachOf(points: readonly { readonly trend: number; readonly momentum: number }[]): number {
  const farthest = points.reduce((most, p) => Math.max(most, Math.hypot(p.trend, p.momentum) || 0), 0);
  return farthest <= 1 ? 1 : Math.max(1.5, Math.ceil(2.1 * farthest) / 2);
}

/** Most members stand near the hub: lengths grow a little slower than sigmas do, so that they come apart there. */
const SPREAD = 0.75;

/** How far from the hub so many sigma are drawn. */
export function radiusOf(sigma: number, reach: number): number {
  return RADIUS * Math.pow(sigma / reach, SPREAD);
}

/** Where a member with a trend and a momentum stands. */
export function placeOf(trend: number, momentum: number, reach: number): DialPoint {
  const distance = Math.hypot(trend, momentum);
  const scale = distance > 0 ? radiusOf(distance, reach) / distance : 0;
  return { x: CENTRE - momentum * scale, y: CENTRE - trend * scale };
}

/** Radius of a head by its share of the largest market value; all alike where values are unknown. */
export function headSize(value: number, largest: number, members: number): number {
  const scale = members > 30 ? 0.7 : 1;
  if (Number.isNaN(value) || !(largest > 0)) return 5.5 * scale;
  return (3.6 + 7.4 * Math.sqrt(value / largest)) * scale;
}

const LETTERING: Lettering = { letter: 6.1, capital: 8.1, above: 11, below: 2 };

/**
 * Labels beside the heads, those with trails first, then farthest from the hub: each takes the first side on which it
 * covers neither a head nor another label nor the hub's name nor that of a ring; one that finds none is left out.
 */
export function placeLabels(members: readonly DialMember[], hub = "", rings: readonly RingLabel[] = []): Label[] {
  const heads = members.map((m) => boxAround(headOf(m).x, headOf(m).y, m.size + 1));
  const taken = [
    ...heads,
    boxOf({ ...hubLabel(), text: hub }, LETTERING),
    ...rings.map((ring) => boxOf({ ...ring, anchor: "start" }, LETTERING)),
  ];
  const ranked = members
    .map((m, k) => ({ m, mark: heads[k]! }))
    .sort((a, b) => Number(b.m.isFirst) - Number(a.m.isFirst) || b.m.fromHub - a.m.fromHub);
  const namings = ranked.map(({ m, mark }) => ({ mark, offered: candidates(m) }));
  return placed(namings, taken, { left: 0, right: SIZE, top: 0, bottom: SIZE }, LETTERING);
}

/** How many sigma a ring stands for, and where that is written. */
export interface RingLabel {
  readonly text: string;
  readonly x: number;
  readonly y: number;
}

/** The rings that are labelled: inside the edge, every other one where there are many. */
export function ringLabels(reach: number): RingLabel[] {
  return Array.from({ length: Math.floor(reach) }, (_, k) => k + 1)
    .filter((sigma) => sigma % (reach > 5 ? 2 : 1) === 0 && sigma < reach)
    .map((sigma) => ({ text: `${sigma}σ`, x: CENTRE + 5, y: CENTRE - radiusOf(sigma, reach) + 13 }));
}

/** Where the name of the hub stands: under it. */
export function hubLabel() {
  return { x: CENTRE, y: CENTRE + 16, anchor: "middle" } as const;
}

function headOf(m: DialMember): DialPoint {
  return m.trail[m.trail.length - 1]!;
}

function candidates(m: DialMember): Label[] {
  const { x, y } = headOf(m);
  const gap = m.size + 4;
  const at = (dx: number, dy: number, anchor: Label["anchor"]): Label => ({
    ...{ key: m.key, text: m.label, x: x + dx, y: y + dy, anchor },
  });
  const [right, left] = [at(gap, 4, "start"), at(-gap, 4, "end")];
  const [above, below] = [at(0, -gap - 2, "middle"), at(0, gap + 9, "middle")];
  // Away from the hub first, where there is room.
  return x >= CENTRE ? [right, above, below, left] : [left, above, below, right];
}

/** A name short enough to stand beside a head: the ticker of a stock, else its first words. */
export function shortName(name: string, ticker: string, set: string): string {
  if (set === "stock" || set === "fund") return ticker;
  if (name.length <= 15) return name;
  const words = name.replace(/,/g, "").split(" ");
  const two = words.slice(0, 2).join(" ");
  return two.length <= 16 && !/ (and|of|the)$/.test(two) ? two : words[0]!;
}
