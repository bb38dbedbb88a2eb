import type { Condition, MeasureUse } from "../conditions/condition";
import { isDrawn, paramsOf } from "../conditions/measures";
import { rsiAverages } from "../indicators/rsi";
import type { NextSession } from "./next-session";

/** A straight line over the price of the next session. */
interface Line {
  readonly at0: number;
  readonly slope: number;
}

/** A measure as straight lines that meet at kinks. */
interface Lines {
  readonly lines: readonly Line[];
  readonly kinks: readonly number[];
}

/** Straight in the next close: sums and quotients of closes with constants. */
const STRAIGHT: ReadonlySet<string> = new Set([
  "close",
  "open",
  "gap",
  "sma",
  "ema",
  "wilder",
  "macd",
  "macd signal",
  "macd histogram",
  "return",
  "middle band",
  "regression end",
  "regression slope",
  "detrended price",
]);
const HIGHEST: ReadonlySet<string> = new Set(["highest close", "highest high", "high"]);
const LOWEST: ReadonlySet<string> = new Set(["lowest close", "lowest low", "low"]);

/**
 * The prices of the next session at which the two sides of a condition can meet: every one at which its truth can change.
 * Formula: both sides as straight lines in x, whose meetings are (b2 - b1)/(m1 - m2) (method 17, S81, S82, S84); the
 * distance from an average d at (1 + d) A/(1 - (1 + d) B) with the average A + B x; the bands at mu +/- k
 * sqrt(V n/((n - 1)(n - 1 - k^2))) (S83); RSI(n) = p at C + D, or C + D/q below, with D = (n - 1)(q L - G) and
 * q = p/(100 - p) (S85); a trailing stop at itself.
 * @param condition the condition, its measures all of the instrument itself
 * @param next the session to come
 * @returns prices, in no order; undefined where there is no closed form
 * @throws CoreError `bad-option` for a measure or parameters that do not exist
 */
export function decidingPrices(condition: Condition, next: NextSession): number[] | undefined {
  // Judged on bars that are there already.
  if (condition.ago) return [];
  const { left, right } = condition;
  if (typeof right === "number") return meetingsWithNumber(left, right, next);
  if (typeof right === "string") return undefined;
  return (
    meetingsWithBand(left, right, next) ??
    meetingsWithBand(right, left, next) ??
    meetings(linesOf(left, next), linesOf(right, next))
  );
}

function meetingsWithNumber(left: MeasureUse, y: number, next: NextSession): number[] | undefined {
  if (left.measure === "distance" && !left.ago) {
    const { average, n, sampling } = paramsOf(left);
    const line = straight({ measure: average === "simple" ? "sma" : "ema", params: { n: n!, sampling: sampling! } }, next);
    const divisor = 1 - (1 + y) * line.slope;
    return divisor > 0 ? [((1 + y) * line.at0) / divisor] : [];
  }
  if (left.measure === "rsi" && !left.ago && isOnClose(left)) return closeOfRsi(left, y, next);
  return meetings(linesOf(left, next), { lines: [{ at0: y, slope: 0 }], kinks: [] });
}

function closeOfRsi(use: MeasureUse, p: number, next: NextSession): number[] {
  if (!(p > 0 && p < 100)) return [];
  const closes = next.columnBefore(use, "close");
  const n = paramsOf(use)["n"] as number;
  const { gain, loss } = rsiAverages(closes, n);
  const last = closes.length - 1;
  const q = p / (100 - p);
  const d = (n - 1) * (q * loss[last]! - gain[last]!);
  return [closes[last]! + (d >= 0 ? d : d / q)];
}

function meetingsWithBand(use: MeasureUse, band: MeasureUse, next: NextSession): number[] | undefined {
  const isBand = (band.measure === "upper band" || band.measure === "lower band") && !band.ago && isOnClose(band);
  const { n, k, sampling } = isBand
    ? (paramsOf(band) as { n: number; k: number; sampling: string })
    : { n: 0, k: 0, sampling: "" };
  if (!isBand || use.measure !== "close" || use.ago || paramsOf(use)["sampling"] !== sampling) return undefined;
  if (n - 1 <= k * k) return [];
  const closes = next.columnBefore(band, "close").slice(1 - n);
  if (closes.length < n - 1) return [];
  const mean = closes.reduce((a, c) => a + c, 0) / (n - 1);
  const squares = closes.reduce((a, c) => a + (c - mean) ** 2, 0);
  const reach = k * Math.sqrt((squares * n) / ((n - 1) * (n - 1 - k * k)));
  return [mean - reach, mean + reach];
}

const isOnClose = (use: MeasureUse) => (paramsOf(use)["on"] ?? "close") === "close";

function linesOf(use: MeasureUse, next: NextSession): Lines | undefined {
  const constant = (at0: number): Lines => ({ lines: [{ at0, slope: 0 }], kinks: [] });
  if (use.ago || isDrawn(use)) return constant(next.value(use, next.close));
  if (use.measure === "trailing stop") return constant(next.value(use, next.close, 1));
  const { measure } = use;
  const { on } = paramsOf(use);
  if (STRAIGHT.has(measure) && (on === undefined || on === "close" || on === "open"))
    return { lines: [straight(use, next)], kinks: [] };
  if (!HIGHEST.has(measure) && !LOWEST.has(measure)) return undefined;
  // Of the bars before, where the next is out of their way.
  const before = next.value(use, next.close * (HIGHEST.has(measure) ? 1e-9 : 1e9));
  return {
    lines: [
      { at0: before, slope: 0 },
      { at0: 0, slope: 1 },
    ],
    kinks: [before],
  };
}

/** The line through a measure's values at two prices far apart. */
function straight(use: MeasureUse, next: NextSession): Line {
  const { close } = next;
  const [one, two] = [next.value(use, close), next.value(use, 2 * close)];
  return { at0: 2 * one - two, slope: (two - one) / close };
}

function meetings(a: Lines | undefined, b: Lines | undefined): number[] | undefined {
  if (!a || !b) return undefined;
  const found = [...a.kinks, ...b.kinks];
  for (const one of a.lines) {
    for (const other of b.lines) {
      const apart = one.slope - other.slope;
      if (Math.abs(apart) > 1e-12) found.push((other.at0 - one.at0) / apart);
    }
  }
  return found;
}
