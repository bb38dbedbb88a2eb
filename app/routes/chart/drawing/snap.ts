import { priceDecimals } from "@core/columns/tick";
import type { PicturePoint } from "./plot-area";

/** Bars whose prices points are drawn to. */
export interface SnapBars {
  readonly days: Int32Array;
  readonly open: Float64Array;
  readonly high: Float64Array;
  readonly low: Float64Array;
  readonly close: Float64Array;
  /** In weeks and months, the days on which each had its open, high and low. */
  readonly extremeDays?: { readonly open: Int32Array; readonly high: Int32Array; readonly low: Int32Array } | undefined;
}

export type SnapName = "open" | "high" | "low" | "close";

/** A point at a price of a bar, or at any price. */
export interface SnappedPoint extends PicturePoint {
  readonly snap: SnapName | undefined;
}

const NAMES: readonly SnapName[] = ["open", "high", "low", "close"];

/** The prices of a bar, from the lowest up; of equal ones the first by name. */
export function snapsOf(bars: SnapBars, sample: number): { readonly name: SnapName; readonly price: number }[] {
  return NAMES.map((name) => ({ name, price: bars[name][sample] ?? NaN }))
    .filter(({ price }, k, all) => !Number.isNaN(price) && all.findIndex((o) => o.price === price) === k)
    .sort((a, b) => a.price - b.price);
}

/** The point within its bars, at the nearest price of its bar where that is near enough. */
export function snapped(bars: SnapBars, point: PicturePoint, isNear: (price: number) => boolean): SnappedPoint {
  const sample = Math.max(0, Math.min(bars.days.length - 1, point.sample));
  const near = snapsOf(bars, sample)
    .filter(({ price }) => isNear(price))
    .sort((a, b) => Math.abs(a.price - point.price) - Math.abs(b.price - point.price))[0];
  if (near) return { sample, price: near.price, snap: near.name };
  const decimals = priceDecimals(point.price);
  return { sample, price: Math.max(10 ** -decimals, Number(point.price.toFixed(decimals))), snap: undefined };
}

/** A point moved by so many bars: it stays at the same price of the bar, where it was at one. */
export function movedAlong(bars: SnapBars, { sample, price, snap }: SnappedPoint, by: number): SnappedPoint {
  const next = Math.max(0, Math.min(bars.days.length - 1, sample + by));
  const own = snap ? bars[snap][next]! : NaN;
  return Number.isNaN(own) ? { sample: next, price, snap: undefined } : { sample: next, price: own, snap };
}

/** A point moved to the next price of its bar that way, or by a step past the last of them. */
export function movedUp(bars: SnapBars, { sample, price }: SnappedPoint, way: 1 | -1, step: number): SnappedPoint {
  const others = snapsOf(bars, sample).filter((s) => (way > 0 ? s.price > price : s.price < price));
  const next = way > 0 ? others[0] : others.at(-1);
  if (next && Math.abs(next.price - price) <= step) return { sample, price: next.price, snap: next.name };
  return snapped(bars, { sample, price: price + way * step }, () => false);
}

/** The session on which a point lies: of a week's or month's price the first day that had it. */
export function dayOf({ days, extremeDays }: SnapBars, { sample, snap }: SnappedPoint): number {
  const own = extremeDays && snap && snap !== "close" ? extremeDays[snap] : undefined;
  return (own ?? days)[sample]!;
}
