import { DIRECTIONS, isoDate, runStart, VOLATILITIES } from "@core";
import { z } from "zod";
import { referenceColumns, regimeColumns, volatilitySlopeColumns } from "./columns";
import { defineStudy, type Link, type Sentence } from "./define-study";
import type { Market } from "./market";
import { regimeMeasures } from "./regime-measures";
import { count, fixed, percent } from "./words";

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

/** How fast its middle average moves, and how rough its sessions are against those of three years. */
function slopeSentence({ slope50, volatilityZ }: RegimeNow): Sentence {
  const slope = Number.isNaN(slope50)
    ? "The 50-session simple average is not known yet"
    : `Its 50-session simple average ${slope50 < 0 ? "fell" : "rose"} by ${percent(Math.abs(slope50), 2)} in a week`;
  if (Number.isNaN(volatilityZ)) return [`${slope}; for its volatility the history is too short.`];
  const z = fixed(Math.abs(volatilityZ), 1);
  return [
    `${slope}; its volatility is `,
    { figure: `${z} standard ${z === "1.0" ? "deviation" : "deviations"}` },
    ` ${volatilityZ < 0 ? "below" : "above"} the mean of three years.`,
  ];
}

const PATH = 60;

export interface RegimeRun {
  readonly from: number;
  readonly to: number;
  readonly direction: number;
  readonly volatility: number;
}

/** Runs of sessions with the same pair of states, as epoch days. */
function ribbonOf(direction: Int8Array, volatility: Int8Array, sessions: Int32Array): RegimeRun[] {
  const runs: { from: number; to: number; direction: number; volatility: number }[] = [];
  for (let s = 0; s < sessions.length; s++) {
    const open = runs[runs.length - 1];
    const day = sessions[s]!;
    if (open?.direction === direction[s] && open?.volatility === volatility[s]) open!.to = day;
    else runs.push({ from: day, to: day, direction: direction[s]!, volatility: volatility[s]! });
  }
  return runs;
}

export const regimeStudy = defineStudy({
  name: "regime",
  about: "Direction and volatility of the broad index, each confirmed over three sessions, with their history.",
  params: z.object({
    history: z.coerce.number().int().min(20).max(20_000).default(756).describe("sessions of history to give"),
  }),
  cost: "heavy",
  examples: [{}, { history: 90 }],
  ask(market, { history }) {
    const columns = market.perSession(regimeColumns);
    const start = Math.max(0, market.t + 1 - history);
    return {
      now: regimeNow(market),
      measures: regimeMeasures(market),
      /** z of the volatility slope over the last 90 sessions, and the path of the states over the last 60. */
      slopeBars: market.perSession(volatilitySlopeColumns).z.slice(-90),
      path: {
        days: market.sessions.slice(-PATH),
        direction: columns.direction.slice(-PATH),
        volatility: columns.volatility.slice(-PATH),
      },
      /** The runs of the two states over all history. */
      ribbon: ribbonOf(columns.direction, columns.volatility, market.sessions),
      days: market.sessions.slice(start),
      close: market.perSession(referenceColumns).close.slice(start),
      average200: market
        .perSession(referenceColumns)
        .close.slice(start)
        .map((c, k) => c / (1 + columns.distance200[start + k]!)),
      direction: columns.direction.slice(start),
      volatility: columns.volatility.slice(start),
      distance200: columns.distance200.slice(start),
      slope50: columns.slope50.slice(start),
      volatilityZ: columns.volatilityZ.slice(start),
    };
  },
  reading(r) {
    const pending: Sentence[] = [];
    if (r.now.pendingDirection !== "") {
      pending.push([
        `This session alone would be judged ${r.now.pendingDirection.toLowerCase()}; three such sessions running change the state.`,
      ]);
    }
    return [regimeSentence(r.now), slopeSentence(r.now), ...pending];
  },
  table: (r) => ({
    columns: [
      { key: "date", label: "date" },
      { key: "direction", label: "direction" },
      { key: "volatility", label: "volatility" },
      { key: "distance200", label: "distance from the simple 200" },
      { key: "slope50", label: "slope of the 50" },
      { key: "volatilityZ", label: "volatility z" },
    ],
    rows: Array.from(r.days, (day, k) => [
      isoDate(day),
      DIRECTIONS[r.direction[k]!] ?? null,
      VOLATILITIES[r.volatility[k]!] ?? null,
      r.distance200[k]!,
      r.slope50[k]!,
      r.volatilityZ[k]!,
    ]),
  }),
});
