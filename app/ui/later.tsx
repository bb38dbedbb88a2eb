import { Suspense, type ReactNode } from "react";
import { Await } from "react-router";
import { useFrameValue } from "~/frame-context";

interface Props<T> {
  /** What is to come; undefined while it is not asked for yet. */
  readonly said: Promise<T> | undefined;
  /** What stands there meanwhile. */
  readonly waiting: ReactNode;
  /** What stands there where it could not be worked out [that it could not]. */
  readonly failed?: ReactNode;
  /** Whether what was said before stays at another date as well [no]. */
  readonly hold?: boolean;
  readonly children: (value: Awaited<T>) => ReactNode;
}

const FAILED = <p className="py-2 text-soft">This could not be worked out at this date.</p>;

/**
 * What comes after the rest of a page. At another date it begins anew: it would else hold back the whole page until the last of it is
 * there. At the same one (something was saved or deleted) what was said before stays until the next is there.
 */
export function Later<T>({ said, waiting, failed = FAILED, hold = false, children }: Props<T>) {
  const { market, asOf } = useFrameValue();
  if (!said) return waiting;
  return (
    <Suspense key={hold ? "held" : `${market?.market ?? ""} ${asOf}`} fallback={waiting}>
      <Await<Promise<T>> resolve={said} errorElement={failed}>
        {children}
      </Await>
    </Suspense>
  );
}
