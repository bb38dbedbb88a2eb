import { bitCount, clausesOf, switchedOn, type Moment, type Rule } from "@core";
import type { Sample } from "./sample";

/** How many samples there are before any clause, and how many are left after each. */
export interface ClauseCounts {
  readonly all: number;
  /** In the order of the clauses; of one that is switched off how many would be left with it, and at the end. */
  readonly clauses: readonly { readonly left: number; readonly atEnd: number; readonly off: boolean }[];
}

/**
 * Samples are the sessions of all instruments together on which every comparison that is asked is known.
 * @param samples of the rule without what is switched off
 * @param rule with it
 * @param moment when it is judged
 */
export function clauseCounts(samples: readonly Sample[], rule: Rule, moment: Moment): ClauseCounts {
  const clauses = clausesOf(rule);
  const counts = clauses.map((clause) => ({ left: 0, atEnd: 0, off: clause.off === true }));
  let all = 0;
  for (const { asked, spanBits } of samples) {
    all += bitCount(spanBits);
    const yes = clauses.map((clause) => asked.conditions.truth(switchedOn(clause), moment).yes);
    let left = spanBits;
    clauses.forEach((clause, k) => {
      const own = intersection(left, yes[k]!);
      counts[k]!.left += bitCount(own);
      if (!clause.off) left = own;
    });
    clauses.forEach((clause, k) => {
      counts[k]!.atEnd += bitCount(clause.off ? intersection(left, yes[k]!) : left);
    });
  }
  return { all, clauses: counts };
}

function intersection(a: Uint32Array, b: Uint32Array): Uint32Array {
  return a.map((word, w) => word & b[w]!);
}
