import { isAbove, isBelow } from "../columns/compare";
import type { MeasuredBars } from "../conditions/measure";

/** What a line (a level, one side of a channel) says of the bars since it begins. */
export interface LineReading {
  /** Rows of the first bars of approaches without a break; undefined for bars without highs and lows. */
  readonly touches: readonly number[] | undefined;
  /** Closes at which the side changed, and the side since: 1 above, -1 below. */
  readonly breaks: readonly { readonly at: number; readonly side: 1 | -1 }[];
  /** The first contact after the last break, once there was a bar without; undefined for none. */
  readonly retest: number | undefined;
  /** On which side the close is by the last bar, 0 before any close was beyond it. */
  readonly side: 1 | 0 | -1;
}

/** Contacts with fewer bars between them are one approach. */
const APART = 3;
const TOLERANCE = 0.1;

/**
 * Touches, breaks and retest of a line.
 * Formula: tol is 0.1 ATR(14) of the bar, 0 where it is NaN. Contact: L - tol not above v and H + tol not below v. Contacts with
 * fewer than three own bars between are one approach; one that holds a break ends there; touches are approaches without a break.
 * A close beyond v by more than tol sets the side, a change of side is a break. The retest is the first contact after a bar without
 * contact after the last break (method 16, S64 to S68, S76).
 * @param bars columns of one instrument up to the session, NaN where it has no bar
 * @param range ATR(14) of the same length
 * @param valueAt the line's value at a row
 * @param from the row at which it begins
 * @returns what it says by the last row; touches and retest are undefined where bars have closes alone
 */
export function lineReading(
  bars: MeasuredBars,
  range: Float64Array,
  valueAt: (row: number) => number,
  from: number,
): LineReading {
  const { high, low, close } = bars;
  let hasRange = false;
  const touches: number[] = [];
  const breaks: { at: number; side: 1 | -1 }[] = [];
  let side: 1 | 0 | -1 = 0;
  let retest: number | undefined;
  let isClear = false;
  /** First bar of the approach that is open, and bars since its last contact. */
  let open = -1;
  let since = 0;
  for (let s = Math.max(0, from); s < close.length; s++) {
    const c = close[s]!;
    if (c !== c) continue;
    const v = valueAt(s);
    const [h, l] = [high[s]!, low[s]!];
    const isRange = h === h && l === l;
    hasRange ||= isRange;
    const atr = range[s]!;
    const tol = isRange && atr === atr ? TOLERANCE * atr : 0;
    const isContact = isRange && !isAbove(l - tol, v) && !isBelow(h + tol, v);
    const beyond: 1 | 0 | -1 = c - v > tol && isAbove(c, v) ? 1 : v - c > tol && isBelow(c, v) ? -1 : side;
    const isBreak = side !== 0 && beyond !== side;
    side = beyond;
    if (isContact) {
      if (open < 0 || since >= APART) {
        if (open >= 0) touches.push(open);
        open = s;
      }
      since = 0;
    } else if (open >= 0) since++;
    if (isBreak) {
      breaks.push({ at: s, side: beyond as 1 | -1 });
      // Held by the approach where its bar is a contact; else the approach was over before.
      if (open >= 0 && !isContact) touches.push(open);
      open = -1;
      retest = undefined;
      isClear = false;
    } else if (breaks.length > 0 && retest === undefined) {
      if (!isContact) isClear = true;
      else if (isClear) retest = s;
    }
  }
  if (open >= 0) touches.push(open);
  return { touches: hasRange ? touches : undefined, breaks, retest: hasRange ? retest : undefined, side };
}
