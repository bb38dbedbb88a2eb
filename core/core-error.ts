/** A broken contract of a core function: the caller asked for something that has no meaning. */
export class CoreError extends Error {
  constructor(
    readonly code: "bad-length" | "bad-window" | "bad-date" | "bad-option",
    message: string,
  ) {
    super(message);
    this.name = "CoreError";
  }
}

/**
 * Checks that a window is a whole number of at least one bar.
 * @throws CoreError `bad-window`
 */
export function requireWindow(fn: string, n: number): void {
  if (!Number.isInteger(n) || n < 1) {
    throw new CoreError("bad-window", `${fn}: needs a whole window of at least 1 bar, got ${n}`);
  }
}

/**
 * Checks that two columns have one length.
 * @throws CoreError `bad-length`
 */
export function requireSameLength(fn: string, a: ArrayLike<unknown>, b: ArrayLike<unknown>): void {
  if (a.length !== b.length) {
    throw new CoreError("bad-length", `${fn}: needs columns of one length, got ${a.length} and ${b.length}`);
  }
}
