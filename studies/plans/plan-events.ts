import { chainExpiries, sessionAhead, sessionsAhead, type KnownHoliday } from "@core";
import type { Market } from "@studies/market/market";
import type { FollowedPlan, PlannedInstrument } from "./followed-plan";

export type PlanEventKind = "made" | "out" | "report" | "holiday" | "weekly expiry" | "third-Friday expiry";

/** A day within sight of a plan. */
export interface PlanEvent {
  readonly day: number;
  readonly kind: PlanEventKind;
}

/** The days from the making of a plan to beyond its end. */
export interface PlanCalendar {
  /** Sessions that there were, then those to be expected. */
  readonly sessions: Int32Array;
  /** The day at whose close all is over; undefined without a horizon or a time stop that runs. */
  readonly end: number | undefined;
  readonly events: readonly PlanEvent[];
}

/** Shown at least, and at most: of a long plan those about the present. */
const LEAST_SESSIONS = 20;
const MOST_SESSIONS = 60;
const BEYOND_OVER = 10;
const BEYOND = 5;

/** A session so many after one of an instrument, as it was or as it is to be expected. */
export function sessionDay({ days }: Pick<PlannedInstrument, "days">, row: number, holidays: readonly KnownHoliday[]): number {
  const last = days.length - 1;
  return row <= last ? days[row]! : sessionAhead(days[last]!, row - last, holidays);
}

/**
 * The last session of interest: the as-of session while a side waits or is held, then a little after the last thing that happened.
 */
export function lastOfInterest({ days, sides, made }: Pick<FollowedPlan, "days" | "sides" | "made">): number {
  const last = days.length - 1;
  if (sides.some((side) => side.held > 0 || side.status === "waiting")) return last;
  return Math.min(last, BEYOND_OVER + Math.max(made, ...sides.flatMap((side) => side.changes.map((c) => c.session))));
}

export function planCalendar(followed: FollowedPlan): PlanCalendar {
  const { part, instrument, now, made, sides } = followed;
  const { holidays } = part;
  const at = (row: number) => sessionDay(followed, row, holidays);
  const open = sides.filter((side) => side.held > 0);
  const ends = [
    ...(now.horizon === undefined ? [] : [made + now.horizon]),
    ...(now.timeStop === undefined ? [] : open.map((side) => side.entered + now.timeStop!)),
  ];
  const until = lastOfInterest(followed);
  const last = Math.max(
    made + LEAST_SESSIONS,
    until + BEYOND,
    ...ends.map((row) => Math.min(row + BEYOND, until + MOST_SESSIONS)),
  );
  const first = Math.max(made, Math.min(until - LEAST_SESSIONS, last - MOST_SESSIONS));
  const sessions = Int32Array.from({ length: last - first + 1 }, (_, k) => at(first + k));
  const [from, to] = [sessions[0]!, sessions.at(-1)!];
  const end = ends.length > 0 ? at(Math.min(...ends)) : undefined;
  const report = part.fundamentals(instrument.index).nextReport;
  const within = (day: number) => day > from && day <= to;
  const known = new Set(holidays.map((h) => h.day));
  return {
    sessions,
    end,
    events: [
      ...(first === made ? [{ day: from, kind: "made" as const }] : []),
      ...(end === undefined || !within(end) ? [] : [{ day: end, kind: "out" as const }]),
      ...(within(report) ? [{ day: report, kind: "report" as const }] : []),
      ...[...known].filter(within).map((day) => ({ day, kind: "holiday" as const })),
      ...chainExpiries(from, known)
        .filter((expiry) => within(expiry.day))
        .map(({ day, isThirdFriday }) => ({
          day,
          kind: isThirdFriday ? ("third-Friday expiry" as const) : ("weekly expiry" as const),
        })),
    ].sort((a, b) => a.day - b.day),
  };
}

/** Sessions from the as-of session to a later day as they are to be expected; NaN for none. */
export function sessionsTo({ part }: Pick<PlannedInstrument, "part">, { asOf }: Pick<Market, "asOf">, day: number): number {
  return Number.isNaN(day) ? NaN : sessionsAhead(part.holidays)(asOf, day - 1, asOf) + 1;
}
