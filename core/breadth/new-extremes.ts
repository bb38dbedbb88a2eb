import { isAbove, isBelow } from "../columns/compare";
import { barsOf, runsOf, type Belonging, type Panel } from "../columns/panel";

export interface NewExtremes {
  readonly highs: Uint16Array;
  readonly lows: Uint16Array;
  /** Members with as many bars as the window, the present one included. */
  readonly counted: Uint16Array;
}

export interface ExtremesOptions {
  readonly n?: number;
  readonly out?: NewExtremes;
  readonly start?: number;
}

/**
 * Members at a new closing high or low.
 * Formula: C above (below) each of the n - 1 closes of own bars before it, also from before joining; counted over
 * members with n bars (method 2, C01, C05).
 * @param panel bars, instruments x sessions
 * @param members dated membership
 * @param options n: window in bars [252]; out: columns to write into, which hold the sessions before `start` already [new
 * ones]; start: first session to count [0]
 * @returns counts a session
 */
export function newExtremes(
  panel: Panel,
  members: Belonging,
  { n = 252, out = noExtremes(panel.sessions.length), start = 0 }: ExtremesOptions = {},
): NewExtremes {
  const spans = runsOf(members);
  const sessions = panel.sessions.length;
  for (const column of Object.values(out) as Uint16Array[]) column.fill(0, start);
  if (start > 0) {
    countFrom(panel, members, { n, out, start });
    return out;
  }
  const own = new Float64Array(sessions);
  const member = new Uint8Array(sessions);
  const top = new Int32Array(sessions);
  const bottom = new Int32Array(sessions);
  for (let i = 0; i < panel.count; i++) {
    if (spans.offset[i] === spans.offset[i + 1]) continue;
    member.fill(0);
    for (let k = spans.offset[i]!; k < spans.offset[i + 1]!; k++) member.fill(1, spans.from[k], spans.to[k]! + 1);
    let bars = 0;
    // Queues of the bars that may still be the highest or lowest of the window before the present one.
    let topHead = 0;
    let topTail = 0;
    let bottomHead = 0;
    let bottomTail = 0;
    const [from, end] = barsOf(panel, i);
    for (let s = from; s < end; s++) {
      const c = panel.close[i * panel.stride + s]!;
      if (c !== c) continue;
      if (bars >= n - 1 && member[s] === 1) {
        while (top[topHead]! < bars - n + 1) topHead++;
        while (bottom[bottomHead]! < bars - n + 1) bottomHead++;
        out.counted[s]!++;
        if (isAbove(c, own[top[topHead]!]!)) out.highs[s]!++;
        else if (isBelow(c, own[bottom[bottomHead]!]!)) out.lows[s]!++;
      }
      own[bars] = c;
      while (topTail > topHead && own[top[topTail - 1]!]! <= c) topTail--;
      top[topTail++] = bars;
      while (bottomTail > bottomHead && own[bottom[bottomTail - 1]!]! >= c) bottomTail--;
      bottom[bottomTail++] = bars;
      bars++;
    }
  }
  return out;
}

function noExtremes(sessions: number): NewExtremes {
  const counts = () => new Uint16Array(sessions);
  return { highs: counts(), lows: counts(), counted: counts() };
}

/** The same for the sessions from one on, by looking back from each. */
function countFrom(panel: Panel, members: Belonging, { n, out, start }: Required<ExtremesOptions>): void {
  const spans = runsOf(members);
  for (let i = 0; i < panel.count; i++) {
    const base = i * panel.stride;
    for (let k = spans.offset[i]!; k < spans.offset[i + 1]!; k++) {
      const to = Math.min(panel.sessions.length - 1, spans.to[k]!);
      for (let s = Math.max(start, spans.from[k]!); s <= to; s++) {
        const c = panel.close[base + s]!;
        if (c !== c) continue;
        let bars = 1;
        let high = true;
        let low = true;
        for (let b = s - 1; b >= 0 && bars < n; b--) {
          const before = panel.close[base + b]!;
          if (before !== before) continue;
          bars++;
          if (high && !isAbove(c, before)) high = false;
          if (low && !isBelow(c, before)) low = false;
        }
        if (bars < n) continue;
        out.counted[s]!++;
        if (high) out.highs[s]!++;
        else if (low) out.lows[s]!++;
      }
    }
  }
}
