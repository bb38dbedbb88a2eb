import { describe, expect, it } from "vitest";
import { readSentence, ruleSentence, type Rule } from "@core";
import {
  asAnyOf,
  changed,
  draftOf,
  opposite,
  ruleOfDraft,
  switched,
  withAdded,
  withClause,
  withMoved,
  withoutClause,
  withPasted,
} from "./clause-draft";

const rule = (sentence: string): Rule => readSentence(sentence)!;
const [a, b, c] = [rule("it closes higher"), rule("it is a Monday"), rule("it has a doji")];
const draft = { join: "all", clauses: [a, b, c] } as const;

describe("a draft", () => {
  it("is made of a rule, and makes the rule again", () => {
    for (const made of [{ all: [a, b] }, { any: [a, b] }]) expect(ruleOfDraft(draftOf(made))).toEqual(made);
    expect(draftOf(a)).toEqual({ join: "all", clauses: [a] });
    // A whole that is switched off is one clause that is.
    expect(draftOf({ any: [a, b], off: true }).clauses).toHaveLength(1);
  });
  it("has clauses changed, added, taken out and moved, each in its place", () => {
    expect(withClause(draft, 1, c).clauses).toEqual([a, c, c]);
    expect(withoutClause(draft, 1).clauses).toEqual([a, c]);
    expect(withAdded(withoutClause(draft, 1), b, 1).clauses).toEqual([a, b, c]);
    expect(withMoved(draft, 0, 2).clauses).toEqual([b, c, a]);
    expect(withMoved(draft, 2, 0).clauses).toEqual([c, a, b]);
    for (const to of [-1, 0, 3]) expect(withMoved(draft, 0, to)).toBe(draft);
  });
  it("takes a pasted sentence apart only where its clauses are joined in the same way", () => {
    const pasted = rule("it closes higher and it is a Monday");
    expect(withPasted({ join: "all", clauses: [c] }, pasted).clauses).toHaveLength(3);
    expect(withPasted({ join: "any", clauses: [c] }, pasted).clauses).toEqual([c, pasted]);
    expect(withPasted({ join: "all", clauses: [c] }, { any: [a, b] }).clauses).toEqual([c, { any: [a, b] }]);
  });
});

describe("a clause", () => {
  it("is switched off and on, and stays off when it is changed", () => {
    const off = switched(a);
    expect(off).toEqual({ ...a, off: true });
    expect(switched(off)).toEqual(a);
    expect(changed(off, () => b)).toEqual({ ...b, off: true });
    expect(opposite(off)).toEqual({ not: a, off: true });
  });
  it("is negated, and its opposite is what it was", () => {
    expect(ruleSentence(opposite(a))).toBe("not (it closes higher)");
    expect(opposite(opposite(a))).toEqual(a);
  });
  it("becomes one of several once", () => {
    expect(asAnyOf(a)).toEqual({ any: [a] });
    expect(asAnyOf(asAnyOf(a))).toEqual({ any: [a] });
  });
});
