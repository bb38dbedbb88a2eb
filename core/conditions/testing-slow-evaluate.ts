/* A second evaluator for tests: one session at a time, plainly after the method; it shares no code with the first. */
import type { Condition, MeasureUse, Rule } from "./condition";

export interface SlowSubject {
  /** Whether it has a bar on each session. */
  readonly bars: readonly boolean[];
}

export interface SlowWorld {
  readonly sessions: number;
  subject(use: MeasureUse): { readonly name: string; readonly bars: readonly boolean[] };
  value(use: MeasureUse, s: number): number;
  isPrice(use: MeasureUse): boolean;
  isKnownAtOpen(use: MeasureUse): boolean;
  code(use: MeasureUse, label: string): number;
}

type Three = true | false | undefined;

/** What a rule is on session s: true, false, or undefined for unknown. */
export function slowTruth(rule: Rule, world: SlowWorld, s: number, atOpen = false): Three {
  if ("all" in rule) {
    const parts = rule.all.filter((r) => !r.off).map((r) => slowTruth(r, world, s, atOpen));
    return parts.includes(false) ? false : parts.includes(undefined) ? undefined : true;
  }
  if ("any" in rule) {
    const on = rule.any.filter((r) => !r.off);
    if (on.length === 0 && rule.any.length > 0) return true;
    const parts = on.map((r) => slowTruth(r, world, s, atOpen));
    return parts.includes(true) ? true : parts.includes(undefined) ? undefined : false;
  }
  if ("not" in rule) {
    if (rule.not.off) return true;
    const inner = slowTruth(rule.not, world, s, atOpen);
    return inner === undefined ? undefined : !inner;
  }
  return slowCondition(rule, world, s, atOpen);
}

function slowCondition(c: Condition, world: SlowWorld, s: number, atOpen: boolean): Three {
  const { bars } = world.subject(c.left);
  if (!bars[s]) return undefined;
  // Go back the bars of the offset.
  const then = nthBarBack(bars, s, c.ago ?? 0);
  if (then < 0) return undefined;
  const at = (t: number) => slowComparison(c, world, t, atOpen);
  const back = (k: number) => {
    const t = nthBarBack(bars, then, k);
    return t < 0 ? undefined : at(t);
  };
  if (c.running !== undefined) {
    const parts = Array.from({ length: c.running }, (_, k) => back(k));
    return parts.includes(false) ? false : parts.includes(undefined) ? undefined : true;
  }
  if (c.within !== undefined) {
    const parts = Array.from({ length: c.within }, (_, k) => back(k));
    return parts.includes(true) ? true : parts.includes(undefined) ? undefined : false;
  }
  if (c.firstIn !== undefined) {
    const now = at(then);
    if (now !== true) return now;
    const parts = Array.from({ length: c.firstIn - 1 }, (_, k) => back(k + 1));
    return parts.includes(true) ? false : parts.includes(undefined) ? undefined : true;
  }
  return at(then);
}

/** The session k of a subject's own bars before s, itself where k is 0 and it has a bar; -1 where there is none. */
function nthBarBack(bars: readonly boolean[], s: number, k: number): number {
  let left = k;
  for (let t = s; t >= 0; t--) {
    if (!bars[t]) continue;
    if (left === 0) return t;
    left--;
  }
  return -1;
}

function sideAt(c: Condition, world: SlowWorld, t: number, atOpen: boolean): "above" | "below" | "equal" | undefined {
  const read = (use: MeasureUse) => {
    const { bars } = world.subject(use);
    if (!bars[t]) return NaN;
    const u = nthBarBack(bars, t, (use.ago ?? 0) + (atOpen && !world.isKnownAtOpen(use) ? 1 : 0));
    return u < 0 ? NaN : world.value(use, u);
  };
  const x = read(c.left);
  const y = typeof c.right === "object" ? read(c.right) : typeof c.right === "string" ? world.code(c.left, c.right) : c.right;
  if (Number.isNaN(x) || Number.isNaN(y)) return undefined;
  const margin = world.isPrice(c.left) && (typeof c.right !== "object" || world.isPrice(c.right)) ? 1e-9 * Math.abs(y) : 0;
  return x - y > margin ? "above" : y - x > margin ? "below" : "equal";
}

function slowComparison(c: Condition, world: SlowWorld, t: number, atOpen: boolean): Three {
  const side = sideAt(c, world, t, atOpen);
  if (side === undefined) return undefined;
  switch (c.comparator) {
    case "above":
    case "below":
      return side === c.comparator;
    case "at least":
      return side !== "below";
    case "at most":
      return side !== "above";
    case "is":
      return side === "equal";
    case "is not":
      return side !== "equal";
  }
  const { bars } = world.subject(c.left);
  for (let u = t - 1; u >= 0; u--) {
    if (!bars[u]) continue;
    const before = sideAt(c, world, u, atOpen);
    if (before === "above" || before === "below") {
      const wanted = c.comparator === "crosses above" ? "above" : "below";
      return side === wanted && before !== wanted;
    }
  }
  return undefined;
}
