import { align, heldStates, truthAt, type Rule } from "@core";
import { conditionsAskedOf } from "@studies/conditions/conditions-of";
import type { Asked } from "@studies/conditions/subject-series";
import { locate } from "@studies/market/own-calendar";
import type { Market } from "@studies/market/market";

/** On the market's composite, and not on an instrument. */
export const COMPOSITE = "composite";

export interface OwnStates {
  readonly asked: Asked;
  /** A session each: 1 up, -1 down, 0 before the first signal. */
  readonly states: Int8Array;
  /** Sessions on which both rules held. */
  readonly contradictions: number;
}

/** States of the analyst's own timing system on the sessions of the market; undefined where what it is on is not known. */
export function ownStates(market: Market, on: string, up: Rule, down: Rule): OwnStates | undefined {
  const asked = on === COMPOSITE ? "composite" : locate(market, on);
  if (!asked) return undefined;
  const [ups, downs] = [onSessions(market, asked, up), onSessions(market, asked, down)];
  return {
    asked,
    // Both at once contradict each other and change nothing.
    states: heldStates(ups.map((x, s) => (x === 1 ? 1 : 0) - (downs[s] === 1 ? 1 : 0))),
    contradictions: ups.reduce((sum, x, s) => sum + (x === 1 && downs[s] === 1 ? 1 : 0), 0),
  };
}

/** Truth of a rule on the sessions of the market: 1 true, 0 false, -1 unknown. */
function onSessions(market: Market, asked: Asked, rule: Rule): Int8Array {
  const conditions = conditionsAskedOf(market, asked);
  const truth = conditions.truth(rule, "close");
  const own = Float64Array.from({ length: truth.sessions }, (_, s) => (truthAt(truth, s) < 0 ? NaN : truthAt(truth, s)));
  const { days } = conditions.series;
  const here = days === market.sessions ? own : align(own, days, market.sessions);
  return Int8Array.from(here, (x) => (Number.isNaN(x) ? -1 : x));
}
