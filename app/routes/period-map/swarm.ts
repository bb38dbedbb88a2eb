/** A dot to be placed: where it belongs along the axis, and its radius. */
export interface Dot {
  readonly x: number;
  readonly radius: number;
}

const GAP = 0.6;

/**
 * Stacks dots that would lie on each other: each stands exactly where it belongs along the axis, and as near to the
 * middle line as those placed before it allow, the largest first.
 * @param half how far from the middle line a dot may reach
 * @returns the distance of each from the middle line, in the order of the dots, either side; NaN for one without room
 */
export function stacked(dots: readonly Dot[], half = Infinity): number[] {
  const order = [...dots.keys()].sort((a, b) => dots[b]!.radius - dots[a]!.radius || dots[a]!.x - dots[b]!.x);
  const placed: { x: number; y: number; radius: number }[] = [];
  const out = new Array<number>(dots.length).fill(NaN);
  for (const i of order) {
    const { x, radius } = dots[i]!;
    const near = placed.filter((p) => Math.abs(p.x - x) < p.radius + radius + GAP);
    // It touches one of its neighbours from above or below, or lies on the middle line: the nearest such place that is free.
    const offered = near.flatMap((p) => {
      const up = Math.sqrt((p.radius + radius + GAP) ** 2 - (p.x - x) ** 2);
      return [p.y - up, p.y + up];
    });
    const free = (y: number) => near.every((p) => Math.hypot(p.x - x, p.y - y) >= p.radius + radius + GAP - 1e-9);
    const y = [0, ...offered]
      .filter((at) => Math.abs(at) + radius <= half)
      .sort((a, b) => Math.abs(a) - Math.abs(b) || a - b)
      .find(free);
    if (y === undefined) continue;
    placed.push({ x, y, radius });
    out[i] = y;
  }
  return out;
}

const SMALLEST = 0.15;
/** At this share of their spread the smallest begin to shrink as well. */
const SPREAD_GONE = 0.5;

/** A radius when there is room for only a share of the wished sizes: the larger ones give way first. */
export function radiusAt(share: number, least: number, wished: number): number {
  return least * Math.min(1, share / SPREAD_GONE) + (wished - least) * share;
}

/**
 * The largest share of the wished sizes, at most all of them, at which every row of dots fits its height; where none
 * does, those without room lie on the middle line.
 * @param rows dots of each row with their wished radii
 * @param half half the height of a row
 * @param least radius of the smallest dots
 * @returns the share, for `radiusAt`, and the places of each row at it
 */
export function fittingSwarms(
  rows: readonly (readonly Dot[])[],
  half: number,
  least: number,
): { share: number; places: number[][] } {
  for (let share = 1; ; share = Math.max(SMALLEST, share * 0.88)) {
    const places: number[][] = [];
    for (const row of rows) {
      const own = stacked(
        row.map(({ x, radius }) => ({ x, radius: radiusAt(share, least, radius) })),
        half,
      );
      if (share > SMALLEST && own.some(Number.isNaN)) break;
      places.push(own.map((y) => (Number.isNaN(y) ? 0 : y)));
    }
    if (places.length === rows.length) return { share, places };
  }
}
