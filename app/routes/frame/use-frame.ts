import { useCallback, useMemo } from "react";
import { useLocation, useNavigate, useNavigation } from "react-router";
import { findEpochDay, isoDate } from "@core/columns/epoch-day";
import { SessionCalendar } from "~/calendar";
import type { timeline } from "@studies/frame/timeline";
import type { FrameValue } from "~/frame-context";
import { hereNow, hrefNowWith, parseHere, useHere } from "~/here";
import { fromWire, type ResultOf } from "~/wire";
import type { Route } from "./+types/route";
import { useAsked } from "~/ui/use-asked";
import { useFeed } from "./use-feed";

/** The session of a date of the address, the latest where there is none. */
function sessionOf(calendar: SessionCalendar, asOf: string | undefined): number {
  const day = asOf === undefined ? NaN : findEpochDay(asOf);
  return Number.isNaN(day) ? calendar.latest : calendar.at(day);
}

/** The frame's data made ready for its parts, with the way to another date. */
export function useFrame(loaderData: Route.ComponentProps["loaderData"] | undefined): FrameValue {
  const here = useHere();
  const navigate = useNavigate();
  const span = useMemo(() => (loaderData?.span ? fromWire<ResultOf<typeof timeline>>(loaderData.span) : undefined), [loaderData]);
  const calendar = useMemo(() => (span ? new SessionCalendar(span.first, span.last, span.closed) : undefined), [span]);
  // While an answer is on its way, the date that was asked for is shown.
  const { pathname } = useLocation();
  const { location: coming } = useNavigation();
  const wanted = coming?.pathname === pathname ? parseHere(new URLSearchParams(coming.search)).asOf : here.asOf;
  const asOf = calendar && sessionOf(calendar, wanted);
  // Steps that come faster than answers count from the date asked for last, so that no key press is lost; once the
  // address has got there, from the address.
  const { latest, note } = useAsked<number>();
  const goTo = useCallback<FrameValue["goTo"]>(
    (day, options) => {
      if (!calendar) return;
      const session = calendar.at(day);
      const href = hrefNowWith({ asof: session === calendar.latest ? undefined : isoDate(session) });
      note(session, navigate(href, { replace: options?.replace ?? false, preventScrollReset: true }));
    },
    [calendar, navigate, note],
  );
  const step = useCallback<FrameValue["step"]>(
    (by) => {
      if (calendar) goTo(calendar.step(latest() ?? sessionOf(calendar, hereNow().asOf), by));
    },
    [calendar, goTo, latest],
  );
  const feed = useFeed(loaderData?.feed);
  const provisional = loaderData?.inProgress !== undefined && loaderData.inProgress === asOf;
  return {
    markets: loaderData?.markets ?? [],
    market: loaderData?.market,
    calendar,
    span,
    sectors: loaderData?.sectors ?? [],
    pictures: loaderData?.pictures ?? {},
    asOf,
    feed: feed && (feed.left > 0 || loaderData?.inProgress !== undefined) ? feed : undefined,
    unseenAlerts: loaderData?.unseenAlerts,
    provisional,
    goTo,
    step,
  };
}
