import { isAbove, isBelow } from "../columns/compare";
import { runsOf, type Belonging, type Panel } from "../columns/panel";
import { ownBars } from "../columns/over-defined";
import { highest, lowest } from "../indicators/highest";
import { sma } from "../indicators/sma";

const TIMES = 2;
const TURNOVERS = 50;
const CLOSES = 20;

/**
 * What the members of a group turned over on each session.
 * Formula: the sum of C x V over the members of the session with both (method 11, P06, R18).
 * @param panel bars of all instruments
 * @param members dated membership of the group
 * @param out a column to carry on [a new one]
 * @param from first session to write [0]
 * @returns in money; NaN on sessions without any
 */
export function groupTurnover(
  panel: Panel,
  members: Belonging,
  out: Float64Array = new Float64Array(panel.sessions.length),
  from = 0,
): Float64Array {
  const { stride, sessions, count, close, volume } = panel;
  const runs = runsOf(members);
  out.fill(NaN, from);
  for (let i = 0; i < count; i++) {
    for (let k = runs.offset[i]!; k < runs.offset[i + 1]!; k++) {
      const end = Math.min(runs.to[k]!, sessions.length - 1);
      for (let s = Math.max(from, runs.from[k]!); s <= end; s++) {
        const own = close[i * stride + s]! * volume[i * stride + s]!;
        if (own !== own) continue;
        const sum = out[s]!;
        out[s] = sum === sum ? sum + own : own;
      }
    }
  }
  return out;
}

/** Turnover of a group against its own average of 50 sessions, the session itself included. */
export function relativeTurnover(turnover: Float64Array): Float64Array {
  const average = sma(turnover, TURNOVERS);
  return turnover.map((x, t) => x / average[t]!);
}

/**
 * Sessions on which a group was traded very much at an end of its course.
 * Formula: turnover >= 2 x its average(50), with the composite below (above) each of its 19 values before; windows run over the
 * group's sessions with a value (method 11, P06, R10, R18).
 * @param level the group's composite, NaN on sessions without one
 * @param turnover sums of C x V over the members with a bar and a volume, NaN where there is none
 * @returns rows, ascending
 */
export function groupClimaxes(
  level: Float64Array,
  turnover: Float64Array,
): { readonly low: readonly number[]; readonly high: readonly number[] } {
  const { rows, bars } = ownBars(level, { level });
  const [bottom, top] = [lowest(bars.level, CLOSES), highest(bars.level, CLOSES)];
  const average = sma(turnover, TURNOVERS);
  const low: number[] = [];
  const high: number[] = [];
  for (let i = CLOSES - 1; i < rows.length; i++) {
    const t = rows[i]!;
    if (!(average[t]! > 0) || isBelow(turnover[t]!, TIMES * average[t]!) || Number.isNaN(turnover[t])) continue;
    const own = bars.level[i]!;
    const before = bars.level.subarray(i - CLOSES + 1, i);
    if (own === bottom[i] && before.every((x) => isBelow(own, x))) low.push(t);
    if (own === top[i] && before.every((x) => isAbove(own, x))) high.push(t);
  }
  return { low, high };
}
