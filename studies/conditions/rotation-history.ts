import { periodEnd, PHASES, phaseOf, type Params, type Sampling } from "@core";
import { relativeRotation } from "@studies/rotation/relative-rotation";
import type { CrossSection } from "@studies/market/cross-section";
import type { Market } from "@studies/market/market";
import type { PeerSet } from "@studies/sets/peer-names";
import type { SubjectSeries } from "./subject-series";

const SETS: Readonly<Record<string, PeerSet>> = {
  sectors: "sector",
  industries: "industry",
  funds: "fund",
  nations: "world",
  styles: "style",
};

export interface RotationHistory {
  readonly "relative trend": Float64Array;
  readonly momentum: Float64Array;
  /** Place of the phase in `PHASES`. */
  readonly phase: Float64Array;
}

/** Where a member of a set stood at the last sample that was over, on each session; NaN for what is no member (method 9, Q45). */
export function rotationHistory(series: SubjectSeries, params: Params): RotationHistory {
  const { part, index, members, days } = series;
  const nothing = new Float64Array(days.length).fill(NaN);
  const none = { "relative trend": nothing, momentum: nothing, phase: nothing };
  if (part.row.market === "") return none;
  const key = index === undefined ? members : part.at(index)?.ticker;
  if (key === undefined) return none;
  const set = SETS[params["set"] as string]!;
  const bench =
    params["benchmark"] === "the broad index"
      ? "index"
      : params["benchmark"] === "nothing"
        ? "flat"
        : String(params["benchmark"]);
  return part.crossSection(histories(set, bench, params["sampling"] as Sampling)).get(key) ?? none;
}

function histories(set: PeerSet, bench: string, every: Sampling): CrossSection<ReadonlyMap<string, RotationHistory>> {
  return {
    name: `rotation-history:${set}:${bench}:${every}`,
    derive(market) {
      const { peers, benchmark, sessions, relative } = relativeRotation(market, { set, bench, every, base: "" }, Infinity);
      const over = lastOver(market, benchmark.days, sessions, every);
      return new Map(
        peers.map((peer, i): [string, RotationHistory] => {
          const at = (values: Float64Array) => Float64Array.from(over, (k) => (k < 0 ? NaN : values[k]!));
          const [trend, momentum] = [at(relative.trend[i]!), at(relative.momentum[i]!)];
          const phase = trend.map((x, s) => {
            const found = phaseOf(x, momentum[s]!);
            return found === undefined ? NaN : PHASES.indexOf(found);
          });
          return [peer.key, { "relative trend": trend, momentum, phase }];
        }),
      );
    },
  };
}

/** For each session of the market the last sample that is over by its date, -1 before the first. */
function lastOver(market: Market, days: Int32Array, samples: Int32Array, every: Sampling): Int32Array {
  const period = every === "weekly" ? "week" : "month";
  const ends = Int32Array.from(samples, (s) => (every === "daily" ? days[s]! : periodEnd(days[s]!, period)));
  let k = -1;
  return market.sessions.map((day) => {
    while (k + 1 < ends.length && ends[k + 1]! <= day) k++;
    return k;
  });
}
