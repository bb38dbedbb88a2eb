import type { ClauseAtNext } from "./price-changes";

/** How far the nearest change of a clause is, in ATRs; infinite for none. */
export function nearestPlace({ above, below }: ClauseAtNext): number {
  return Math.min(above?.place ?? Infinity, -(below?.place ?? -Infinity));
}
