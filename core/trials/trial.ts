import { weekday } from "../columns/epoch-day";
import type { TradedBars } from "../precedents/trade";
import { benchmarkReturn, type BenchmarkBars } from "./benchmark";

/** When what was bought is sold: at the close so many sessions after the entry, or of the last session on or before a date. */
export type TrialExit = { readonly hold: number } | { readonly until: number };

export interface TrialPlan {
  readonly exit: TrialExit;
  /** A side, in basis points. */
  readonly costBp: number;
}

/** One purchase of a trial. */
export interface Purchase {
  /** Its place among those selected. */
  readonly place: number;
  /** Of the money at the entry; all of them add up to 1. */
  readonly weight: number;
  readonly entryPrice: number;
  /** Session of its sale, or of its last close where the trial is unfinished; earlier than the exit where it had no bar then. */
  readonly sold: number;
  readonly exitPrice: number;
  /** Before cost. */
  readonly gross: number;
}

/** Without a session after that of the selection; its exit still to come; over. */
export type TrialState = "waiting" | "unfinished" | "finished";

/** What came of a selection. Returns are fractions; NaN where nothing was bought. */
export interface Trial {
  readonly t: number;
  readonly entered: number;
  /** Session of the exit, or the last one so far. */
  readonly exit: number;
  readonly state: TrialState;
  readonly purchases: readonly Purchase[];
  /** Places of those selected that had no open to be bought at. */
  readonly missed: readonly number[];
  readonly gross: number;
  readonly net: number;
  readonly benchmark: number;
  /** Net less the benchmark. */
  readonly excess: number;
  /** Net a year, sessions held taken as a share of 252; NaN for an exit on the session of the entry. */
  readonly annualised: number;
}

/**
 * The session of an exit, at the earliest that of the entry; -1 where it is still to come.
 * @param days epoch days of the sessions to the as-of one
 * @param entered session of the entry
 */
export function exitSession(days: Int32Array, entered: number, exit: TrialExit): number {
  const last = days.length - 1;
  if ("hold" in exit) return entered + exit.hold <= last ? entered + exit.hold : -1;
  let later = days[last]! + 1;
  while (weekday(later) > 5) later++;
  // A Monday-to-Friday date that has not come may still be a session.
  if (later <= exit.until) return -1;
  return Math.max(
    entered,
    days.findLastIndex((day) => day <= exit.until),
  );
}

const SESSIONS_A_YEAR = 252;

/**
 * What came of buying some instruments at the open after a session.
 * Formula: equal weights, or those given, over those with an open on t+1, held without rebalancing to the exit; sold at the last close
 * on or before it; net = gross - 2 x cost / 10,000; annualised (1 + net)^(252/h) - 1 (method 12, M01 to M05, R32, R33, R37).
 * @param selected bars of those selected, in their order, on the sessions of `days`; weights [1 each], NaN for one that has none and is not bought
 * @param days epoch days of the sessions to the as-of one
 * @param t session of the selection
 */
export function trialOf(
  selected: readonly { readonly bars: Pick<TradedBars, "open" | "close">; readonly weight?: number }[],
  { days, t, plan, benchmark }: TrialAt,
): Trial {
  const entered = t + 1;
  const last = days.length - 1;
  const nothing = { t, entered, gross: NaN, net: NaN, benchmark: NaN, excess: NaN, annualised: NaN };
  if (entered > last) return { ...nothing, exit: last, state: "waiting", purchases: [], missed: [] };
  const planned = exitSession(days, entered, plan.exit);
  const state = planned < 0 ? "unfinished" : "finished";
  const exit = planned < 0 ? last : planned;
  const missed: number[] = [];
  const bought: Purchase[] = [];
  selected.forEach(({ bars, weight = 1 }, place) => {
    const sale = saleOf(bars, entered, exit);
    if (!sale || Number.isNaN(weight)) missed.push(place);
    else bought.push({ place, weight, ...sale });
  });
  const benchmarkMade = benchmarkReturn(benchmark, t, exit);
  if (bought.length === 0) return { ...nothing, exit, state, purchases: [], missed, benchmark: benchmarkMade };
  const total = bought.reduce((sum, p) => sum + p.weight, 0);
  const purchases = bought.map((p) => ({ ...p, weight: p.weight / total }));
  const gross = purchases.reduce((sum, p) => sum + p.weight * p.gross, 0);
  const net = gross - (2 * plan.costBp) / 10_000;
  const held = exit - entered;
  return {
    ...{ t, entered, exit, state, purchases, missed, gross, net },
    benchmark: benchmarkMade,
    excess: net - benchmarkMade,
    annualised: held === 0 ? NaN : Math.max(0, 1 + net) ** (SESSIONS_A_YEAR / held) - 1,
  };
}

export interface TrialAt {
  readonly days: Int32Array;
  readonly t: number;
  readonly plan: TrialPlan;
  readonly benchmark: BenchmarkBars;
}

/** The purchase of an instrument at an open and its sale at its last close on or before a session; undefined without a bar that opens. */
export function saleOf(
  { open, close }: Pick<TradedBars, "open" | "close">,
  entered: number,
  exit: number,
): Pick<Purchase, "entryPrice" | "sold" | "exitPrice" | "gross"> | undefined {
  const entryPrice = open[entered]!;
  if (entryPrice !== entryPrice || close[entered] !== close[entered]) return undefined;
  let sold = exit;
  while (close[sold] !== close[sold]) sold--;
  const exitPrice = close[sold]!;
  return { entryPrice, sold, exitPrice, gross: exitPrice / entryPrice - 1 };
}

/** Averages over trials that are finished and in which something was bought (method 12, R34, R38). */
export interface TrialAverages {
  readonly n: number;
  /** Finished ones in which nothing could be bought. */
  readonly empty: number;
  readonly net: number;
  readonly excess: number;
  /** Gross less the mean of all members at the same moments. */
  readonly beyond: number;
  readonly worst: number;
  /** Share of them ahead of the benchmark. */
  readonly ahead: number;
}

/**
 * Averages of trials over episodes, which may overlap: no interval is given for them.
 * @param trials with the mean gross return of all members of the universe over the same sessions
 */
export function trialAverages(
  trials: readonly (Pick<Trial, "state" | "net" | "gross" | "excess"> & { readonly base: number })[],
): TrialAverages {
  const over = trials.filter((one) => one.state === "finished");
  const counted = over.filter((one) => !Number.isNaN(one.net));
  const n = counted.length;
  const mean = (of: (one: (typeof counted)[number]) => number) =>
    n === 0 ? NaN : counted.reduce((sum, one) => sum + of(one), 0) / n;
  return {
    n,
    empty: over.length - n,
    net: mean((one) => one.net),
    excess: mean((one) => one.excess),
    beyond: mean((one) => one.gross - one.base),
    worst: counted.reduce((a, one) => (one.net < a || Number.isNaN(a) ? one.net : a), NaN),
    ahead: mean((one) => (one.excess > 0 ? 1 : 0)),
  };
}
