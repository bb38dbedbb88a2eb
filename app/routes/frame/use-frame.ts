import { useCallback, useMemo } from "react";
import { useLocation, useNavigate, useNavigation } from "react-router";
import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import { SessionCalendar } from "~/calendar";
import type { timeline } from "@studies/timeline";
import type { FrameValue } from "~/frame-context";
import { parseHere, useHere, useHrefWith } from "~/here";
import { fromWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";

/** The frame's data made ready for its parts, with the way to another date. */
export function useFrame(loaderData: Route.ComponentProps["loaderData"] | undefined): FrameValue {
  const here = useHere();
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const span = useMemo(() => (loaderData?.span ? fromWire<ResultOf<typeof timeline>>(loaderData.span) : undefined), [loaderData]);
  const calendar = useMemo(() => (span ? new SessionCalendar(span.first, span.last, span.closed) : undefined), [span]);
  // While an answer is on its way, steps count from the date that was asked for, so that no key press is lost.
  const { pathname } = useLocation();
  const { location: coming } = useNavigation();
  const wanted = coming?.pathname === pathname ? parseHere(new URLSearchParams(coming.search)).asOf : here.asOf;
  const asked = wanted === undefined ? NaN : findEpochDay(wanted);
  const asOf = calendar && (Number.isNaN(asked) ? calendar.latest : calendar.at(asked));
  const goTo = useCallback<FrameValue["goTo"]>(
    (day, options) => {
      if (!calendar) return;
      const session = calendar.at(day);
      const href = hrefWith({ asof: session === calendar.latest ? undefined : isoDate(session) });
      void navigate(href, { replace: options?.replace ?? false, preventScrollReset: true });
    },
    [calendar, hrefWith, navigate],
  );
  return {
    markets: loaderData?.markets ?? [],
    market: loaderData?.market,
    calendar,
    span,
    sectors: loaderData?.sectors ?? [],
    asOf,
    goTo,
  };
}
