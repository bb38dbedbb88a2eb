import { useState } from "react";
import { useLocation } from "react-router";
import { screenOf } from "~/opener";

/** What a screen had in hand that does not stand in its address: the row, a choice. Gone with the page. */
const kept = new Map<string, unknown>();

/** State of a screen that is found again when one comes back to it. */
export function useRemembered<T>(name: string, first: T): [T, (value: T) => void] {
  const { pathname, search } = useLocation();
  const place = `${screenOf(pathname, search)} ${name}`;
  const [state, setState] = useState<{ place: string; value: T }>(() => ({
    place,
    value: (kept.has(place) ? kept.get(place) : first) as T,
  }));
  const value = state.place === place ? state.value : ((kept.has(place) ? kept.get(place) : first) as T);
  return [
    value,
    (next) => {
      kept.set(place, next);
      setState({ place, value: next });
    },
  ];
}
