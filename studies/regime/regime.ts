import { DIRECTIONS, isoDate, VOLATILITIES } from "@core";
import { z } from "zod";
import { defineStudy, type Sentence } from "@studies/define-study";
import { regimeMeasures } from "./regime-measures";
import { fixed, percent } from "@studies/words/words";
import { type RegimeNow, regimeNow, regimeSentence } from "./regime-now";
import { referenceColumns } from "@studies/columns/composites";
import { regimeColumns, volatilitySlopeColumns } from "@studies/columns/regime";
import { tableOfColumns } from "@studies/table";
import { directionTints, lineOf, panesPicture } from "@studies/pictures/picture-parts";

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
  table: (r) =>
    tableOfColumns([
      ["date", "date", "text", Array.from(r.days, isoDate)],
      ["direction", "direction", "text", Array.from(r.direction, (d) => DIRECTIONS[d] ?? null)],
      ["volatility", "volatility", "text", Array.from(r.volatility, (v) => VOLATILITIES[v] ?? null)],
      ["distance200", "distance from the simple 200", "change", r.distance200],
      ["slope50", "slope of the 50", "change", r.slope50],
      ["volatilityZ", "volatility z", "sigma", r.volatilityZ],
    ]),
  pictures: {
    index: {
      name: "The broad index with its 200-session simple average, tinted where the regime rises or falls",
      draw: (r) =>
        panesPicture(r.days, [
          {
            ...{ share: 1, unit: "price", tints: directionTints(r.direction) },
            lines: [
              lineOf(r.now.index, r.close, "ink", { width: 1.4 }),
              lineOf("200-session average", r.average200, "soft", { isDashed: true }),
            ],
          },
        ]),
    },
  },
  states: (r) => ({ direction: r.now.direction, volatility: r.now.volatility }),
});
