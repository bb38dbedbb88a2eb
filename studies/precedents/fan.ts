import { fillPath, pathLength, pathQuantiles, quantileOfSorted, type TradePlan } from "@core";
import type { SampledTrade } from "./statistics";
import type { Sample } from "./sample";

/** Each occurrence's way from its entry, and how those of all sessions spread. */
export interface Fan {
  /** Points of a path: the entry, then the closes up to the exit. */
  readonly length: number;
  /** The latest paths and the worst of all, one behind the other, signed fractions. */
  readonly paths: Float64Array;
  /** Epoch day of the occurrence and ticker of each. */
  readonly days: Int32Array;
  readonly tickers: readonly string[];
  /** Middle half and median over all occurrences, and the middle half over all sessions. */
  readonly low: Float64Array;
  readonly median: Float64Array;
  readonly high: Float64Array;
  readonly baseLow: Float64Array;
  readonly baseHigh: Float64Array;
}

const MOST_PATHS = 240;
/** Base paths that quantiles are taken from, evenly spread over the span: of more the picture would not differ. */
const MOST_BASE_PATHS = 1500;

export function fanOf(samples: readonly Sample[], trades: readonly SampledTrade[], plan: TradePlan): Fan {
  const length = pathLength(plan);
  const all = new Float64Array(trades.length * length);
  trades.forEach(({ sample, trade }, k) => {
    fillPath(sample.bars, plan, trade.t, all, k * length);
  });
  const [low, median, high] = pathQuantiles(all, length, [0.25, 0.5, 0.75]) as [Float64Array, Float64Array, Float64Array];
  const base = basePaths(samples, plan, length);
  const [baseLow, baseHigh] = pathQuantiles(base, length, [0.25, 0.75]) as [Float64Array, Float64Array];
  const first = Math.max(0, trades.length - MOST_PATHS);
  const shown = trades.slice(first);
  const paths = all.slice(first * length);
  const worst = placeOfWorst(trades);
  if (worst < first) {
    // In the place of the oldest, so that it is always seen.
    shown[0] = trades[worst]!;
    paths.set(all.subarray(worst * length, (worst + 1) * length));
  }
  return {
    ...{ length, low, median, high, baseLow, baseHigh, paths },
    days: Int32Array.from(shown, ({ sample, trade }) => sample.days[trade.t]!),
    tickers: shown.map(({ sample }) => sample.asked.ticker),
  };
}

function placeOfWorst(trades: readonly SampledTrade[]): number {
  let worst = 0;
  for (let k = 1; k < trades.length; k++) if (trades[k]!.trade.result < trades[worst]!.trade.result) worst = k;
  return worst;
}

function basePaths(samples: readonly Sample[], plan: TradePlan, length: number): Float64Array {
  const asked = samples.filter((sample) => sample.counted.length > 0);
  const step = Math.max(1, asked.reduce((n, { span }) => n + span.length, 0) / MOST_BASE_PATHS);
  const paths: Float64Array[] = [];
  let next = 0;
  for (const { span, base, bars } of asked) {
    for (; next < span.length; next += step) {
      const s = span[Math.floor(next)]!;
      if (Number.isNaN(base[s])) continue;
      const path = new Float64Array(length);
      fillPath(bars, plan, s, path);
      paths.push(path);
    }
    next -= span.length;
  }
  const out = new Float64Array(paths.length * length);
  paths.forEach((path, k) => {
    out.set(path, k * length);
  });
  return out;
}

/** Two distributions over the same bins: shares of the occurrences and of all sessions. */
export interface Histogram {
  /** Edges of the bins, one more than there are; what lies beyond is counted in the outermost. */
  readonly edges: Float64Array;
  readonly own: Float64Array;
  readonly base: Float64Array;
}

const BINS = 24;

/** Base results that decide how far the bins reach. */
const MOST_FOR_REACH = 5000;

export function histogramOf(samples: readonly Sample[], trades: readonly SampledTrade[]): Histogram {
  const asked = samples.filter((sample) => sample.counted.length > 0);
  const step = Math.max(1, Math.floor(asked.reduce((n, { span }) => n + span.length, 0) / MOST_FOR_REACH));
  const some: number[] = [];
  for (const { span, base } of asked) for (let k = 0; k < span.length; k += step) some.push(base[span[k]!]!);
  const sorted = Float64Array.from(some.filter(Number.isFinite)).sort();
  const reach = Math.max(Math.abs(quantileOfSorted(sorted, 0.01)), Math.abs(quantileOfSorted(sorted, 0.99)), 1e-4) || 0.01;
  const width = roundWidth((2 * reach) / BINS);
  const edges = Float64Array.from({ length: BINS + 1 }, (_, k) => (k - BINS / 2) * width);
  const [own, base] = [new Float64Array(BINS), new Float64Array(BINS)];
  const count = (bins: Float64Array, x: number) => {
    if (x === x) bins[Math.max(0, Math.min(BINS - 1, Math.floor(x / width) + BINS / 2))]!++;
  };
  for (const { trade } of trades) count(own, trade.result);
  for (const sample of asked) for (let k = 0; k < sample.span.length; k++) count(base, sample.base[sample.span[k]!]!);
  return { edges, own: shares(own), base: shares(base) };
}

/** A round width near the one wanted: 1, 2 or 5 times a power of ten. */
function roundWidth(wanted: number): number {
  const power = 10 ** Math.floor(Math.log10(wanted));
  return power * ([1, 2, 5, 10].find((m) => m * power >= wanted) ?? 10);
}

function shares(counts: Float64Array): Float64Array {
  const all = counts.reduce((a, b) => a + b, 0);
  return counts.map((n) => (all === 0 ? 0 : n / all));
}
