import { outcomes } from "./outcomes";
import { entrySession, resultsOf, type TradedBars, type TradePlan } from "./trade";

export interface HoldingPoint {
  readonly hold: number;
  readonly n: number;
  readonly mean: number;
  /** 95% interval of the mean, by its standard error. */
  readonly low: number;
  readonly high: number;
  readonly baseMean: number;
}

const Z95 = 1.959963984540054;

/**
 * The mean result of the same occurrences held for 1 to so many sessions, sold at the close.
 * @param instruments bars of each to the as-of session, the sessions of its occurrences and those of its base span
 * @param plan what is done; its own hold and exit do not count
 * @param most sessions held
 * @returns a point a hold; those whose exit lies after the last session do not count in it
 */
export function holdingCurve(
  instruments: readonly {
    readonly bars: TradedBars;
    readonly occurrences: readonly number[];
    readonly span: readonly number[];
  }[],
  plan: TradePlan,
  most = 60,
): HoldingPoint[] {
  return Array.from({ length: most }, (_, k) => {
    const own: TradePlan = { ...plan, hold: k + 1, exit: "close" };
    const results: number[] = [];
    let [weighted, weight] = [0, 0];
    for (const { bars, occurrences, span } of instruments) {
      const all = resultsOf(bars, own);
      const counted = occurrences.filter((t) => entrySession(own, t) < bars.close.length && !Number.isNaN(all[t]));
      for (const t of counted) results.push(all[t]!);
      let [sum, n] = [0, 0];
      for (const t of span) {
        const x = all[t]!;
        if (x !== x) continue;
        sum += x;
        n++;
      }
      if (n > 0) {
        weighted += (sum / n) * counted.length;
        weight += counted.length;
      }
    }
    const { n, mean, sd } = outcomes(results);
    const reach = n > 1 ? (Z95 * sd) / Math.sqrt(n) : NaN;
    return { hold: own.hold, n, mean, low: mean - reach, high: mean + reach, baseMean: weight > 0 ? weighted / weight : NaN };
  });
}
