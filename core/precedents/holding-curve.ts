import { mean } from "../stats/mean";
import { sampleSd } from "../stats/sample-sd";
import { entrySession, type TradedBars, type TradePlan } from "./trade";

export interface HoldingPoint {
  readonly hold: number;
  readonly n: number;
  readonly mean: number;
  /** 95% interval of the mean, by its standard error. */
  readonly low: number;
  readonly high: number;
  readonly baseMean: number;
}

export interface HeldInstrument {
  readonly bars: TradedBars;
  /** Sessions of the occurrences, and of the base. */
  readonly occurrences: ArrayLike<number>;
  readonly span: ArrayLike<number>;
}

const Z95 = 1.959963984540054;

/**
 * The mean result of the same occurrences held for 1 to so many sessions, sold at the close.
 * @param instruments bars of each to the as-of session, the sessions of its occurrences and those of its base span
 * @param plan what is done; its own hold and exit do not count
 * @param most sessions held
 * @returns a point a hold; those whose exit lies after the last session do not count in it
 */
export function holdingCurve(instruments: readonly HeldInstrument[], plan: TradePlan, most = 60): HoldingPoint[] {
  const prepared = instruments.map((instrument) => {
    const own = prepare(instrument, plan);
    return { ...own, ...baseSums(own, most) };
  });
  const cost = (2 * plan.costBp) / 10_000;
  return Array.from({ length: most }, (_, k) => {
    const hold = k + 1;
    const results: number[] = [];
    let [weighted, weight] = [0, 0];
    for (const { price, carried, sums, counts, occurrences } of prepared) {
      const before = results.length;
      for (const e of occurrences) {
        if (e + hold < carried.length) results.push(plan.side * (carried[e + hold]! / price[e]! - 1) - cost);
      }
      const counted = results.length - before;
      if (counted === 0) continue;
      weighted += counted * (plan.side * (sums[hold]! / counts[hold]! - 1) - cost);
      weight += counted;
    }
    const n = results.length;
    const centre = n === 0 ? NaN : mean(results);
    const reach = n > 1 ? (Z95 * sampleSd(results, centre)) / Math.sqrt(n) : NaN;
    return { hold, n, mean: centre, low: centre - reach, high: centre + reach, baseMean: weight > 0 ? weighted / weight : NaN };
  });
}

/** By hold from 1 on: the sum of what every entry of the span came to, and how many there are. */
function baseSums({ carried, span, inverse }: Prepared, most: number) {
  const sums = new Float64Array(most + 1);
  const counts = new Float64Array(most + 1);
  for (let j = 0; j < span.length; j++) {
    const e = span[j]!;
    const by = inverse[j]!;
    const last = Math.min(most, carried.length - 1 - e);
    // Every hold at once, so that the closes after an entry are read in one run.
    for (let hold = 1; hold <= last; hold++) sums[hold]! += carried[e + hold]! * by;
    counts[last]!++;
  }
  for (let hold = most - 1; hold >= 0; hold--) counts[hold]! += counts[hold + 1]!;
  return { sums, counts };
}

type Prepared = ReturnType<typeof prepare>;

/** Sessions of entries instead of occurrences, and closes carried over sessions without a bar. */
function prepare({ bars, occurrences, span }: HeldInstrument, plan: TradePlan) {
  const { close, open } = bars;
  const price = plan.entry === "close" ? close : open;
  const carried = close.slice();
  for (let s = 1; s < carried.length; s++) if (Number.isNaN(carried[s])) carried[s] = carried[s - 1]!;
  const canEnter = (e: number) => e < close.length && !Number.isNaN(close[e]) && !Number.isNaN(price[e]);
  const entries = (sessions: ArrayLike<number>) => Int32Array.from(sessions, (t) => entrySession(plan, t)).filter(canEnter);
  const own = entries(span);
  return { price, carried, span: own, inverse: Float64Array.from(own, (e) => 1 / price[e]!), occurrences: entries(occurrences) };
}
