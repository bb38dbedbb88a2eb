import { isAbove, isBelow, type Sampling, type Swings } from "@core";
import type { MeasureUnit } from "@core/conditions/measure";
import { count, fixed, percent, price, signedPercent } from "@studies/words/words";
import { BAR_UNITS } from "./bar-units";

/** So many bars: "3 sessions", "1 week". */
export function barCount(n: number, sampling: Sampling): string {
  return count(n, BAR_UNITS[sampling]);
}

/** A value as its unit is written. */
export function valueWords(x: number, unit: MeasureUnit, close: number): string {
  if (Number.isNaN(x)) return "–";
  if (unit === "price") return price(x, close);
  if (unit === "percent") return fixed(x);
  if (unit === "fraction") return signedPercent(x);
  if (unit === "volume") return compact(x);
  if (unit === "sessions") return fixed(x);
  return fixed(x, Math.abs(x) >= 100 ? 1 : 2);
}

/** A large number in short: "612k", "1.24m", "3.1bn". */
export function compact(x: number): string {
  if (Number.isNaN(x)) return "–";
  const [size, word] = x >= 1e9 ? [1e9, "bn"] : x >= 1e6 ? [1e6, "m"] : x >= 1e4 ? [1e3, "k"] : [1, ""];
  const scaled = x / size;
  return `${scaled.toFixed(size > 1e3 && scaled < 100 ? 2 : 0)}${word}`;
}

/** Bars back from the last over which something holds running, 0 where it does not hold at the last. */
export function runLength(values: Float64Array, holds: (value: number, before: number) => boolean): number {
  let run = 0;
  let next = NaN;
  for (let k = values.length - 1; k >= 0; k--) {
    const x = values[k]!;
    if (Number.isNaN(x)) continue;
    if (!Number.isNaN(next)) {
      if (!holds(next, x)) return run;
      run++;
    }
    next = x;
  }
  return run;
}

/** So many bars on which a line is at its highest or lowest before it is told. */
const FAR = 63;

/** Which way a line goes: at its highest of 63, or rising so many bars running. */
export function motionWords(values: Float64Array, sampling: Sampling): string {
  const known = values.filter((x) => !Number.isNaN(x));
  const last = known.at(-1);
  if (last === undefined || known.length < 2) return "";
  const far = known.slice(-FAR);
  if (known.length >= FAR) {
    if (far.every((x) => x <= last) && far[0]! < last) return `at its highest of ${barCount(FAR, sampling)}`;
    if (far.every((x) => x >= last) && far[0]! > last) return `at its lowest of ${barCount(FAR, sampling)}`;
  }
  const up = runLength(known, (now, before) => isAbove(now, before));
  if (up > 0) return `rising for ${barCount(up, sampling)}`;
  const down = runLength(known, (now, before) => isBelow(now, before));
  return down > 0 ? `falling for ${barCount(down, sampling)}` : "level";
}

/** Where a line stands among its guides, and since when: "above 50 for 11 sessions". */
export function guideWords(values: Float64Array, guides: readonly number[], unit: MeasureUnit, sampling: Sampling): string {
  const last = values.findLast((x) => !Number.isNaN(x));
  if (last === undefined || guides.length === 0) return motionWords(values, sampling);
  const said = (guide: number) => (unit === "fraction" ? percent(guide, 0) : fixed(guide, Number.isInteger(guide) ? 0 : 1));
  const [low, high] = [guides[0]!, guides.at(-1)!];
  // Between the outer ones the middle one counts, where there is one.
  const middle = guides.length % 2 === 1 ? guides[(guides.length - 1) / 2]! : undefined;
  const guide = last > high ? high : last < low ? low : middle;
  if (guide === undefined) return `between ${said(low)} and ${said(high)}, ${motionWords(values, sampling)}`;
  const above = last > guide;
  // The bar on which it came there counts.
  const run = runLength(values, (now, before) => now > guide === above && before > guide === above) + 1;
  return `${above ? "above" : "below"} ${said(guide)} for ${barCount(run, sampling)}`;
}

/** Bars over which an average's direction is judged. */
const SLOPE = 5;

/** How an overlay reads: "rising; close 1.8% below (0.9 ATR)". */
export function overlayWords(values: Float64Array, close: number, range: number): string {
  const known = values.filter((x) => !Number.isNaN(x));
  const last = values[values.length - 1] ?? NaN;
  const before = known[known.length - 1 - SLOPE];
  const way =
    before === undefined || Number.isNaN(last)
      ? ""
      : isAbove(last, before)
        ? "rising"
        : isBelow(last, before)
          ? "falling"
          : "level";
  return [way, awayWords(last, close, range)].filter((x) => x !== "").join("; ");
}

/** The close from a price: "close 1.8% below (0.9 ATR)". */
export function awayWords(level: number, close: number, range: number): string {
  if (Number.isNaN(level) || Number.isNaN(close)) return "";
  const side = isAbove(close, level) ? "above" : isBelow(close, level) ? "below" : "";
  if (side === "") return "close at it";
  const atrs = range > 0 ? ` (${fixed(Math.abs(close - level) / range, 1)} ATR)` : "";
  return `close ${percent(Math.abs(close / level - 1))} ${side}${atrs}`;
}

/** How much of the last finished leg the present one takes: ", 38% of the leg before", nothing before there are two turns. */
export function shareOfLegWords({ pivots, running }: Pick<Swings, "pivots" | "running">): string {
  const [before, last] = [pivots.at(-2), pivots.at(-1)];
  if (!before || !last || !running) return "";
  return `, ${percent(Math.abs(running.close - last.close) / Math.abs(last.close - before.close), 0)} of the leg before`;
}
