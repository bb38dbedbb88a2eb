export interface Area {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Fills a rectangle with areas in proportion to their values, each as near to a square as it goes (Bruls, Huizing and
 * van Wijk 2000): rows are laid along the shorter side, and a value joins a row while that makes its worst shape better.
 * @param values none of them negative, best the largest first
 * @param within the rectangle
 * @returns an area for each value, in their order; empty ones where nothing is to be shared out
 */
export function squarify(values: readonly number[], within: Area): Area[] {
  const total = values.reduce((sum, v) => sum + v, 0);
  if (!(total > 0)) return values.map(() => ({ x: within.x, y: within.y, width: 0, height: 0 }));
  const scale = (within.width * within.height) / total;
  const sizes = values.map((v) => v * scale);
  const out: Area[] = [];
  let left = within;
  for (let start = 0; start < sizes.length;) {
    const side = Math.min(left.width, left.height);
    let end = start + 1;
    while (end < sizes.length && worst(sizes.slice(start, end + 1), side) <= worst(sizes.slice(start, end), side)) end++;
    left = layRow(sizes.slice(start, end), left, out);
    start = end;
  }
  return out;
}

/** The largest ratio of sides in a row of areas along a side. */
function worst(row: readonly number[], side: number): number {
  const sum = row.reduce((s, v) => s + v, 0);
  if (!(sum > 0) || !(side > 0)) return Infinity;
  const [largest, smallest] = [Math.max(...row), Math.min(...row)];
  return smallest > 0 ? Math.max((side * side * largest) / (sum * sum), (sum * sum) / (side * side * smallest)) : Infinity;
}

/** Lays a row along the shorter side and gives back what is left of the rectangle. */
function layRow(row: readonly number[], within: Area, out: Area[]): Area {
  const sum = row.reduce((s, v) => s + v, 0);
  const across = within.width >= within.height;
  const side = across ? within.height : within.width;
  const thick = side > 0 ? sum / side : 0;
  let at = across ? within.y : within.x;
  for (const v of row) {
    const long = thick > 0 ? v / thick : 0;
    out.push(across ? { x: within.x, y: at, width: thick, height: long } : { x: at, y: within.y, width: long, height: thick });
    at += long;
  }
  return across
    ? { ...within, x: within.x + thick, width: Math.max(0, within.width - thick) }
    : { ...within, y: within.y + thick, height: Math.max(0, within.height - thick) };
}
