import { bitCount, clausesOf, type Rule } from "@core";
import type { AskedInstrument } from "./asked-instruments";
import { knownThroughout, momentOf, spanBits, type SampleAsked } from "./sample";

/** How many samples there are before any clause, and how many are left after each. */
export interface ClauseCounts {
  readonly all: number;
  /** In the order of the clauses; of one that is switched off how many would be left with it, and at the end. */
  readonly clauses: readonly { readonly left: number; readonly atEnd: number; readonly off: boolean }[];
}

/** Samples are the sessions of all instruments together on which every comparison that is asked is known. */
export function clauseCounts(instruments: readonly AskedInstrument[], asked: SampleAsked): ClauseCounts {
  const clauses = clausesOf(asked.rule);
  const moment = momentOf(asked.plan);
  const counts = clauses.map((clause) => ({ left: 0, atEnd: 0, off: clause.off === true }));
  let all = 0;
  for (const instrument of instruments) {
    const known = knownThroughout(instrument, asked.rule, moment);
    const span = spanBits(instrument, known, asked);
    all += bitCount(span);
    const yes = clauses.map((clause) => instrument.conditions.truth(on(clause), moment).yes);
    const after: Uint32Array[] = [];
    let left = span;
    clauses.forEach((clause, k) => {
      const own = intersection(left, yes[k]!);
      after.push(own);
      counts[k]!.left += bitCount(own);
      if (!clause.off) left = own;
    });
    clauses.forEach((clause, k) => {
      counts[k]!.atEnd += bitCount(clause.off ? intersection(left, yes[k]!) : left);
    });
  }
  return { all, clauses: counts };
}

/** A clause as if it were not switched off. */
function on(clause: Rule): Rule {
  const { off: _off, ...rest } = clause;
  return rest;
}

function intersection(a: Uint32Array, b: Uint32Array): Uint32Array {
  return a.map((word, w) => word & b[w]!);
}
