import type { BarColumn } from "../columns/panel";
import { periodEnd } from "../seasons/session-calendar";
import { conditionsOf, usesOf, type MeasureUse, type Rule } from "../conditions/condition";
import { evaluateRule, type Moment } from "../conditions/evaluate";
import type { MeasuredBars } from "../conditions/measure";
import { measureColumn } from "../conditions/measure-column";
import { isDrawn, isKnownAtOpen, measureOf, paramsOf, subjectOf } from "../conditions/measures";
import { truthAt } from "../conditions/truth";

/** Own bars of one instrument, none of them missing, and the day of the session that comes next. */
export interface UpToNow {
  readonly bars: MeasuredBars;
  readonly days: Int32Array;
  readonly nextDay: number;
  /** The prices of what is drawn, on each of its bars and at the next session [nothing is drawn]. */
  readonly drawn?: ((use: MeasureUse) => Float64Array) | undefined;
}

/**
 * One bar more: the session to come, were its price at a moment x.
 * Formula: at the close O = C[t], C = x, H and L the outer of the two; at the open all four are x; no volume (method 17, S79).
 */
export class NextSession {
  /** The present close. */
  readonly close: number;
  readonly #bars: Record<BarColumn, Float64Array>;
  readonly #days: Int32Array;
  readonly #last: number;
  readonly #drawn: (use: MeasureUse) => Float64Array;
  readonly #columns = new Map<string, Float64Array>();

  /** @param most of how many of the latest bars [all] */
  constructor(
    history: UpToNow,
    readonly moment: Moment,
    most = Infinity,
  ) {
    const { bars, days, nextDay } = history;
    const from = Math.max(0, days.length - most);
    const longer = (column: Float64Array) => {
      const out = new Float64Array(days.length - from + 1);
      out.set(column.subarray(from));
      out[out.length - 1] = NaN;
      return out;
    };
    this.#bars = {
      open: longer(bars.open),
      high: longer(bars.high),
      low: longer(bars.low),
      close: longer(bars.close),
      volume: longer(bars.volume),
    };
    this.#days = Int32Array.of(...days.subarray(from), nextDay);
    this.#last = days.length - from;
    this.#drawn = (use) => history.drawn?.(use).subarray(from) ?? new Float64Array(this.#last + 1).fill(NaN);
    this.close = bars.close[days.length - 1]!;
  }

  /** How many bars there are. */
  get bars(): number {
    return this.#last;
  }

  /** A measure at the session to come, were its price x, or so many bars before it. */
  value(use: MeasureUse, x: number, back = 0): number {
    return this.#columnAt(use, x, true)[this.#last - (use.ago ?? 0) - back] ?? NaN;
  }

  /** The bars before that of the session to come, or those of the samples before the one that ends with it. */
  columnBefore(use: MeasureUse, name: BarColumn): Float64Array {
    const column = this.#columnAt({ measure: name, params: { sampling: samplingOf(use) } }, this.close);
    if (samplingOf(use) === "daily") return column.subarray(0, this.#last);
    const own = this.#days;
    const period = samplingOf(use) === "weekly" ? "week" : "month";
    return column.subarray(0, this.#last).filter((_, s) => periodEnd(own[s]!, period) !== periodEnd(own[s + 1]!, period));
  }

  /** What a rule is at the session to come, were its price x: 1 true, 0 false, -1 unknown. */
  truth(rule: Rule, x: number): -1 | 0 | 1 {
    return truthAt(this.#truths(rule, x), this.#last);
  }

  /** What a rule is at the present close. */
  truthNow(rule: Rule): -1 | 0 | 1 {
    return truthAt(this.#truths(rule, this.close), this.#last - 1);
  }

  #truths(rule: Rule, x: number) {
    const judged = { sessions: this.#last + 1, column: (use: MeasureUse) => this.#columnAt(use, x) };
    return evaluateRule(rule, { sessions: judged.sessions, subject: () => judged });
  }

  /** @param isHeld whether it is asked for again by other rules */
  #columnAt(use: MeasureUse, x: number, isHeld = false): Float64Array {
    const { measure, params } = use;
    if (isDrawn(use)) return this.#drawn(use);
    const key = `${x} ${measure} ${JSON.stringify(params)}`;
    let column = this.#columns.get(key);
    if (column) return column;
    const [open, last] = [this.moment === "open" ? x : this.close, this.#last];
    this.#bars.open[last] = open;
    this.#bars.high[last] = Math.max(open, x);
    this.#bars.low[last] = Math.min(open, x);
    this.#bars.close[last] = x;
    column = measureColumn({ measure, ...(params && { params }) }, this.#bars, this.#days);
    // Some measures are a column of the bars themselves, which the next price is written into.
    if (Object.values(this.#bars).includes(column)) column = column.slice();
    if (isHeld || x === this.close || last < SHORT) this.#columns.set(key, column);
    return column;
  }
}

/** Columns of fewer bars are held at every price that is tried, for the other clauses that ask for them. */
const SHORT = 800;

/** How a measure is sampled. */
export function samplingOf(use: MeasureUse): string {
  return measureOf(use.measure).params.some((p) => p.name === "sampling") ? String(paramsOf(use)["sampling"]) : "daily";
}

/**
 * The price of the next session that a rule waits for: its close, or its open where all that is compared is known then.
 * Formula: a rule with volume, with another series, or with weekly or monthly samples that are not over then waits for
 * none of the two (method 17, S79).
 * @param rule conditions and how they combine
 * @param nextDay epoch day of the next session
 * @returns the moment; undefined where no price of it decides
 * @throws CoreError `bad-option` for a measure or parameters that do not exist
 */
export function momentOfNext(rule: Rule, nextDay: number): Moment | undefined {
  const conditions = conditionsOf(rule);
  if (conditions.length === 0 || !usesOf(rule).every((use) => isOfPrice(use, nextDay))) return undefined;
  const atOpen = conditions.filter(({ left }) => isKnownAtOpen(left)).length;
  return atOpen === conditions.length ? "open" : atOpen === 0 ? "close" : undefined;
}

function isOfPrice(use: MeasureUse, nextDay: number): boolean {
  const { column, needs, atOpen } = measureOf(use.measure);
  if (isDrawn(use)) return subjectOf(use) === "self";
  if (!column || subjectOf(use) !== "self" || needs === "volume" || paramsOf(use)["on"] === "volume") return false;
  // Known before the session has a price, such as the win rate of its month.
  if (atOpen && needs !== "bars") return false;
  const sampling = samplingOf(use);
  return sampling === "daily" || nextDay >= periodEnd(nextDay, sampling === "weekly" ? "week" : "month");
}
