import { useCallback } from "react";
import { isoDate } from "@core/columns/epoch-day";
import { useFrameValue } from "~/frame-context";
import { useHere, type Here } from "~/here";

/** What is shared by screens at a session of a market: without a date where it is the latest. */
export function useHereAt(): (market: string, day: number) => Here {
  const { calendar, market: own } = useFrameValue();
  const { focus } = useHere();
  return useCallback(
    (market, day) => ({
      market,
      asOf: own?.market === market && calendar?.latest === day ? undefined : isoDate(day),
      focus,
    }),
    [calendar, own, focus],
  );
}
