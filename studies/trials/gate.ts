import { mapUses, ruleSentence, subjectOf, truthAt, withoutOff, type Rule, type Truth } from "@core";
import { z } from "zod";
import { conditionsAskedOf } from "@studies/conditions/conditions-of";
import { ruleSchema } from "@studies/conditions/rule-schema";
import type { Market } from "@studies/market/market";
import { groupKeyText } from "@studies/sets/group-key";
import { marketAsked } from "./episodes";
import { GATE_LEVELS, type Gate, type GateLevel } from "./ready-gates";
import type { UniverseAt } from "./scan-at";

export const gateSchema = z.strictObject({ level: z.enum(GATE_LEVELS), when: ruleSchema });

/** A gate in words, of whom it asks at their beginning. */
export function gateWords({ level, when }: Gate): string {
  const words = ruleSentence(withoutOff(when));
  return level === "stock" || words.startsWith("the market") ? words : `${level}: ${words}`;
}

/** What a gate lets through on the sessions of a universe. */
export interface GateAt {
  /** By candidate, a row of sessions: 1 where it passes; unknown is closed. */
  readonly passes: readonly Uint8Array[];
  /** 1 on the sessions on which it is known for at least one member. */
  readonly known: Uint8Array;
}

/** A gate on the sessions of a universe (method 12, P09, R43). */
export function gateAt(market: Market, { level, when }: Gate, universe: UniverseAt): GateAt {
  const { candidates, members, at } = universe;
  const rule = withoutOff(when);
  const truthFor = truthsBy(market, level, rule);
  const known = new Uint8Array(at.length);
  const passes = candidates.map((one, i) => {
    const truth =
      level === "stock" ? one.conditions.truth(rule, "close") : truthFor(level === "market" ? "" : one.instrument[level]);
    const row = new Uint8Array(at.length);
    if (!truth) return row;
    for (let k = 0; k < row.length; k++) {
      const is = truthAt(truth, at[k]!);
      if (is >= 0 && members[i]![k] === 1) known[k] = 1;
      if (is === 1) row[k] = 1;
    }
    return row;
  });
  return { passes, known };
}

/** The truth of a rule about the market, or about a group by its name; undefined for a stock without such a group. */
function truthsBy(market: Market, level: GateLevel, rule: Rule): (name: string | null) => Truth | undefined {
  const found = new Map<string, Truth>();
  return (name) => {
    if (name === null) return undefined;
    let truth = found.get(name);
    if (!truth) {
      truth =
        level === "sector" || level === "industry"
          ? conditionsAskedOf(market, "composite").truth(ofGroup(rule, groupKeyText(level, name)), "close")
          : conditionsAskedOf(market, marketAsked(market)).truth(rule, "close");
      found.set(name, truth);
    }
    return truth;
  };
}

/** A rule with a group as the one of whom it asks. */
function ofGroup(rule: Rule, group: string): Rule {
  return mapUses(rule, (use) => (subjectOf(use) === "self" ? { ...use, of: { group } } : use));
}
