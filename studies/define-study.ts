import type { z } from "zod";
import type { Picture } from "@studies/pictures/picture-schema";
import type { Table } from "./table";
import type { Market } from "@studies/market/market";

/** A place in the application, as a study names it: the screen and what it should show there. */
export interface Link {
  readonly screen:
    | "today"
    | "regime"
    | "breadth"
    | "timing"
    | "rotation"
    | "groups"
    | "period-map"
    | "seasons"
    | "precedents"
    | "key-levels"
    | "screen"
    | "setups"
    | "lists"
    | "trials"
    | "plans"
    | "briefs"
    | "chart";
  readonly params?: Readonly<Record<string, string>>;
}

/** A figure within a sentence, with the evidence it leads to. */
export interface Figure {
  readonly figure: string;
  readonly to?: Link;
}

/** A sentence in plain words: text and figures in the order in which they are read. */
export type Sentence = readonly (string | Figure)[];

/**
 * Tells the share done, 0 to 1; a long study calls it often.
 * @throws Stopped when nobody waits for the answer any more; a study lets it pass
 */
export type TellShare = (share: number) => void;

/** The answer is not waited for any more. */
export class Stopped extends Error {
  override name = "Stopped";
}

/** A named question that a screen, a brief, an export or a test can ask of a market as of a session. */
export interface Study<S extends z.ZodObject = z.ZodObject, R = unknown> {
  readonly name: string;
  /** What it answers, in one sentence. */
  readonly about: string;
  readonly params: S;
  /**
   * What it takes to answer: `light` looks things up; `heavy` calculates, and may derive columns; `long` takes seconds, tells how
   * far it is, and can be stopped.
   */
  readonly cost: "light" | "heavy" | "long";
  /** Whether it reads what is drawn on charts, also where no rule among its parameters names it [no]. */
  readonly drawings?: true;
  /** Parameters to prove it with: it is asked with each of them on a cut database. `$` names stand for a value of the data. */
  readonly examples: readonly z.input<S>[];
  ask(market: Market, params: z.output<S>, tell?: TellShare): R;
  reading(result: R): readonly Sentence[];
  table(result: R): Table;
  /** Pictures of its answer for briefs, by key, the one that stands for it first; undefined where there is nothing to draw. */
  readonly pictures?: Readonly<Record<string, StudyPicture<R>>>;
  /** What holds in its answer, by name, in words: a part of a brief has changed where one of them differs. */
  states?(result: R): Readonly<Record<string, string>>;
}

export interface StudyPicture<R> {
  /** What it shows, as a caption begins. */
  readonly name: string;
  draw(result: R): Picture | undefined;
}

/** Defines a study; the types of its parts follow from its parameters and its answer. */
export function defineStudy<S extends z.ZodObject, R>(study: Study<S, R>): Study<S, R> {
  return study;
}
