import {
  asItWouldHaveRead,
  effectiveSamples,
  mean,
  median,
  medianInPlace,
  outcomes,
  reDatingP,
  shiftedSums,
  wilsonInterval,
  type DatedReturns,
  type Outcomes,
  type Trade,
  type TradePlan,
} from "@core";
import type { BaseRecord, Sample } from "./sample";

export interface Excursions {
  readonly mean: number;
  readonly median: number;
  readonly extreme: number;
}

/** What came of the occurrences of one or of several instruments, against the same done on every session. */
export interface TradeRecord extends Outcomes {
  /** 95% interval of the win rate, widened where samples overlap or come together. */
  readonly low: number;
  readonly high: number;
  readonly baseN: number;
  readonly baseWinRate: number;
  readonly baseMean: number;
  /** Of one instrument only. */
  readonly baseMedian: number;
  readonly edge: number;
  readonly p: number;
  readonly adverse: Excursions;
  readonly favourable: Excursions;
}

export interface AsRead {
  readonly n: number;
  readonly hits: number;
  readonly low: number;
  readonly high: number;
}

/** A counted trade with the sample that it is of. */
export interface SampledTrade {
  readonly sample: Sample;
  readonly trade: Trade;
}

/** All counted trades by entry, then ticker. */
export function tradesInOrder(samples: readonly Sample[]): SampledTrade[] {
  const byDay = new Map<number, SampledTrade[]>();
  for (const sample of [...samples].sort((a, b) => (a.asked.ticker < b.asked.ticker ? -1 : 1))) {
    for (const trade of sample.counted) {
      const day = sample.days[trade.entered]!;
      const those = byDay.get(day);
      if (those) those.push({ sample, trade });
      else byDay.set(day, [{ sample, trade }]);
    }
  }
  return [...byDay.keys()].sort((a, b) => a - b).flatMap((day) => byDay.get(day)!);
}

export interface RecordAsked {
  /** Whether occurrences that overlap were left out. */
  readonly thinned: boolean;
  /** By re-dating [not tested]. */
  readonly p?: number;
}

/**
 * The record of some instruments together (method 8).
 * @param samples those that were asked
 * @param plan what is done
 * @param asked how it is counted
 * @param trades all counted ones in order
 */
export function recordOf(
  samples: readonly Sample[],
  plan: TradePlan,
  { thinned, p = NaN }: RecordAsked,
  trades = tradesInOrder(samples),
): TradeRecord {
  const own = outcomes(Float64Array.from(trades, ({ trade }) => trade.result));
  const bases = samples.map((sample) => ({ ...sample.baseRecord, weight: sample.counted.length }));
  const weight = bases.reduce((sum, b) => sum + b.weight, 0);
  const weighted = (pick: (base: BaseRecord) => number) =>
    weight === 0 ? NaN : bases.reduce((sum, b) => sum + (b.weight > 0 ? b.weight * pick(b) : 0), 0) / weight;
  const one = samples.length === 1;
  const baseMean = one ? bases[0]!.mean : weighted((b) => b.mean);
  const n = thinned && one ? own.n : effectiveSamples(trades.map(datedWin), plan.hold);
  const [low, high] = wilsonInterval(own.winRate * n, n);
  return {
    ...own,
    ...{ low, high, baseMean },
    baseN: bases.reduce((sum, b) => sum + b.n, 0),
    baseWinRate: one ? bases[0]!.winRate : weighted((b) => b.winRate),
    baseMedian: one ? baseMedian(samples[0]!) : NaN,
    edge: own.mean - baseMean,
    p,
    adverse: excursions(
      trades.map(({ trade }) => trade.adverse),
      Math.min,
    ),
    favourable: excursions(
      trades.map(({ trade }) => trade.favourable),
      Math.max,
    ),
  };
}

