import { isAbove, isBelow } from "../columns/compare";
import type { Comparator, Condition, MeasureUse, Rule } from "./condition";
import { measureOf } from "./measures";

/** Truth on a session: 1 true, 0 false, -1 unknown. */
export type Truths = Int8Array;

/** A measure's values a session, and the sessions on which its subject has a bar (a market has one on each). */
export interface MeasuredColumn {
  readonly values: Float64Array;
  /** 1 on the subject's own sessions [all]. */
  readonly own?: Uint8Array;
}

/**
 * On which sessions a rule is true.
 * Formula: three values: a comparison with NaN is unknown; all-of, any-of and not by Kleene's logic; "running" is
 * all-of and "within" any-of over the last bars, those before the first unknown; "first in n": true now and not true on
 * any of the n - 1 before; a crossing: above now and below on the latest earlier bar on which they were not equal;
 * durations, crossings and offsets count the subject's own bars (method 9, J01-J03, Z05, Z16).
 * @param rule conditions and how they combine
 * @param columnOf gives the column of a measure, all of one length
 * @param sessions that length
 * @returns truth a session
 * @throws CoreError `bad-option` for a measure that does not exist
 */
export function evaluateRule(rule: Rule, columnOf: (use: MeasureUse) => MeasuredColumn, sessions: number): Truths {
  if ("all" in rule) return combined(rule.all, 0, columnOf, sessions);
  if ("any" in rule) return combined(rule.any, 1, columnOf, sessions);
  if ("not" in rule) return evaluateRule(rule.not, columnOf, sessions).map((x) => (x < 0 ? -1 : 1 - x));
  return evaluateCondition(rule, columnOf, sessions);
}

/** All-of (decided by a 0) and any-of (decided by a 1). */
function combined(
  rules: readonly Rule[],
  decides: 0 | 1,
  columnOf: (use: MeasureUse) => MeasuredColumn,
  sessions: number,
): Truths {
  const out = new Int8Array(sessions).fill(1 - decides);
  for (const rule of rules) {
    evaluateRule(rule, columnOf, sessions).forEach((x, s) => {
      if (x === decides) out[s] = decides;
      else if (x < 0 && out[s] !== decides) out[s] = -1;
    });
  }
  return out;
}

function evaluateCondition(condition: Condition, columnOf: (use: MeasureUse) => MeasuredColumn, sessions: number): Truths {
  const left = columnOf(condition.left);
  const right =
    typeof condition.right === "number" ? new Float64Array(sessions).fill(condition.right) : columnOf(condition.right).values;
  const prices =
    typeof condition.right !== "number" &&
    measureOf(condition.left.measure).unit === "price" &&
    measureOf(condition.right.measure).unit === "price";
  // The subject's own bars, side by side.
  const rows: number[] = [];
  for (let s = 0; s < sessions; s++) if (!left.own || left.own[s] === 1) rows.push(s);
  const at = (column: Float64Array) => Float64Array.from(rows, (s) => column[s]!);
  const signs = signsOf(at(left.values), at(right), prices);
  const truths = lasting(compared(signs, condition.comparator), condition);
  const out = new Int8Array(sessions).fill(-1);
  rows.forEach((s, k) => (out[s] = truths[k - (condition.ago ?? 0)] ?? -1));
  return out;
}

const UNKNOWN = 2;

/** 1 above, -1 below, 0 equal, 2 unknown. */
function signsOf(left: Float64Array, right: Float64Array, prices: boolean): Int8Array {
  return Int8Array.from(left, (x, k) => {
    const y = right[k]!;
    if (x !== x || y !== y) return UNKNOWN;
    if (prices) return isAbove(x, y) ? 1 : isBelow(x, y) ? -1 : 0;
    return Math.sign(x - y);
  });
}

function compared(signs: Int8Array, comparator: Comparator): Truths {
  const wanted = comparator.endsWith("above") ? 1 : -1;
  if (!comparator.startsWith("crosses")) return signs.map((s) => (s === UNKNOWN ? -1 : s === wanted ? 1 : 0));
  // The sign of the latest earlier bar on which they were not equal, 0 while there is none.
  let before = 0;
  return signs.map((s) => {
    const truth = s === UNKNOWN || before === 0 ? -1 : s === wanted && before === -wanted ? 1 : 0;
    if (s === 1 || s === -1) before = s;
    return truth;
  });
}

function lasting(truths: Truths, { running, within, firstIn }: Condition): Truths {
  if (running !== undefined) return windowed(truths, running, 0);
  if (within !== undefined) return windowed(truths, within, 1);
  if (firstIn === undefined) return truths;
  return truths.map((now, k) => {
    if (now !== 1) return now;
    let unknown = false;
    for (let j = k - 1; j > k - firstIn; j--) {
      const then = truths[j] ?? -1;
      if (then === 1) return 0;
      if (then < 0) unknown = true;
    }
    return unknown ? -1 : 1;
  });
}

/** All-of (decided by a 0) or any-of (by a 1) over the last n bars; those before the first are unknown. */
function windowed(truths: Truths, n: number, decides: 0 | 1): Truths {
  return truths.map((_, k) => {
    let unknown = false;
    for (let j = k; j > k - n; j--) {
      const then = truths[j] ?? -1;
      if (then === decides) return decides;
      if (then < 0) unknown = true;
    }
    return unknown ? -1 : 1 - decides;
  });
}
