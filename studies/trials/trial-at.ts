import { exitSession, quantileOfSorted, trialOf, type Trial, type TrialState } from "@core";
import type { Market } from "@studies/market/market";
import type { UniverseAt } from "./scan-at";
import type { TrialBenchmark } from "./trial-benchmark";
import { exitOf } from "./trial-params";
import { weightsAt } from "./trial-weights";

/** The sessions to which what is bought after some sessions is held, as far as they have come. */
export function exitsOf(
  market: Market,
  sessions: Int32Array,
  params: { readonly hold: number; readonly until?: string | undefined },
): Int32Array {
  const exit = exitOf(params);
  return sessions.map((s) => {
    const found = s + 1 > market.t ? -1 : exitSession(market.sessions, s + 1, exit);
    return found < 0 ? market.t : found;
  });
}

interface Selected {
  readonly universe: UniverseAt;
  readonly places: readonly number[];
  readonly t: number;
  readonly benchmark: TrialBenchmark;
}

/** What came of those that were selected on a session. */
export function trialAt(
  market: Market,
  { universe, places, t, benchmark }: Selected,
  params: {
    readonly hold: number;
    readonly until?: string | undefined;
    readonly cost: number;
    readonly weigh: "equal" | "volatility";
  },
): Trial {
  const weights = params.weigh === "equal" ? undefined : weightsAt(universe, places, t);
  return trialOf(
    places.map((i, k) => ({ bars: universe.candidates[i]!.conditions.series.bars, ...(weights ? { weight: weights[k]! } : {}) })),
    { days: market.sessions, t, plan: { exit: exitOf(params), costBp: params.cost }, benchmark },
  );
}

/** A scan at an episode. */
export interface TrialCell {
  readonly state: TrialState;
  /** Selected, and bought of those. */
  readonly selected: number;
  readonly bought: number;
  readonly winners: number;
  /** Returns are fractions, NaN where nothing was bought. */
  readonly gross: number;
  readonly net: number;
  readonly benchmark: number;
  readonly excess: number;
  readonly annualised: number;
  readonly worst: number;
  /** Sessions from entry to exit. */
  readonly held: number;
  /** Mean gross return of all members of its universe at the same moments. */
  readonly base: number;
}

export function cellOf(trial: Trial, selected: number): Omit<TrialCell, "base"> {
  const { state, gross, net, benchmark, excess, annualised, purchases, entered, exit } = trial;
  return {
    ...{ state, selected, gross, net, benchmark, excess, annualised },
    bought: purchases.length,
    winners: purchases.filter((p) => p.gross > 0).length,
    worst: purchases.reduce((a, p) => (p.gross < a || Number.isNaN(a) ? p.gross : a), NaN),
    held: exit - entered,
  };
}

/** How the members of a universe fared at an episode. */
export interface Spread {
  readonly n: number;
  readonly mean: number;
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

export function spreadsOf({ members, at }: UniverseAt, made: readonly Float64Array[]): Spread[] {
  return Array.from(at, (_, k) => {
    const own = Float64Array.from(made.flatMap((row, i) => (members[i]![k] === 1 && row[k] === row[k] ? [row[k]!] : []))).sort();
    return {
      n: own.length,
      mean: own.length === 0 ? NaN : own.reduce((a, x) => a + x, 0) / own.length,
      low: quantileOfSorted(own, 0.1),
      middle: quantileOfSorted(own, 0.5),
      high: quantileOfSorted(own, 0.9),
    };
  });
}
