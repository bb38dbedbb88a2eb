import { overBarsEach } from "../columns/over-defined";
import { requireWindow } from "../core-error";
import type { HighLowClose } from "./atr";
import { trueRange } from "./atr";
import { wilder } from "./ema";

export interface DirectionalMovement {
  /** +DI and -DI, 0 to 100, from bar n + 1. */
  readonly plus: Float64Array;
  readonly minus: Float64Array;
  /** Average directional index, 0 to 100, from bar 2n. */
  readonly adx: Float64Array;
}

/**
 * Directional movement.
 * Formula: up = H - H[t-1], down = L[t-1] - L; +DM is up where it is positive and exceeds down (by 1e-9 of the close
 * before), -DM mirrored, a tie gives neither; DI = 100 Wilder(DM) / ATR; DX = 100 |+DI - -DI| / (+DI + -DI), 0 when
 * both are 0; ADX = Wilder(n) of DX (Wilder 1978; method 1, B02).
 * @param bars high, low and close
 * @param n window in bars
 * @returns columns of the same length; NaN before their warm-up and where there is no bar
 * @throws CoreError `bad-window`
 */
export function directionalMovement(bars: HighLowClose, n: number): DirectionalMovement {
  requireWindow("directionalMovement", n);
  return overBarsEach(bars.close, [bars.high, bars.low], ["plus", "minus", "adx"], (close, high, low) => {
    const plusDm = new Float64Array(close.length).fill(NaN);
    const minusDm = new Float64Array(close.length).fill(NaN);
    for (let i = 1; i < close.length; i++) {
      const up = high[i]! - high[i - 1]!;
      const down = low[i - 1]! - low[i]!;
      const margin = 1e-9 * close[i - 1]!;
      plusDm[i] = up > 0 && up - down > margin ? up : 0;
      minusDm[i] = down > 0 && down - up > margin ? down : 0;
      // A bar without its high or low has no movement, and the recursion keeps its state.
      if (Number.isNaN(up) || Number.isNaN(down)) plusDm[i] = minusDm[i] = NaN;
    }
    const range = wilder(trueRange({ high, low, close }), n);
    const share = (dm: Float64Array) => wilder(dm, n).map((x, i) => (range[i] === 0 ? 0 : (100 * x) / range[i]!));
    const plus = share(plusDm);
    const minus = share(minusDm);
    const dx = plus.map((p, i) => (p + minus[i]! === 0 ? 0 : (100 * Math.abs(p - minus[i]!)) / (p + minus[i]!)));
    return { plus, minus, adx: wilder(dx, n) };
  });
}
