import { baseOf, isCallable, scoreCall, sessionAhead, type CallScore, type ScoredCall } from "@core";
import type { Market } from "@studies/market/market";
import type { DraftCall, SavedCall } from "./call-schema";
import { calledSeries, type Called } from "./called-series";

/** `scored` and `open` by the last session that is over; `unknown` where its subject has no level on the session it was made on. */
export type CallState = "open" | "scored" | "unknown";

/** A call as it stands. */
export interface CallRow extends CallScore {
  readonly id: string;
  readonly key: string;
  readonly subject: string;
  /** Name of what a relative one is held against; empty for others. */
  readonly benchmark: string;
  readonly direction: DraftCall["direction"];
  readonly horizon: number;
  /** Percent, NaN where none was given. */
  readonly confidence: number;
  readonly reason: string;
  readonly made: number;
  /** Epoch day of the session at whose close it is scored: as it was, or as it is to be expected. */
  readonly due: number;
  /** Sessions to it, 0 where it is over. */
  readonly left: number;
  readonly state: CallState;
  readonly isWithdrawn: boolean;
  readonly isLookingBack: boolean;
  /** Whether it may still be changed: until the first close after it was written. */
  readonly isOpenToChange: boolean;
}

const NOT_SCORED: CallScore = {
  ...{ return: NaN, benchmarkReturn: NaN, gain: NaN, isRight: false },
  ...{ base: NaN, baseHolds: 0, brier: NaN, baseBrier: NaN },
};

/** A saved call at the as-of session; undefined for one that was made later. */
export function callRow(market: Market, call: SavedCall): CallRow | undefined {
  if (call.made > market.asOf) return undefined;
  const { id, reason, subject: key, written, withdrawn } = call;
  return {
    ...{ id, key, reason },
    isWithdrawn: withdrawn !== undefined && withdrawn <= market.asOf,
    isLookingBack: written > call.made,
    isOpenToChange: !isSettledBeyond(market, written),
    ...standingOf(market, call),
  };
}

/** Whether a session after a day is over: from then on there are no second thoughts (S45). */
function isSettledBeyond(market: Market, day: number): boolean {
  const last = market.sessions[market.t - Number(market.provisional)];
  return last !== undefined && last > day;
}

type Standing = Omit<CallRow, "id" | "key" | "reason" | "isWithdrawn" | "isLookingBack" | "isOpenToChange">;

/** How a call, or one that is being written, stands at the as-of session. */
export function standingOf(market: Market, call: DraftCall): Standing {
  const { direction, horizon, made, confidence = NaN } = call;
  const asked = { made: NaN, direction, horizon, confidence };
  const called = calledSeries(market, call);
  const row = called ? called.days.indexOf(made) : -1;
  if (!called || row < 0 || !isCallable(called, { made: row, direction }))
    return {
      ...NOT_SCORED,
      ...{ ...asked, made, due: NaN, left: NaN, state: "unknown" },
      subject: called?.subject ?? call.subject,
      benchmark: called?.benchmarkName ?? "",
    };
  const own = { ...asked, made: row };
  const score = scoreCall(called, own, called.last);
  const { rate, holds } = baseOf(called, own);
  return {
    ...(score ?? { ...NOT_SCORED, ...soFar(called, own), base: rate, baseHolds: holds }),
    ...{ ...asked, made, subject: called.subject, benchmark: called.benchmarkName },
    ...{ due: dueDay(called, row + horizon), left: Math.max(0, row + horizon - called.last) },
    state: score ? "scored" : "open",
  };
}

/** Where an open one stands at the last session that is over; nothing of it is counted. */
function soFar(called: Called, call: { made: number; direction: DraftCall["direction"]; confidence: number }) {
  const horizon = called.last - call.made;
  if (horizon < 1) return {};
  const { return: own, benchmarkReturn, gain } = scoreCall(called, { ...call, horizon }, called.last)!;
  return { return: own, benchmarkReturn, gain };
}

function dueDay({ days, part }: Called, row: number): number {
  const last = days.length - 1;
  return row <= last ? days[row]! : sessionAhead(days[last]!, row - last, part.holidays);
}

/** The calls that are counted: scored, and made without looking back. */
export function isCounted(row: Pick<CallRow, "state" | "isLookingBack">): boolean {
  return row.state === "scored" && !row.isLookingBack;
}

/** Earlier calls of the same direction and horizon that were due when another was made (S44). */
export function callsLike(
  rows: readonly CallRow[],
  { made, direction, horizon }: Pick<CallRow, "made" | "direction" | "horizon">,
): ScoredCall[] {
  return rows.filter((row) => isCounted(row) && row.direction === direction && row.horizon === horizon && row.due <= made);
}
