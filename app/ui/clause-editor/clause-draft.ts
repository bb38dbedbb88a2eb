import { switchedOn, type Rule } from "@core/conditions/condition";

/*
 * A situation while it is edited: clauses side by side, all of which (or any) must hold. What the editor changes goes through
 * here; the rule that comes out is again a plain one.
 */

export interface Draft {
  readonly join: "all" | "any";
  readonly clauses: readonly Rule[];
}

/** A rule as clauses side by side. */
export function draftOf(rule: Rule): Draft {
  if (!rule.off && "any" in rule) return { join: "any", clauses: rule.any };
  return { join: "all", clauses: !rule.off && "all" in rule ? rule.all : [rule] };
}

/** The rule of a draft; of one clause that clause is kept within all-of, so that the way to it stays the same. */
export function ruleOfDraft({ join, clauses }: Draft): Rule {
  return join === "any" ? { any: clauses } : { all: clauses };
}

export const withClause = (draft: Draft, k: number, clause: Rule): Draft => ({
  ...draft,
  clauses: draft.clauses.map((c, i) => (i === k ? clause : c)),
});

export const withoutClause = (draft: Draft, k: number): Draft => ({ ...draft, clauses: draft.clauses.filter((_, i) => i !== k) });

export const withAdded = (draft: Draft, clause: Rule, at = draft.clauses.length): Draft => ({
  ...draft,
  clauses: [...draft.clauses.slice(0, at), clause, ...draft.clauses.slice(at)],
});

/** A clause moved to another place; the draft as it is where there is no such place. */
export function withMoved(draft: Draft, from: number, to: number): Draft {
  const { clauses } = draft;
  if (to < 0 || to >= clauses.length || from === to) return draft;
  const rest = clauses.filter((_, i) => i !== from);
  return { ...draft, clauses: [...rest.slice(0, to), clauses[from]!, ...rest.slice(to)] };
}

/** A clause switched off, or on again. */
export function switched(clause: Rule): Rule {
  return clause.off ? switchedOn(clause) : { ...clause, off: true };
}

/** A clause changed, switched off where it was. */
export function changed(clause: Rule, change: (on: Rule) => Rule): Rule {
  const next = change(switchedOn(clause));
  return clause.off ? { ...next, off: true } : next;
}

/** The opposite of a clause; of an opposite what it was. */
export const opposite = (clause: Rule): Rule => changed(clause, (on) => ("not" in on ? on.not : { not: on }));

/** A clause as one of several of which any will do. */
export const asAnyOf = (clause: Rule): Rule => changed(clause, (on) => ("any" in on ? on : { any: [on] }));

/** The clauses of a sentence that was pasted, added behind those there are. */
export function withPasted(draft: Draft, rule: Rule): Draft {
  const added = "all" in rule && draft.join === "all" ? rule.all : [rule];
  return { ...draft, clauses: [...draft.clauses, ...added] };
}
