import {
  isAbove,
  isBelow,
  type LineReading,
  type MeasuredMoveReading,
  type Pivot,
  type RetracementReading,
  type Swings,
  type ZoneReading,
} from "@core";
import { count, date, fixed, none, percent, price, signedPercent } from "@studies/words/words";
import { awayWords, shareOfLegWords } from "../plots/plot-words";
import type { DrawnOnBars } from "./draw-drawing";

const times = (n: number) => (n === 1 ? "once" : n === 2 ? "twice" : `${n} times`);

type ValueAt = (row: number) => number;

/** The last bar on or before the session: its row, close and ATR. */
function lastOf({ bars, range }: DrawnOnBars): { t: number; close: number; atr: number } {
  const t = bars.close.findLastIndex((c) => !Number.isNaN(c));
  return { t, close: bars.close[t] ?? NaN, atr: range[t] ?? NaN };
}

const said = (parts: readonly string[]) => parts.filter((part) => part !== "").join("; ");

/** A line's value now, the close from it, touches, the last break and its retest, and its slope. */
export function lineWords(
  on: DrawnOnBars,
  reading: LineReading,
  valueAt: ValueAt,
  scale: "linear" | "log",
  isLevel = false,
): string {
  const { t, close, atr } = lastOf(on);
  if (t < 0) return "no bar yet";
  const v = valueAt(t);
  const step = scale === "log" ? valueAt(t) / valueAt(t - 5) - 1 : valueAt(t) - valueAt(t - 5);
  const amount = scale === "log" ? percent(Math.abs(step)) : price(Math.abs(step), close);
  const slope = isLevel ? "" : step === 0 ? "level" : `${step > 0 ? "rises" : "falls"} ${amount} a week`;
  return said([`${price(v, close)}${isLevel ? "" : " now"}`, awayWords(v, close, atr), historyWords(on, reading), slope]);
}

/** "touched 3 times, broken downward 2 Jun, retested 11 Jun". */
function historyWords({ days }: DrawnOnBars, { touches, breaks, retest }: LineReading): string {
  const last = breaks.at(-1);
  return [
    touches === undefined ? "" : touches.length === 0 ? "not touched" : `touched ${times(touches.length)}`,
    last
      ? `${breaks.length > 1 ? `broken ${times(breaks.length)}, last ` : "broken "}${last.side > 0 ? "upward" : "downward"} on ${date(days[last.at]!)}`
      : "never broken",
    retest === undefined ? "" : `retested on ${date(days[retest]!)}`,
  ]
    .filter((part) => part !== "")
    .join(", ");
}

export function channelWords(
  on: DrawnOnBars,
  { lower, upper }: { readonly lower: ValueAt; readonly upper: ValueAt },
  readings: { readonly lower: LineReading; readonly upper: LineReading },
  scale: "linear" | "log",
): string {
  const { t, close } = lastOf(on);
  if (t < 0) return "no bar yet";
  const [lo, hi] = [lower(t), upper(t)];
  const place = scale === "log" ? Math.log(close / lo) / Math.log(hi / lo) : (close - lo) / (hi - lo);
  return said([
    `${price(lo, close)} to ${price(hi, close)} now`,
    `close at ${fixed(100 * place)} of 100 between`,
    `below ${historyWords(on, readings.lower)}`,
    `above ${historyWords(on, readings.upper)}`,
  ]);
}

export function zoneWords(
  on: DrawnOnBars,
  { visits, inside, bars }: ZoneReading,
  { lo, hi }: { readonly lo: number; readonly hi: number },
): string {
  const { close, atr } = lastOf(on);
  const edge = isAbove(close, hi) ? hi : isBelow(close, lo) ? lo : NaN;
  const last = visits?.at(-1);
  const left =
    last === undefined
      ? ""
      : last.left === 0
        ? `in it since ${date(on.days[last.from]!)}`
        : `last left ${last.left > 0 ? "upward" : "downward"} on ${date(on.days[last.leftAt]!)}`;
  return said([
    `${price(lo, close)} to ${price(hi, close)}`,
    Number.isNaN(edge) ? "close inside" : awayWords(edge, close, atr),
    visits === undefined ? "" : [count(visits.length, "visit"), left].filter((x) => x !== "").join(", "),
    bars > 0 ? `closed inside on ${none(inside)} of ${count(bars, "session")}` : "",
  ]);
}

export function retracementWords(
  on: DrawnOnBars,
  { now, deepest, reached, exceeded }: RetracementReading,
  shares: readonly number[],
): string {
  const far = shares
    .map((f, k) => [f, reached[k]!] as const)
    .filter(([, at]) => at >= 0)
    .at(-1);
  return said([
    now < 0 ? `close beyond its end` : `${percent(now, 0)} taken back now`,
    Number.isNaN(deepest) || deepest <= 0 ? "" : `${percent(deepest, 0)} at the deepest`,
    far ? `${percent(far[0])} reached on ${date(on.days[far[1]]!)}` : `none of ${count(shares.length, "share")} reached`,
    exceeded < 0 ? "" : `exceeded on ${date(on.days[exceeded]!)}`,
  ]);
}

export function moveWords(on: DrawnOnBars, { target, due, done, reached, voided }: MeasuredMoveReading): string {
  const { close, atr, t } = lastOf(on);
  const ahead = due - t;
  return said([
    `target ${price(target, close)}`,
    awayWords(target, close, atr),
    Number.isNaN(done) ? "" : done < 0 ? "none of it done" : `${percent(done, 0)} done`,
    reached >= 0 ? `reached on ${date(on.days[reached]!)}` : voided >= 0 ? `void since ${date(on.days[voided]!)}` : "",
    ahead > 0 ? `due in ${count(ahead, "session")}` : `due ${count(-ahead, "session")} ago`,
  ]);
}

export function swingsWords(on: DrawnOnBars, pivots: readonly Pivot[], running: Swings["running"]): string {
  const last = pivots.at(-1);
  if (!last || !running) return "no turn confirmed since";
  return said([
    `${count(pivots.length, "turn")}, the last a ${last.kind} on ${date(on.days[last.at]!)}`,
    `now ${signedPercent(running.close / last.close - 1)} from it${shareOfLegWords({ pivots, running })}, not confirmed`,
  ]);
}
