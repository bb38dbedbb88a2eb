import { useCallback, useRef } from "react";

/**
 * What was asked for last and has not arrived yet: steps that come faster than the page can follow count from there, so
 * that no key press is lost.
 * @returns the value asked for last, undefined once it has arrived; and the way to note a new one with its navigation
 */
export function useAsked<T>(): {
  readonly latest: () => T | undefined;
  readonly note: (value: T, arrived: void | Promise<void>) => void;
} {
  const asked = useRef<{ readonly value: T }>(undefined);
  const latest = useCallback(() => asked.current?.value, []);
  const note = useCallback((value: T, arrived: void | Promise<void>) => {
    const mine = { value };
    asked.current = mine;
    void Promise.resolve(arrived).finally(() => {
      if (asked.current === mine) asked.current = undefined;
    });
  }, []);
  return { latest, note };
}
