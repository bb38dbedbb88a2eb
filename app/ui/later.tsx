import { Suspense, type ReactNode } from "react";
import { Await } from "react-router";

interface Props<T> {
  /** What is to come; undefined while it is not asked for yet. */
  readonly said: Promise<T> | undefined;
  /** What stands there meanwhile, and where it could not be worked out. */
  readonly waiting: ReactNode;
  readonly failed: ReactNode;
  /** Whether what was said before stays until the next is there [a page that goes on says at once that it is asked anew]. */
  readonly hold?: boolean;
  readonly children: (value: Awaited<T>) => ReactNode;
}

/**
 * What comes after the rest of a page. Without a place of its own each answer would hold back the whole page that goes on to other
 * figures, until the last of it is there.
 */
export function Later<T>({ said, waiting, failed, hold = false, children }: Props<T>) {
  if (!said) return waiting;
  return (
    <Suspense key={hold ? "held" : numberOf(said)} fallback={waiting}>
      <Await<Promise<T>> resolve={said} errorElement={failed}>
        {children}
      </Await>
    </Suspense>
  );
}

const numbers = new WeakMap<Promise<unknown>, number>();
let last = 0;

/** A number of its own for each promise, for keys. */
function numberOf(promise: Promise<unknown>): number {
  const known = numbers.get(promise);
  if (known !== undefined) return known;
  numbers.set(promise, ++last);
  return last;
}
