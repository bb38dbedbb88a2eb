import { DIRECTIONS, runStart, VOLATILITIES } from "@core";
import { regimeColumns } from "@studies/columns/regime";
import { referenceColumns } from "@studies/columns/composites";
import type { Link, Sentence } from "@studies/define-study";
import type { Market } from "@studies/market/market";
import { count, percent } from "@studies/words/words";

export interface RegimeNow {
  readonly index: string;
  /** Name of the confirmed state, empty before the first. */
  readonly direction: string;
  readonly volatility: string;
  /** First session of the present run of each, and how many sessions it has lasted. */
  readonly directionSince: number;
  readonly directionSessions: number;
  readonly volatilitySince: number;
  readonly volatilitySessions: number;
  /** What this session alone would be judged, where that differs from the confirmed state. */
  readonly pendingDirection: string;
  readonly pendingVolatility: string;
  readonly distance200: number;
  readonly slope50: number;
  readonly volatilityZ: number;
  readonly close: number;
  /** Change of the index over one and five sessions. */
  readonly r1: number;
  readonly r5: number;
}

/** The regime at the as-of session. */
export function regimeNow(market: Market): RegimeNow {
  const columns = market.perSession(regimeColumns);
  const { close } = market.perSession(referenceColumns);
  const { t, sessions } = market;
  const direction = columns.direction[t]!;
  const volatility = columns.volatility[t]!;
  const directionStart = runStart(columns.direction, t);
  const volatilityStart = runStart(columns.volatility, t);
  const pending = (raw: number, state: number, names: readonly string[]) => (raw >= 0 && raw !== state ? names[raw]! : "");
  return {
    index: market.referenceName,
    direction: DIRECTIONS[direction] ?? "",
    volatility: VOLATILITIES[volatility] ?? "",
    directionSince: sessions[directionStart]!,
    directionSessions: t - directionStart + 1,
    volatilitySince: sessions[volatilityStart]!,
    volatilitySessions: t - volatilityStart + 1,
    pendingDirection: pending(columns.rawDirection[t]!, direction, DIRECTIONS),
    pendingVolatility: pending(columns.rawVolatility[t]!, volatility, VOLATILITIES),
    distance200: columns.distance200[t]!,
    slope50: columns.slope50[t]!,
    volatilityZ: columns.volatilityZ[t]!,
    close: close[t]!,
    r1: t >= 1 ? close[t]! / close[t - 1]! - 1 : NaN,
    r5: t >= 5 ? close[t]! / close[t - 5]! - 1 : NaN,
  };
}

/**
 * "Aldane broad has been falling, with usual volatility, for 32 sessions, 6.2% below its 200-session simple average."
 * Where the volatility changed within them: "... has been falling for 32 sessions, with rough volatility for the last 5, ..."
 * @param isBrief without the distance from the average
 */
export function regimeSentence(r: RegimeNow, to?: Link, isBrief = false): Sentence {
  const figure = (text: string) => (to ? { figure: text, to } : { figure: text });
  if (r.direction === "") return [`${r.index} has too short a history for a regime: it needs 200 sessions.`];
  const lasted = count(r.directionSessions, "session");
  const volatility = `with ${r.volatility.toLowerCase()} volatility`;
  const both =
    r.volatility === ""
      ? ` for ${lasted}`
      : r.volatilitySessions >= r.directionSessions
        ? `, ${volatility}, for ${lasted}`
        : ` for ${lasted}, ${volatility} ${r.volatilitySessions === 1 ? "as of this session" : `for the last ${r.volatilitySessions}`}`;
  if (isBrief) return [`${r.index} has been `, figure(r.direction.toLowerCase()), `${both}.`];
  return [
    `${r.index} has been `,
    figure(r.direction.toLowerCase()),
    `${both}, `,
    figure(percent(Math.abs(r.distance200))),
    ` ${r.distance200 < 0 ? "below" : "above"} its 200-session simple average.`,
  ];
}
