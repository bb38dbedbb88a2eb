import { scaleLinear, type ScaleLinear } from "d3-scale";
import { onTick } from "@core/columns/tick";
import { spreadLabels } from "~/charts/spread-labels";
import type { PlannedSide, PlanRung } from "@studies/plans/plan-rungs";
import type { PlanShown } from "./plan-shown";

/** A rung with where its dot stands and where its words do. */
export interface PlacedRung {
  readonly rung: PlanRung;
  readonly y: number;
  readonly wordsY: number;
}

export interface PlacedColumn {
  readonly side: PlannedSide;
  readonly x: number;
  readonly width: number;
  readonly top: number;
  readonly bottom: number;
  readonly rungs: readonly PlacedRung[];
}

export interface PlacedLevel {
  readonly price: number;
  readonly name: string;
  readonly y: number;
  readonly wordsY: number;
}

export interface LadderLayout {
  readonly height: number;
  readonly y: ScaleLinear<number, number>;
  readonly bars: { readonly x: ScaleLinear<number, number>; readonly step: number; readonly right: number };
  /** The axis in ATRs from the close. */
  readonly axis: number;
  readonly ticks: readonly { readonly atrs: number; readonly y: number }[];
  readonly columns: readonly PlacedColumn[];
  readonly levels: readonly PlacedLevel[];
  readonly levelsX: number;
}

const EDGE = 46;
export const VOLUME_HEIGHT = 34;
const RUNG_HEIGHT = 32;
const LEVEL_HEIGHT = 15;
const LEVELS_WIDTH = 172;
const COLUMN = 148;
const GAP = 18;
const LEAST_BARS = 80;

/**
 * Where everything of a plan's picture stands: bars at the left, the ladder of its sides on the same scale, levels at the right.
 * @param height of the whole, in pixels
 */
export function ladderLayout({ plan, sides }: PlanShown, width: number, height: number): LadderLayout {
  const { bars, close, atr, levels } = plan;
  const range = atr > 0 ? atr : close * 0.02;
  const rungs = sides.flatMap((side) => side.rungs);
  const known = [...bars.high, ...bars.low, ...bars.close].filter((x) => !Number.isNaN(x));
  const prices = [...rungs.map((rung) => rung.price), close + 3 * range, close - 3 * range];
  const reach = Math.max(...prices.map((p) => Math.abs(p - close)));
  // Bars far from all that is planned would squeeze it.
  const near = known.filter((p) => Math.abs(p - close) <= 1.6 * reach);
  const low = Math.min(...prices, ...near);
  const high = Math.max(...prices, ...near);
  const bottom = height - VOLUME_HEIGHT - 22;
  const y = scaleLinear([Math.max(0, low - range * 0.3), high + range * 0.3], [bottom, EDGE]);
  const ladder = sides.length * COLUMN + (sides.length - 1) * GAP;
  // Where there is little room the levels go first, then the bars.
  const hasLevels = width >= ladder + LEVELS_WIDTH + LEAST_BARS + 110;
  const levelsX = hasLevels ? width - LEVELS_WIDTH : width;
  const axis = levelsX - (hasLevels ? 18 : 0) - ladder - 24;
  const right = axis - 66 >= LEAST_BARS ? axis - 66 : 0;
  const count = bars.days.length;
  const step = right / Math.max(1, count);
  const columns = sides.map((side, k): PlacedColumn => {
    const x = axis + 24 + k * (COLUMN + GAP);
    const at = side.rungs.map((rung) => y(rung.price));
    const words = spreadLabels(at, RUNG_HEIGHT, EDGE - 4, bottom + 10);
    return {
      side,
      x,
      width: COLUMN,
      rungs: side.rungs.map((rung, i) => ({ rung, y: at[i]!, wordsY: words[i]! })),
      top: Math.min(...at, ...words) - RUNG_HEIGHT / 2,
      bottom: Math.max(...at, ...words) + RUNG_HEIGHT / 2,
    };
  });
  const [from, to] = y.domain() as [number, number];
  const within = hasLevels ? levels.filter((level) => level.price >= from && level.price <= to) : [];
  const room = Math.floor((bottom + 10 - (EDGE - 8)) / LEVEL_HEIGHT) - 1;
  const nearest = [...within].sort((a, b) => Math.abs(a.price - close) - Math.abs(b.price - close)).slice(0, room);
  const shown = within.filter((level) => nearest.includes(level));
  const wordsY = spreadLabels(
    shown.map((level) => y(level.price)),
    LEVEL_HEIGHT,
    EDGE - 8,
    bottom + 10,
  );
  return {
    ...{ height, y, axis, columns, levelsX },
    bars: { x: scaleLinear([0, count], [0, right]), step, right },
    ticks: ticksOf(close, range, [from, to]).map((atrs) => ({ atrs, y: y(close + atrs * range) })),
    levels: shown.map((level, k) => ({
      price: level.price,
      name: level.names.length > 1 ? `${level.names[0]!} and ${level.names.length - 1} more` : level.names[0]!,
      y: y(level.price),
      wordsY: wordsY[k]!,
    })),
  };
}

/** Whole ATRs from the close, so many that they do not crowd. */
function ticksOf(close: number, range: number, [from, to]: readonly [number, number]): number[] {
  const [low, high] = [Math.ceil((from - close) / range), Math.floor((to - close) / range)];
  const every = Math.max(1, Math.ceil((high - low) / 14));
  return Array.from({ length: high - low + 1 }, (_, k) => low + k).filter((atrs) => atrs % every === 0);
}

/** The price that a handle goes to: a level within reach of the pointer, else the nearest tick. */
export function snapped(
  price: number,
  { levels, y, like }: { readonly levels: readonly number[]; readonly y: (price: number) => number; readonly like: number },
): number {
  const near = levels.filter((level) => Math.abs(y(level) - y(price)) <= SNAP);
  const best = near.sort((a, b) => Math.abs(a - price) - Math.abs(b - price))[0];
  return onTick(best ?? price, like);
}

const SNAP = 6;
