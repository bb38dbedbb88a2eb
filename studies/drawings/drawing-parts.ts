import { channelOffset, firstFrom, lineValue, moveTarget, retracementLevel, swings, type Anchor, type MeasuredBars } from "@core";
import type { DrawingVersion } from "./drawing-schema";

/** A value at each row of a calendar of sessions. */
export type ValueAt = (row: number) => number;

/** The prices of a form of a drawing, on rows of a calendar; of a kind those that it has. */
export interface DrawingParts {
  /** What is drawn as one line: a level, a line, the own line of a channel, the target of a move, the price of a label, the last turn. */
  readonly line?: ValueAt;
  readonly top?: ValueAt;
  readonly bottom?: ValueAt;
  /** At which a share of a move is taken back. */
  readonly retracement?: (share: number) => number;
}

/** The points of a form on the days of a calendar, each on the last session by its day; undefined where one lies before the first. */
export function anchorsOf({ points }: Pick<DrawingVersion, "points">, days: Int32Array): Anchor[] | undefined {
  const anchors = points.map(({ day, price }) => ({ at: firstFrom(days, day + 1) - 1, price }));
  return anchors.some((a) => a.at < 0) ? undefined : anchors;
}

/** Two points in the order of their sessions. */
export function byTime([a, b]: readonly Anchor[]): [Anchor, Anchor] {
  return a!.at <= b!.at ? [a!, b!] : [b!, a!];
}

/**
 * The prices of a form of a drawing. Nothing but its points decides them; of numbered swings the turns that are confirmed.
 * @param bars of its chart up to the session
 */
export function partsOf(
  { kind, scale }: Pick<DrawingVersion, "kind" | "scale">,
  points: readonly Anchor[],
  bars: MeasuredBars,
): DrawingParts {
  const constant = (price: number) => () => price;
  switch (kind) {
    case "level":
    case "label":
      return { line: constant(points[0]!.price) };
    case "line": {
      const ends = byTime(points);
      return { line: (s) => lineValue(ends, scale, s) };
    }
    case "channel": {
      const [a, b] = byTime(points);
      const offset = channelOffset([a, b, points[2]!], scale);
      const line = (s: number) => lineValue([a, b], scale, s);
      const other = (s: number) => (scale === "log" ? line(s) * offset : line(s) + offset);
      const isBelow = other(b.at) < line(b.at);
      return { line, bottom: isBelow ? other : line, top: isBelow ? line : other };
    }
    case "zone": {
      const [a, b] = points.map((p) => p.price) as [number, number];
      return { bottom: constant(Math.min(a, b)), top: constant(Math.max(a, b)) };
    }
    case "retracement": {
      const [a, b] = byTime(points);
      return { retracement: (share) => retracementLevel([a.price, b.price], share, scale) };
    }
    case "measured move":
      return { line: constant(moveTarget(points as [Anchor, Anchor, Anchor], scale)) };
    case "swings": {
      const turns = swings(bars).pivots.filter((p) => p.at >= points[0]!.at);
      return { line: (s) => turns.findLast((p) => p.confirmed <= s)?.close ?? NaN };
    }
  }
}
