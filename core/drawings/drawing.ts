/*
 * Drawings on a chart (method 16): anchors are rows of a calendar of sessions and prices; a drawing keeps the scale it was drawn
 * on, and is read from daily bars whatever sampling is shown.
 */

export const DRAWING_SCALES = ["linear", "log"] as const;
/** The axis a drawing is straight on. */
export type DrawingScale = (typeof DRAWING_SCALES)[number];

/** A point of a drawing: the row of its session, and a price. */
export interface Anchor {
  readonly at: number;
  readonly price: number;
}

/** How many points a kind of drawing has. */
export const DRAWING_POINTS = {
  level: 1,
  line: 2,
  channel: 3,
  zone: 2,
  retracement: 2,
  "measured move": 3,
  label: 1,
  swings: 1,
} as const;

export type DrawingKind = keyof typeof DRAWING_POINTS;
export const DRAWING_KINDS = Object.keys(DRAWING_POINTS) as readonly DrawingKind[];
