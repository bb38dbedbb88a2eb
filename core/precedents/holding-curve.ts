import { outcomes } from "./outcomes";
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
  const prepared = instruments.map((instrument) => prepare(instrument, plan));
  const cost = (2 * plan.costBp) / 10_000;
  return Array.from({ length: most }, (_, k) => {
    const hold = k + 1;
    const results: number[] = [];
    let [weighted, weight] = [0, 0];
    for (const { price, carried, span, inverse, occurrences } of prepared) {
      const before = results.length;
      for (const e of occurrences) {
        if (e + hold < carried.length) results.push(plan.side * (carried[e + hold]! / price[e]! - 1) - cost);
      }
      const counted = results.length - before;
      if (counted === 0) continue;
      let sum = 0;
      let n = 0;
      for (let j = 0; j < span.length; j++) {
        const e = span[j]!;
        if (e + hold >= carried.length) break;
        sum += carried[e + hold]! * inverse[j]!;
        n++;
      }
      weighted += counted * (plan.side * (sum / n - 1) - cost);
      weight += counted;
    }
    const { n, mean, sd } = outcomes(results);
    const reach = n > 1 ? (Z95 * sd) / Math.sqrt(n) : NaN;
    return { hold, n, mean, low: mean - reach, high: mean + reach, baseMean: weight > 0 ? weighted / weight : NaN };
  });
}

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
