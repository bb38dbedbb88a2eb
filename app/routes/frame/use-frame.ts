import { useCallback, useMemo, useRef } from "react";
import { useLocation, useNavigate, useNavigation } from "react-router";
import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import { SessionCalendar } from "~/calendar";
import type { timeline } from "@studies/timeline";
import type { FrameValue } from "~/frame-context";
import { parseHere, useHere, useHrefWith } from "~/here";
import { fromWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { useFeed } from "./use-feed";

/** Steps closer together than this belong to one walk. */
const QUICK_MS = 1000;

/** The frame's data made ready for its parts, with the way to another date. */
export function useFrame(loaderData: Route.ComponentProps["loaderData"] | undefined): FrameValue {
  const here = useHere();
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const span = useMemo(() => (loaderData?.span ? fromWire<ResultOf<typeof timeline>>(loaderData.span) : undefined), [loaderData]);
  const calendar = useMemo(() => (span ? new SessionCalendar(span.first, span.last, span.closed) : undefined), [span]);
  // While an answer is on its way, the date that was asked for is shown.
  const { pathname } = useLocation();
  const { location: coming } = useNavigation();
  const wanted = coming?.pathname === pathname ? parseHere(new URLSearchParams(coming.search)).asOf : here.asOf;
  const wantedDay = wanted === undefined ? NaN : findEpochDay(wanted);
  const asOf = calendar && (Number.isNaN(wantedDay) ? calendar.latest : calendar.at(wantedDay));
  // Steps that come faster than the page renders count from the date asked for last, so that no key press is lost.
  const asked = useRef({ day: 0, until: 0 });
  const goTo = useCallback<FrameValue["goTo"]>(
    (day, options) => {
      if (!calendar) return;
      const session = calendar.at(day);
      asked.current = { day: session, until: performance.now() + QUICK_MS };
      const href = hrefWith({ asof: session === calendar.latest ? undefined : isoDate(session) });
      void navigate(href, { replace: options?.replace ?? false, preventScrollReset: true });
    },
    [calendar, hrefWith, navigate],
  );
  const step = useCallback<FrameValue["step"]>(
    (by) => {
      const from = performance.now() < asked.current.until ? asked.current.day : asOf;
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
