import { scaleLinear } from "d3-scale";
import type { PeriodGroup } from "@studies/period-map/period-groups";
import type { PeriodRow } from "@studies/period-map/period-map";
import { boxAround, placed, type Label, type Lettering } from "~/charts/label-boxes";
import { fittingSwarms, radiusAt } from "./swarm";

/* Geometry of the picture, in pixels. */

/** Its width until it is known. */
export const WIDTH = 874;
/** Where the plot begins: beside it stand the names of the rows and their means. */
export const LEFT = 196;
const RIGHT = 44;
/** Room above the rows: the axis and the name of the index. */
export const TOP = 43;
const MOST_OWN_ROWS = 20;
/** Radius of the smallest dot among many, and what the largest has more. */
const LEAST = 2.8;
const SPREAD = 6;

export interface PlacedDot {
  readonly row: PeriodRow;
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  /** Farther out than the axis goes: 1 to the right, -1 to the left. */
  readonly beyond: number;
}

export interface PlacedRow {
  readonly name: string;
  readonly key: string;
  readonly mean: number;
  readonly median: number;
  /** Of the row, its upper edge and its middle line. */
  readonly top: number;
  readonly middle: number;
  readonly dots: readonly PlacedDot[];
}

export interface Layout {
  readonly width: number;
  readonly height: number;
  readonly rowHeight: number;
  readonly rows: readonly PlacedRow[];
  readonly x: (change: number) => number;
  readonly changeAt: (x: number) => number;
  readonly ticks: readonly number[];
}

export interface LayoutOptions {
  readonly level: "family" | "industry";
  /** What the index made, a fraction. */
  readonly reference: number;
  /** What a row of all is called. */
  readonly name: string;
  /** In px [WIDTH]. */
  readonly width?: number;
}

/** Places every member at what it made, in the row of its group; few members without groups have a row each. */
export function layoutOf(
  members: readonly PeriodRow[],
  groups: readonly PeriodGroup[],
  { level, reference, name, width = WIDTH }: LayoutOptions,
): Layout {
  const sorted = rowsOf(members, groups, level, name);
  const { low, high } = spanOf(members, reference);
  const x = scaleLinear()
    .domain([low, high])
    .range([LEFT + 14, width - RIGHT])
    .clamp(true);
  const rowHeight = Math.max(24, Math.min(sorted.length === 1 ? 330 : 76, Math.floor(470 / sorted.length)));
  const largest = Math.max(0, ...members.map((m) => (m.value > 0 ? m.value : 0)));
  const few = sorted.length === 1 && members.length <= 120 ? 1.7 : members.length <= 60 ? 1.4 : 1;
  const least = few * (largest > 0 ? LEAST : 3.6);
  const wished = (m: PeriodRow) => (largest > 0 ? least + few * SPREAD * Math.sqrt(Math.max(0, m.value || 0) / largest) : least);
  const swarms = fittingSwarms(
    sorted.map((row) => row.members.map((m) => ({ x: x(m.change), radius: wished(m) }))),
    rowHeight / 2 - 2,
    least,
  );
  const rows = sorted.map((row, k): PlacedRow => {
    const top = TOP + k * rowHeight;
    const middle = top + rowHeight / 2;
    const dots = row.members.map((m, i): PlacedDot => ({
      row: m,
      x: x(m.change),
      y: middle + swarms.places[k]![i]!,
      radius: radiusAt(swarms.share, least, wished(m)),
      beyond: m.change > high ? 1 : m.change < low ? -1 : 0,
    }));
    return { name: row.name, key: row.key, mean: row.mean, median: row.median, top, middle, dots };
  });
  return {
    width,
    height: TOP + rowHeight * sorted.length + 6,
    rowHeight,
    rows,
    x,
    changeAt: (at) => x.invert(at),
    ticks: x.ticks(width < 650 ? 4 : 7),
  };
}

interface SortedRow extends Omit<PeriodGroup, "members"> {
  readonly members: readonly PeriodRow[];
}

