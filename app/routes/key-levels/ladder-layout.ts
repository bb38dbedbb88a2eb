import type { LevelRung } from "@studies/key-levels/rung-name";
import type { ClauseAtNext } from "@studies/key-levels/price-changes";
import { spreadLabels } from "~/charts/spread-labels";

export interface LadderLine {
  readonly place: number;
  readonly rungs: readonly LevelRung[];
}

/** A rung with where its line stands and where its words do. */
export interface PlacedRung {
  readonly rung: LevelRung;
  readonly lineY: number;
  readonly y: number;
}

/** Where a clause changes, as a dot beside the rail. */
export interface PlacedChange {
  readonly clause: ClauseAtNext;
  readonly becomes: boolean;
  readonly price: number;
  /** Steps away from the rail. */
  readonly step: number;
  readonly y: number;
}

export interface LadderLayout {
  readonly height: number;
  readonly y: (place: number) => number;
  /** Whole ATRs along the rail. */
  readonly ticks: readonly number[];
  readonly closeY: number;
  readonly rungs: readonly PlacedRung[];
  /** Rungs out of reach, from the highest down. */
  readonly farther: readonly LevelRung[];
  readonly changes: readonly PlacedChange[];
}

const LABEL_HEIGHT = 17;
const DOT = 8;
const EDGE = 14;
/** Dots beside each other at most; those that would go farther lie on the last. */
const MOST_STEPS = 9;

/**
 * Where everything of the ladder stands.
 * @param lines the levels from the lowest up
 * @param clauses the clauses whose changes are dots
 * @param reach ATRs either side of the close that are shown at most
 * @param height of the picture, in pixels
 */
export function ladderLayout(
  lines: readonly LadderLine[],
  clauses: readonly ClauseAtNext[],
  reach: number,
  height: number,
): LadderLayout {
  const within = (place: number) => Math.abs(place) <= reach;
  const shown = lines.filter((line) => within(line.place));
  const places = shown.map((line) => line.place);
  const high = Math.min(reach, Math.max(1, Math.ceil(2 * Math.max(0, ...places)) / 2));
  const low = Math.max(-reach, Math.min(-1, Math.floor(2 * Math.min(0, ...places)) / 2));
  const y = (place: number) => EDGE + ((high - place) / (high - low)) * (height - 2 * EDGE);
  const ticks = Array.from({ length: Math.floor(high) - Math.ceil(low) + 1 }, (_, k) => Math.ceil(low) + k);
  // From the highest down, so that those of one line stand in their order; the close has a label among the others.
  const rungs = shown.flatMap((line) => line.rungs.map((rung) => ({ rung, lineY: y(line.place) }))).reverse();
  const placed = spreadLabels([...rungs.map((r) => r.lineY), y(0)], LABEL_HEIGHT, 0, height);
  return {
    height,
    y,
    ticks,
    closeY: placed.at(-1)!,
    rungs: rungs.map((r, k) => ({ ...r, y: placed[k]! })),
    farther: lines
      .filter((line) => !within(line.place))
      .flatMap((line) => line.rungs)
      .reverse(),
    changes: stacked(clauses, (place) => place <= high && place >= low, y),
  };
}

/** Dots at the same height stand beside each other, the later farther from the rail. */
function stacked(clauses: readonly ClauseAtNext[], isShown: (place: number) => boolean, y: (place: number) => number) {
  const all = clauses.flatMap((clause) =>
    [clause.below, clause.above].flatMap((change) =>
      change && isShown(change.place) ? [{ clause, becomes: change.becomes, price: change.price, y: y(change.place) }] : [],
    ),
  );
  const lastAt: number[] = [];
  return all
    .sort((a, b) => a.y - b.y)
    .map((change): PlacedChange => {
      let step = lastAt.findIndex((at) => change.y - at >= DOT);
      if (step < 0) step = Math.min(lastAt.length, MOST_STEPS);
      lastAt[step] = change.y;
      return { ...change, step };
    });
}
