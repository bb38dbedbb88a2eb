export interface SuspiciousPrice {
  /** Index of the bar. */
  readonly t: number;
  /** Its close against the one before it, as a fraction: 9 for ten times as much. */
  readonly change: number;
}

/** A single close that leaves its neighbours by more than this, up or down, in logarithms. */
const FAR = Math.log(1.5);
/** The neighbours lie within this of each other. */
const TOGETHER = Math.log(1.15);

/**
 * Closes that stand alone: more than half as high again as both neighbours, or less than two thirds of them, while those
 * agree within 15%. A slip of the decimal sign looks like this, or a bar of another instrument.
 * Source: our own rule of thumb.
 * @param close closes of one instrument, oldest first, each above 0
 * @returns those closes in order
 * @example suspiciousPrices(Float64Array.of(10, 10.1, 101, 10.2)).map(({ t }) => t) // => [2]
 */
export function suspiciousPrices(close: Float64Array): SuspiciousPrice[] {
  const found: SuspiciousPrice[] = [];
  for (let t = 1; t + 1 < close.length; t++) {
    const change = close[t]! / close[t - 1]!;
    // Nearly every session ends here.
    if (change < 1.5 && change > 1 / 1.5) continue;
    const to = Math.log(change);
    const on = Math.log(close[t + 1]! / close[t]!);
    if (Math.abs(to) > FAR && Math.abs(on) > FAR && to * on < 0 && Math.abs(to + on) < TOGETHER)
      found.push({ t, change: change - 1 });
  }
  return found;
}