function rowsOf(
  members: readonly PeriodRow[],
  groups: readonly PeriodGroup[],
  level: "family" | "industry",
  name: string,
): SortedRow[] {
  const single = groups.length === 1 || groups.length === members.length;
  if (!single)
    return groups.map((g) => ({ ...g, name: g.name || "without one", members: members.filter((m) => m[level] === g.name) }));
  if (members.length <= MOST_OWN_ROWS)
    return members.map((m) => ({
      ...{ name: m.name, key: m.key.includes(":") ? m.key : "", mean: m.change, median: NaN, members: [m] },
    }));
  return [{ ...groups[0]!, name: groups[0]!.name || name, key: "", members }];
}

/** The span of the axis: all members, but not so far that a few outliers press the others together. */
function spanOf(members: readonly PeriodRow[], reference: number): { low: number; high: number } {
  const changes = members.map((m) => m.change).sort((a, b) => a - b);
  const at = (share: number) => changes[Math.round(share * (changes.length - 1))] ?? 0;
  const inner = Math.max(0.005, at(0.98) - at(0.02));
  const [low, high] = [Math.max(at(0), at(0.02) - 0.6 * inner), Math.min(at(1), at(0.98) + 0.6 * inner)];
  const known = Number.isNaN(reference) ? [0] : [0, reference];
  return { low: Math.min(low, ...known), high: Math.max(high, low + 0.005, ...known) };
}

export interface DotLabel extends Label {
  /** From a label that stands apart to its dot. */
  readonly leader?: { readonly x: number; readonly y: number };
}

const LINE = 10;
const LETTERING: Lettering = { letter: 5.7, capital: 7, above: LINE - 2, below: 1.5 };

/** Names beside dots: the ends of each row, its largest, and in short rows all for whom there is room. */
export function labelsOf({ rows, rowHeight, width }: Layout, nameOf: (row: PeriodRow) => string): DotLabel[] {
  return rows.flatMap((row) => {
    const marks = new Map(row.dots.map((d) => [d, boxAround(d.x, d.y, d.radius)]));
    const namings = wanted(row.dots, rowHeight).map((dot) => ({
      mark: marks.get(dot)!,
      offered: offered(dot, nameOf(dot.row), row.top, rowHeight),
    }));
    const within = { left: LEFT + 2, right: width - 1, top: row.top - 1, bottom: row.top + rowHeight + 1 };
    return placed(namings, [...marks.values()], within, LETTERING);
  });
}

const MOST_NAMED = 10;
/** In so high a row all are named for whom there is room. */
const TALL = 120;

function wanted(dots: readonly PlacedDot[], rowHeight: number): PlacedDot[] {
  if (dots.length === 1) return [];
  const byChange = [...dots].sort((a, b) => b.row.change - a.row.change);
  const largest = [...dots].sort((a, b) => (b.row.value || 0) - (a.row.value || 0))[0]!;
  const ends = [byChange[0]!, byChange[byChange.length - 1]!, ...(largest.row.value > 0 ? [largest] : [])];
  const spread = dots.length > 40 ? [byChange[1]!, byChange[byChange.length - 2]!] : [];
  return [...new Set([...ends, ...spread, ...(dots.length <= MOST_NAMED || rowHeight > TALL ? byChange : [])])];
}

function offered({ row, x, y, radius }: PlacedDot, text: string, top: number, height: number): DotLabel[] {
  const gap = radius + 3;
  const at = (dx: number, dy: number, anchor: DotLabel["anchor"]): DotLabel => ({
    ...{ key: row.key, text, x: x + dx, y: y + dy, anchor },
  });
  const sides = row.change >= 0 ? [at(gap, 3.5, "start"), at(-gap, 3.5, "end")] : [at(-gap, 3.5, "end"), at(gap, 3.5, "start")];
  const apart = [-26, 26, -46, 46].flatMap((dx): DotLabel[] =>
    [Math.max(top + LINE - 1, y - radius - 34), Math.min(top + height - 2, y + radius + 42)].map((line) => ({
      ...at(dx, line - y, dx < 0 ? "end" : "start"),
      leader: { x, y: y + Math.sign(line - y) * radius },
    })),
  );
  return [...sides, at(0, -gap, "middle"), at(0, gap + LINE - 3, "middle"), ...apart];
}
