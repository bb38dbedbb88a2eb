import { useDeferredValue, useEffect, useRef } from "react";
import { useFetcher, useLocation } from "react-router";

/** Until a page that goes on from date to date is taken to rest. */
const REST_MS = 400;

/**
 * What a screen says after its first part, by a route of its own. That is asked once the page rests, so that one that is dragged
 * through dates asks only where it stops; what was said before stays until all of the next is there.
 * @param path of the route, which is asked with the page's own search and says back what it was asked of
 * @param at what is asked of (`atOf`)
 */
export function useLater<L>(path: string, at: string) {
  const { search } = useLocation();
  const { load, data } = useFetcher<L>();
  const later = useDeferredValue(data);
  const asked = useRef<string>(undefined);
  useEffect(() => {
    if (asked.current === at) return;
    const due = setTimeout(
      () => {
        asked.current = at;
        void load(path + search);
      },
      asked.current === undefined ? 0 : REST_MS,
    );
    return () => {
      clearTimeout(due);
    };
  }, [load, path, search, at]);
  return { later, isStale: later !== undefined && (later as { readonly at: string }).at !== at };
}
