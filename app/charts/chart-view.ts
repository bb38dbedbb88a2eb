/** The part of the bars in view, in percent of them all. */
export interface View {
  readonly start: number;
  readonly end: number;
}

export const WHOLE: View = { start: 0, end: 100 };

/** The view further on, within its ends. */
export function moved({ start, end }: View, by: number): View {
  const within = Math.max(-start, Math.min(100 - end, by));
  return { start: start + within, end: end + within };
}

/**
 * The view so many times as wide, but no narrower than the least, around a place that stays where it is: its right edge, where
 * none is named.
 */
export function zoomed({ start, end }: View, times: number, { least = 0, around = end } = {}): View {
  const width = Math.min(100, Math.max(least, (end - start) * times));
  const left = around - ((around - start) * width) / (end - start);
  return moved({ start: left, end: left + width }, 0);
}
