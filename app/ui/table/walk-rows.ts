import type { KeyboardEvent } from "react";

/**
 * Moves the keyboard among the rows of a table, from the one that has it: by arrows, to either end by Home and End.
 * @returns whether the key was one of those
 */
export function walkRows(event: KeyboardEvent<HTMLElement>, rows: ArrayLike<HTMLElement>): boolean {
  const all = Array.from(rows);
  const at = all.indexOf(event.currentTarget);
  const steps: Partial<Record<string, number>> = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: all.length - 1 };
  const to = steps[event.key];
  if (to === undefined) return false;
  all[Math.max(0, Math.min(all.length - 1, to))]?.focus();
  event.preventDefault();
  return true;
}
