import { atr } from "../indicators/atr";
import { conditionsOf, usesOf, type Rule } from "../conditions/condition";
import type { Moment } from "../conditions/evaluate";
import { decidingPrices } from "./deciding-prices";
import { momentOfNext, NextSession, type UpToNow } from "./next-session";

/** A price of the next session beyond which a rule has another truth. */
export interface PriceChange {
  /** The price itself is not beyond it. */
  readonly price: number;
  readonly becomes: boolean;
}

/** How the truth of a rule hangs on the price of the next session. */
export interface PriceChanges {
  readonly moment: Moment;
  /** At the present close; undefined where it is not known. */
  readonly now: boolean | undefined;
  /** At the next session, were its price the present close. */
  readonly unchanged: boolean | undefined;
  /** The nearest change on either side. */
  readonly above: PriceChange | undefined;
  readonly below: PriceChange | undefined;
}

/** Farthest from the close, and a step of trying, in ATR(14). */
const FARTHEST = 10;
const STEP = 0.05;
const HALVINGS = 60;
/** How many of the latest bars are looked at: the fewest that give the same as all. */
const RECENT = [96, 192, 384, 768, 1536];
/** What hangs on the path that led here, such as the ATR of a turn long ago, takes at least so many. */
const PATHS: ReadonlySet<string> = new Set(["swing high", "swing low", "parabolic sar", "trailing stop"]);
const PATH_BARS = 768;
/** Measures that differ by less, relatively, are the same. */
const SAME = 1e-11;
/** Prices closer than this, relatively, are one. */
const NEAR = 1e-8;

/**
 * At which price of the next session a rule would become true or false.
 * Formula: of all prices at which the sides of its conditions can meet, the nearest either side of the close beyond which
 * its truth is not what it would be at x = C[t]; where there is no closed form x = C +/- j 0.05 ATR(14), j = 1..200, the
 * first with another truth, narrowed by 60 halvings to its outer end; none at or below 0 or farther than 10 ATR(14) (method
 * 17, S79 to S88).
 * @param history own bars of one instrument up to a session, and the day of the next
 * @returns asked with a rule, its changes; undefined where no price of the next session decides it, or the instrument has no
 *   ATR(14)
 * @throws CoreError `bad-option` for a measure or parameters that do not exist
 */
export function priceChangesFrom(history: UpToNow): (rule: Rule) => PriceChanges | undefined {
  const range = atr(history.bars, 14).at(-1) ?? NaN;
  const sessions = new Map<string, NextSession>();
  const sessionOf = (moment: Moment, most: number) => {
    const key = `${moment} ${most}`;
    const made = sessions.get(key) ?? new NextSession(history, moment, most);
    sessions.set(key, made);
    return made;
  };
  return (rule) => {
    const moment = momentOfNext(rule, history.nextDay);
    if (moment === undefined || !(range > 0)) return undefined;
    const whole = sessionOf(moment, Infinity);
    const next = sessionOf(
      moment,
      RECENT.find((most) => agree(rule, whole, sessionOf(moment, most), FARTHEST * range)) ?? Infinity,
    );
    const [now, unchanged] = [known(next.truthNow(rule)), known(next.truth(rule, next.close))];
    if (unchanged === undefined) return { moment, now, unchanged, above: undefined, below: undefined };
    const candidates = conditionsOf(rule).map((condition) => decidingPrices(condition, next));
    const closed = candidates.every((c) => c !== undefined);
    const side = (sign: 1 | -1): PriceChange | undefined => {
      const price = closed
        ? nearestChange(rule, next, candidates.flat(), sign * range, unchanged)
        : firstTried(rule, next, sign * STEP * range, unchanged);
      if (price === undefined || !(price > 0) || Math.abs(price - next.close) > FARTHEST * range) return undefined;
      return { price, becomes: !unchanged };
    };
    return { moment, now, unchanged, above: side(1), below: side(-1) };
  };
}

const known = (truth: -1 | 0 | 1) => (truth < 0 ? undefined : truth === 1);

/** The first price on one side beyond which the truth is another one. */
function nearestChange(rule: Rule, next: NextSession, prices: number[], reach: number, unchanged: boolean) {
  const { close } = next;
  const sign = Math.sign(reach);
  const ahead = prices.filter((p) => sign * (p - close) >= -NEAR * close).sort((a, b) => sign * (a - b));
  for (const [k, price] of ahead.entries()) {
    const following = ahead.slice(k + 1).find((p) => sign * (p - price) > NEAR * close);
    // Between two such prices the truth does not change.
    const probe = (price + (following ?? Math.max(price + 2 * reach, price / 2))) / 2;
    if (known(next.truth(rule, probe)) === !unchanged) return price;
  }
  return undefined;
}

function firstTried(rule: Rule, next: NextSession, step: number, unchanged: boolean): number | undefined {
  const isOther = (x: number) => known(next.truth(rule, x)) === !unchanged;
  for (let j = 1; j <= FARTHEST / STEP; j++) {
    let other = next.close + j * step;
    if (other <= 0) return undefined;
    if (!isOther(other)) continue;
    let same = next.close + (j - 1) * step;
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (same + other) / 2;
      // Nothing lies between them any more.
      if (middle === same || middle === other) break;
      if (isOther(middle)) other = middle;
      else same = middle;
    }
    return other;
  }
  return undefined;
}

/**
 * Whether the latest bars alone give every measure of a rule: where it looks, and at prices far out, where the state that a path
 * has led to would show.
 */
function agree(rule: Rule, whole: NextSession, recent: NextSession, far: number): boolean {
  if (recent.bars < PATH_BARS && usesOf(rule).some((use) => PATHS.has(use.measure))) return false;
  const reach = Math.max(...conditionsOf(rule).map((c) => (c.running ?? c.within ?? c.firstIn ?? 1) + (c.ago ?? 0)));
  return usesOf(rule).every((use) => {
    const same = (x: number, back = 0) => {
      const [a, b] = [whole.value(use, x, back), recent.value(use, x, back)];
      return Object.is(a, b) || Math.abs(a - b) <= SAME * Math.abs(a);
    };
    const { close } = whole;
    return [0, 1, reach].every((back) => same(close, back)) && same(close + far) && same(Math.max(close - far, close / 100));
  });
}
