import type { ReserveBar } from "@core/columns/dataset";

const cents = (x: number) => Math.round(x * 100) / 100;

/**
 * How far a bar has come when part of its session is over. The price is taken to walk from the open to the nearer of
 * its extremes, to the other and to the close: down first in a session that closes above its open, up first otherwise.
 * @param bar the finished bar
 * @param share of the session that is over, above 0; 1 gives the bar itself
 * @returns a bar whose high and low hold what the walk has touched so far
 */
export function growingBar(bar: ReserveBar, share: number): ReserveBar {
  if (share >= 1) return bar;
  const [ticker, open, high, low, close, volume] = bar;
  const stops = close >= open ? [open, low, high, close] : [open, high, low, close];
  const total = stops.slice(1).reduce((sum, x, k) => sum + Math.abs(x - stops[k]!), 0);
  let left = share * total;
  const touched = [open];
  let now = open;
  for (let k = 1; k < stops.length && left > 0; k++) {
    const step = stops[k]! - stops[k - 1]!;
    const walked = Math.min(Math.abs(step), left);
    now = cents(stops[k - 1]! + Math.sign(step) * walked);
    left -= Math.abs(step);
    touched.push(now);
  }
  const whole = volume === null ? null : Math.round(volume * share);
  return [ticker, open, Math.max(...touched), Math.min(...touched), now, whole];
}
