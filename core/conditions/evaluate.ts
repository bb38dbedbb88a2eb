import { compared, lasting, signsOf, signsOfNumber, truthByItself } from "./comparison";
import type { Condition, MeasureUse, Rule, Subject } from "./condition";
import { isKnownAtOpen, measureOf, subjectOf } from "./measures";
import { allOf, anyOf, constantTruth, negated, truthOf, type Truth } from "./truth";

/** Where the conditions on a subject are judged. */
export interface Judged {
  /** Sessions of its calendar. */
  readonly sessions: number;
  /** 1 on the subject's own sessions [all]. */
  readonly own?: Uint8Array | undefined;
  /**
   * A measure on these sessions: of the subject itself, or of another one brought onto them. One that is calculated from bars has
   * no value where its subject has none.
   * @param use whose subject is named where it is another
   */
  column(use: MeasureUse): Float64Array;
  /** The sessions on which another subject has bars, brought onto these [all]. */
  ownOf?(of: Subject): Uint8Array | undefined;
  /** Brings truth from a calendar of its own (1, 0, NaN) onto that of whoever asks. */
  bring?(truth: Float64Array): Float64Array;
}

export interface ConditionSource {
  /** Sessions of the calendar on which is asked. */
  readonly sessions: number;
  subject(of: Subject): Judged;
  /** Truth of a condition that was judged before, where it is kept. */
  kept?(condition: Condition, judge: () => Truth): Truth;
}

/** Whether conditions are read at the close of a session, or at its open with what is known then. */
export type Moment = "close" | "open";

/**
 * On which sessions a rule is true.
 * Formula: three values: a comparison with NaN is unknown; all-of, any-of and not by Kleene's logic; "running" is
 * all-of and "within" any-of over the last bars, those before the first unknown; "first in n": true now and not true on
 * any of the n - 1 before; a crossing: above now and below on the latest earlier bar on which they were not equal;
 * durations, crossings and offsets count the subject's own bars (method 9, J01-J03, Z05, Z16). At the open every column
 * that is not known then is that of the bar before (Q47).
 * @param rule conditions and how they combine; what is switched off is not there
 * @param source gives the columns
 * @param moment when it is judged
 * @returns truth a session
 * @throws CoreError `bad-option` for a measure that does not exist
 */
export function evaluateRule(rule: Rule, source: ConditionSource, moment: Moment = "close"): Truth {
  if (rule.off) return constantTruth(source.sessions, true);
  if ("all" in rule) {
    const on = rule.all.filter((part) => !part.off);
    return allOf(
      source.sessions,
      on.map((part) => evaluateRule(part, source, moment)),
    );
  }
  if ("any" in rule) {
    const on = rule.any.filter((part) => !part.off);
    if (on.length === 0 && rule.any.length > 0) return constantTruth(source.sessions, true);
    return anyOf(
      source.sessions,
      on.map((part) => evaluateRule(part, source, moment)),
    );
  }
  if ("not" in rule) return rule.not.off ? constantTruth(source.sessions, true) : negated(evaluateRule(rule.not, source, moment));
  const judge = () => evaluateCondition(rule, source, moment);
  return source.kept ? source.kept(rule, judge) : judge();
}

function evaluateCondition(condition: Condition, source: ConditionSource, moment: Moment): Truth {
  const { left, right } = condition;
  const of = subjectOf(left);
  const judged = source.subject(of);
  const atOpen = moment === "open" && judged.bring === undefined;
  // Where each bar is judged by itself, bars need not be brought together first.
  const isByItself = moment === "close" && !judged.bring && isPlain(condition);
  const rows = isByItself ? undefined : ownRows(judged);
  const own = (values: Float64Array) => (rows ? atRows(values, rows) : values);
  const column = (use: MeasureUse) => {
    const back = (use.ago ?? 0) + (atOpen && !isKnownAtOpen(use) ? 1 : 0);
    const values = judged.column({ ...use, of: subjectOf(use) });
    if (back === 0) return own(values);
    const other = subjectOf(use);
    const same = JSON.stringify(other) === JSON.stringify(of);
    // On own bars of the left subject; a right one counts its own.
    return same ? lateBy(own(values), back) : own(lateOn(values, judged.ownOf?.(other), back));
  };
  const x = column(left);
  const y =
    typeof right === "object"
      ? column(right)
      : typeof right === "string"
        ? (measureOf(left.measure).labels?.[right] ?? NaN)
        : right;
  const prices = isPrice(left) && (typeof right !== "object" || isPrice(right));
  if (isByItself) {
    // What is calculated from bars has no value where there is none.
    const own = measureOf(left.measure).column ? undefined : judged.own;
    return truthByItself(x, y, { prices, comparator: condition.comparator, own });
  }
  const signs = typeof y === "number" ? signsOfNumber(x, y, prices) : signsOf(x, y, prices);
  const truths = lasting(compared(signs, condition.comparator), condition);
  let out: Int8Array;
  if (!rows && !condition.ago) out = truths;
  else {
    out = new Int8Array(judged.sessions).fill(-1);
    const ago = condition.ago ?? 0;
    for (let k = ago; k < truths.length; k++) out[rows ? rows[k]! : k] = truths[k - ago]!;
  }
  if (!judged.bring) return truthOf(out);
  // The truth of another calendar, at the open that of the session before.
  const brought = judged.bring(Float64Array.from(out, (t) => (t < 0 ? NaN : t)));
  const shift = moment === "open" ? 1 : 0;
  return truthOf(
    Int8Array.from(brought, (_, s) => (brought[s - shift] === brought[s - shift] ? (brought[s - shift] ?? -1) : -1)),
  );
}

/** Whether it looks at no bar but the one that is judged. */
function isPlain({ left, comparator, right, running, within, firstIn, ago }: Condition): boolean {
  const isLate = (left.ago ?? 0) > 0 || (typeof right === "object" && (right.ago ?? 0) > 0);
  const isLasting = running !== undefined || within !== undefined || firstIn !== undefined;
  return !isLate && !isLasting && !ago && comparator !== "crosses above" && comparator !== "crosses below";
}

function atRows(values: Float64Array, rows: Int32Array): Float64Array {
  const out = new Float64Array(rows.length);
  for (let k = 0; k < rows.length; k++) out[k] = values[rows[k]!]!;
  return out;
}

const isPrice = (use: MeasureUse) => measureOf(use.measure).unit === "price";

/** The subject's own sessions; undefined where it has all of them. */
function ownRows({ own, sessions }: Judged): Int32Array | undefined {
  if (!own) return undefined;
  const rows = new Int32Array(sessions);
  let count = 0;
  for (let s = 0; s < sessions; s++) if (own[s] === 1) rows[count++] = s;
  return count === sessions ? undefined : rows.subarray(0, count);
}

function lateBy(values: Float64Array, back: number): Float64Array {
  const out = new Float64Array(values.length).fill(NaN);
  if (back < values.length) out.set(values.subarray(0, values.length - back), back);
  return out;
}

/** A column of another subject, each value that of so many of its own bars before. */
function lateOn(values: Float64Array, own: Uint8Array | undefined, back: number): Float64Array {
  if (!own) return lateBy(values, back);
  const out = new Float64Array(values.length).fill(NaN);
  const rows: number[] = [];
  for (let s = 0; s < values.length; s++) {
    if (own[s] !== 1) continue;
    rows.push(s);
    const before = rows[rows.length - 1 - back];
    if (before !== undefined) out[s] = values[before]!;
  }
  return out;
}
