import { useCallback, useEffect, useMemo, useRef } from "react";
import { useLocation, useNavigate, useNavigation } from "react-router";
import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import { SessionCalendar } from "~/calendar";
import type { timeline } from "@studies/timeline";
import type { FrameValue } from "~/frame-context";
import { hrefNowWith, parseHere, useHere } from "~/here";
import { fromWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { useFeed } from "./use-feed";

/** The frame's data made ready for its parts, with the way to another date. */
export function useFrame(loaderData: Route.ComponentProps["loaderData"] | undefined): FrameValue {
  const here = useHere();
  const navigate = useNavigate();
  const span = useMemo(() => (loaderData?.span ? fromWire<ResultOf<typeof timeline>>(loaderData.span) : undefined), [loaderData]);
  const calendar = useMemo(() => (span ? new SessionCalendar(span.first, span.last, span.closed) : undefined), [span]);
  // While an answer is on its way, the date that was asked for is shown.
  const { pathname, key } = useLocation();
  const { location: coming, state } = useNavigation();
  const wanted = coming?.pathname === pathname ? parseHere(new URLSearchParams(coming.search)).asOf : here.asOf;
  const wantedDay = wanted === undefined ? NaN : findEpochDay(wanted);
  const asOf = calendar && (Number.isNaN(wantedDay) ? calendar.latest : calendar.at(wantedDay));
  // Steps that come faster than the page renders count from the date asked for last, so that no key press is lost;
  // once the page has arrived somewhere, from where it is.
  const asked = useRef<number>(undefined);
  useEffect(() => {
    if (state === "idle") asked.current = undefined;
  }, [state, key]);
  const goTo = useCallback<FrameValue["goTo"]>(
    (day, options) => {
      if (!calendar) return;
      const session = calendar.at(day);
      asked.current = session;
      const href = hrefNowWith({ asof: session === calendar.latest ? undefined : isoDate(session) });
      void navigate(href, { replace: options?.replace ?? false, preventScrollReset: true });
    },
    [calendar, navigate],
  );
  const step = useCallback<FrameValue["step"]>(
    (by) => {
      const from = asked.current ?? asOf;
      if (calendar && from !== undefined) goTo(calendar.step(from, by));
    },
    [calendar, goTo, asOf],
  );
  const feed = useFeed(loaderData?.feed);
  const provisional = loaderData?.inProgress !== undefined && loaderData.inProgress === asOf;
  return {
    markets: loaderData?.markets ?? [],
    market: loaderData?.market,
    calendar,
    span,
    sectors: loaderData?.sectors ?? [],
    asOf,
    feed: feed && (feed.left > 0 || loaderData?.inProgress !== undefined) ? feed : undefined,
    provisional,
    goTo,
    step,
  };
}
