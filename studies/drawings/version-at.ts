import type { DrawingVersion, SavedDrawing } from "./drawing-schema";

/** The form in force at a day: the latest that was made by then; undefined before the first. */
export function versionAt({ versions }: Pick<SavedDrawing, "versions">, day: number): DrawingVersion | undefined {
  return versions
    .filter((v) => v.made <= day)
    .reduce<DrawingVersion | undefined>((a, v) => (a && a.made > v.made ? a : v), undefined);
}
