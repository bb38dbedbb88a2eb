import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { z } from "zod";
import { isoDate } from "@core";
import { compositeColumn } from "@studies/columns";
import { defineStudy, type Study } from "@studies/define-study";
import { deriveWhole, type PerSession } from "@studies/market";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { cutDataset } from "./testing/cut-dataset";
import { deskOf } from "./testing/desk-of";
import { differences } from "./testing/differences";
import { exampleParams } from "./testing/example-params";

/*
 * The proof that nothing looks ahead: every study, asked as of past dates, gives on the whole database bit for bit
 * what it gives on a database that was cut after that date.
 */

const world = makeWorld(5, { stocks: 48, years: 5, reserve: 10 }).dataset;
const sessions = world.bars.find((b) => b.ticker === "ALBRO")!.days;
const dates = [60, 300, 777, sessions.length - 2].map((t) => isoDate(sessions[t]!));

/** Where a study's answer as of a date depends on what came after it. */
async function lookAheadOf(study: Study, whole: Desk, cut: Desk, asOf: string, market?: string): Promise<string[]> {
  if (study.examples.length === 0) return [`${study.name} has no example parameters`];
  const found: string[] = [];
  for (const example of market ? study.examples.slice(0, 1) : study.examples) {
    if (market && JSON.stringify(example).includes("$")) continue;
    const question = { study: study.name, params: exampleParams(world, example), asOf, market };
    const [a, b] = [await whole.ask(question), await cut.ask({ ...question, asOf: undefined })];
    const { isLatest: _a, ...then } = a;
    const { isLatest: _b, ...now } = b;
    found.push(...differences(then, now));
  }
  return found;
}

/** Looks ahead on purpose: the composite against its mean over all sessions there are. */
const peekingColumn: PerSession<{ against: Float64Array }> = {
  name: "peeking",
  derive(data) {
    const { level } = deriveWhole(data, compositeColumn);
    const mean = level.reduce((a, b) => a + b, 0) / level.length;
    return { against: level.map((x) => x / mean) };
  },
};
const peeking = defineStudy({
  name: "peeking",
  about: "A study that looks ahead.",
  params: z.object({}),
  cost: "light",
  examples: [{}],
  ask: (market) => ({ now: market.perSession(peekingColumn).against[market.t]! }),
  reading: () => [],
  table: () => ({ columns: [], rows: [] }),
});
const withoutExamples = { ...peeking, name: "without examples", examples: [] };
const all: ReadonlyMap<string, Study> = new Map([...STUDIES, [peeking.name, peeking], [withoutExamples.name, withoutExamples]]);

describe.each(dates)("as of %s", (asOf) => {
  let whole: Desk;
  let cut: Desk;
  beforeAll(async () => {
    whole = await deskOf(world, all);
    cut = await deskOf(cutDataset(world, sessions[sessions.findIndex((d) => isoDate(d) === asOf)]!), all);
  });
  afterAll(async () => {
    await whole.close();
    await cut.close();
  });
  it.each([...STUDIES.values()].map((study) => [study.name, study] as const))("%s knows nothing later", async (_name, study) => {
    expect(await lookAheadOf(study, whole, cut, asOf)).toEqual([]);
  });
  it.each([...STUDIES.values()].map((study) => [study.name, study] as const))(
    "%s of the second market neither",
    async (_name, study) => {
      expect(await lookAheadOf(study, whole, cut, asOf, "CORVANY")).toEqual([]);
    },
  );
  it("a study that looks ahead is found out", async () => {
    expect(await lookAheadOf(all.get("peeking")!, whole, cut, asOf)).not.toEqual([]);
  });
  it("a study without examples is not let through", async () => {
    expect(await lookAheadOf(all.get("without examples")!, whole, cut, asOf)).toEqual([
      "without examples has no example parameters",
    ]);
  });
});
