import { ema } from "./ema";

export interface SignalledLine {
  readonly line: Float64Array;
  /** EMA of the line, and the line less it. */
  readonly signal: Float64Array;
  readonly histogram: Float64Array;
}

/** Windows of the fast and the slow average and of the signal [12, 26, 9]. */
export interface MacdWindows {
  readonly fast?: number;
  readonly slow?: number;
  readonly signal?: number;
}

/**
 * Moving average convergence and divergence.
 * Formula: EMA(12) - EMA(26), its EMA(9) as signal, their difference as histogram (Appel; method 1).
 * @param close a column of closes, NaN where there is no bar
 * @param windows in bars
 * @returns columns in price units; the line from bar 26, signal and histogram from bar 34
 * @throws CoreError `bad-window`
 * @example macd(Float64Array.of(1, 2, 3, 4), { fast: 1, slow: 2, signal: 2 }).line // => [NaN, 0.5, 0.5, 0.5]
 */
export function macd(close: Float64Array, { fast = 12, slow = 26, signal = 9 }: MacdWindows = {}): SignalledLine {
  const longer = ema(close, slow);
  return signalled(
    ema(close, fast).map((x, i) => x - longer[i]!),
    signal,
  );
}

/**
 * Percentage price oscillator.
 * Formula: 100 (EMA(12) - EMA(26)) / EMA(26), with signal and histogram as `macd` (method 1, B04).
 * @param close a column of closes, NaN where there is no bar
 * @param windows in bars
 * @returns columns in percent; the line from bar 26, signal and histogram from bar 34
 * @throws CoreError `bad-window`
 * @example ppo(Float64Array.of(1, 3), { fast: 1, slow: 2, signal: 1 }).line // => [NaN, 50]
 */
export function ppo(close: Float64Array, { fast = 12, slow = 26, signal = 9 }: MacdWindows = {}): SignalledLine {
  const longer = ema(close, slow);
  return signalled(
    ema(close, fast).map((x, i) => (longer[i] === 0 ? NaN : (100 * (x - longer[i]!)) / longer[i]!)),
    signal,
  );
}

function signalled(line: Float64Array, n: number): SignalledLine {
  const signal = ema(line, n);
  return { line, signal, histogram: line.map((x, i) => x - signal[i]!) };
}