/** p by re-dating, of all together and of each: of one instrument on its own base sessions, of several on those of their market. */
export function reDatingOf(
  samples: readonly Sample[],
  { hold }: TradePlan,
  sessions: Int32Array,
): { readonly all: number; readonly each: readonly number[] } {
  const alone = (sample: Sample) => reDatingP([numbered(sample)], hold);
  if (samples.length === 1) {
    const p = alone(samples[0]!);
    return { all: p, each: [p] };
  }
  const dated = onMarket(samples, sessions);
  const shifted = dated.map(shiftedSums);
  // One that has a base return on every session of all is numbered there as it is alone.
  const each = samples.map((sample, k) =>
    isWhole(dated[k]!, sample) ? reDatingP([dated[k]!], hold, [shifted[k]!]) : alone(sample),
  );
  return { all: reDatingP(dated, hold, shifted), each };
}

const datedWin = ({ trade }: SampledTrade) => ({ session: trade.entered, won: trade.result > 0 });

const isWhole = ({ deviations }: DatedReturns, { baseRecord }: Sample) =>
  deviations.length === baseRecord.n && !deviations.some(Number.isNaN);

function excursions(moves: readonly number[], extreme: (...values: number[]) => number): Excursions {
  if (moves.length === 0) return { mean: NaN, median: NaN, extreme: NaN };
  return { mean: mean(moves), median: median(moves), extreme: moves.reduce((a, b) => extreme(a, b)) };
}

/** One instrument on its own base sessions, numbered. */
function numbered({ span, base, counted, baseRecord }: Sample): DatedReturns {
  const numberOf = new Int32Array(base.length).fill(-1);
  const deviations = new Float64Array(baseRecord.n);
  let n = 0;
  for (let k = 0; k < span.length; k++) {
    const s = span[k]!;
    if (Number.isNaN(base[s])) continue;
    numberOf[s] = n;
    deviations[n++] = base[s]! - baseRecord.mean;
  }
  return { deviations, occurrences: counted.map(({ t }) => numberOf[t]!) };
}

/** The median of the base results of one instrument. */
function baseMedian({ span, base, baseRecord }: Sample): number {
  const values = new Float64Array(baseRecord.n);
  let n = 0;
  for (let k = 0; k < span.length; k++) if (!Number.isNaN(base[span[k]!])) values[n++] = base[span[k]!]!;
  return medianInPlace(values, n);
}

/** Several instruments on the sessions of their market, from the first to the last base session of any of them. */
export function onMarket(samples: readonly Sample[], sessions: Int32Array): DatedReturns[] {
  let [first, last] = [Infinity, -Infinity];
  const placed = samples.map((sample) => {
    const places = placesIn(sessions, sample.days);
    const counts = (s: number) => !Number.isNaN(sample.base[s]) && places[s]! >= 0;
    const begin = sample.span.find(counts);
    if (begin !== undefined) {
      first = Math.min(first, places[begin]!);
      last = Math.max(last, places[sample.span.findLast(counts)!]!);
    }
    return { sample, places };
  });
  const length = Math.max(0, last - first + 1);
  return placed.map(({ sample, places }) => {
    const { mean: centre } = sample.baseRecord;
    const deviations = new Float64Array(length).fill(NaN);
    for (let k = 0; k < sample.span.length; k++) {
      const s = sample.span[k]!;
      if (places[s]! >= 0) deviations[places[s]! - first] = sample.base[s]! - centre;
    }
    const occurrences = sample.counted.map(({ t }) => places[t]! - first).filter((k) => k >= 0);
    return { deviations, occurrences };
  });
}

/** The session of the market on each day of another calendar; -1 where it has none. */
function placesIn(sessions: Int32Array, days: Int32Array): Int32Array {
  if (days === sessions) return days.map((_, s) => s);
  let k = 0;
  return days.map((day) => {
    while (k < sessions.length && sessions[k]! < day) k++;
    return sessions[k] === day ? k : -1;
  });
}

/** What the question would have answered at its earlier occurrences, all instruments pooled. */
export function asReadOf(
  samples: readonly Sample[],
  plan: TradePlan,
  occurrences: (sample: Sample) => readonly number[],
): AsRead {
  const readings = samples.flatMap((sample) => asItWouldHaveRead(sample.base, occurrences(sample), plan).readings);
  const hits = readings.filter((r) => r.won).length;
  const n = samples.length === 1 ? readings.length : effectiveSamples(readings, plan.hold);
  const [low, high] = readings.length === 0 ? [NaN, NaN] : wilsonInterval((hits / readings.length) * n, n);
  return { n: readings.length, hits, low, high };
}
