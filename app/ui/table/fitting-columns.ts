import { useLayoutEffect, useState, type RefObject } from "react";

const QUIET_MS = 80;

/** How long a column can be done without: 0 never, 1 last of all, and so on. */
interface Spared {
  readonly key: string;
  readonly priority?: number;
}

/**
 * Which columns of a table fit beside each other: those that can be spared soonest are left out until the rest fits.
 * @param box the element that the table must fit into
 * @param columns in their order
 * @param keep a column that is not left out, whatever its priority
 * @returns keys of the columns that are left out
 */
export function useFittingColumns(
  box: RefObject<HTMLElement | null>,
  columns: readonly Spared[],
  keep: string,
): ReadonlySet<string> {
  const [measured, setMeasured] = useState<Measured>({ widths: new Map(), room: Infinity });
  useLayoutEffect(() => {
    const element = box.current;
    const table = element?.querySelector("table");
    if (!element || !table) return;
    const measure = () => {
      setMeasured((earlier) => merged(earlier, naturalWidths(table), element.clientWidth));
    };
    measure();
    // Rows that come into view, and letters that arrive, can make a column wider. Measuring lays the whole table out: not
    // while its figures follow a date that is being dragged.
    let due: ReturnType<typeof setTimeout> | undefined;
    const sizes = new ResizeObserver(() => {
      clearTimeout(due);
      due = setTimeout(measure, QUIET_MS);
    });
    sizes.observe(element);
    sizes.observe(table);
    return () => {
      clearTimeout(due);
      sizes.disconnect();
    };
  }, [box]);
  return sparedColumns(columns, measured.widths, measured.room, keep);
}

interface Measured {
  /** Widest that each column has been seen to be, by its key. */
  readonly widths: ReadonlyMap<string, number>;
  readonly room: number;
}

/** Widths of the columns as they are without being stretched or squeezed. */
function naturalWidths(table: HTMLTableElement): Map<string, number> {
  table.style.width = "max-content";
  const heads = [...table.querySelectorAll<HTMLElement>("thead th")];
  const widths = new Map(heads.map((th) => [th.dataset["column"] ?? "", th.getBoundingClientRect().width]));
  table.style.width = "";
  return widths;
}

function merged(earlier: Measured, now: ReadonlyMap<string, number>, room: number): Measured {
  const widths = new Map(earlier.widths);
  for (const [key, width] of now) if (width > (widths.get(key) ?? 0) + 0.5) widths.set(key, width);
  const same = room === earlier.room && [...widths].every(([key, width]) => earlier.widths.get(key) === width);
  return same ? earlier : { widths, room };
}

/** The columns to leave out, so that the widths of the others add up to no more than there is room. */
export function sparedColumns(
  columns: readonly Spared[],
  widths: ReadonlyMap<string, number>,
  room: number,
  keep: string,
): ReadonlySet<string> {
  const there = new Set(columns.map((c) => c.key));
  // Beside the columns stands what marks the row.
  let width = [...widths].reduce((sum, [key, w]) => sum + (there.has(key) || key === "choose" ? w : 0), 0);
  const spared = new Set<string>();
  const soonest = columns
    .map((c, k) => ({ ...c, priority: c.priority ?? 0, k }))
    .filter((c) => c.priority > 0 && c.key !== keep)
    .sort((a, b) => b.priority - a.priority || b.k - a.k);
  for (const { key } of soonest) {
    if (width <= room) break;
    spared.add(key);
    width -= widths.get(key) ?? 0;
  }
  return spared;
}
