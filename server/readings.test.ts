import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import type { Sentence } from "@studies/define-study";
import { STUDIES } from "@studies/registry";
import { MOST_READ, sentenceText } from "@studies/words/words";
import { makeWorld } from "@world/make-world";
import { Desk } from "./ask/desk.server";
import { openDatabase } from "./db.server";
import { Feed } from "./feed/feed.server";
import { exampleParams } from "./testing/example-params";
import { faultsOf } from "./testing/sentence-faults";
import { writeWorld } from "./transfer/write-world.server";

/*
 * Every sentence of every study at five dates, as a text that a person can read from end to end: readings.txt. A change
 * of words shows there as a change of lines; `npx vitest run server/readings.test.ts -u` writes it anew.
 */

const world = makeWorld(11, { stocks: 120, years: 8, reserve: 3 });
const { dataset, reserve } = world;
const broad = dataset.bars.find((b) => b.ticker === "ALBRO")!;
const FIRST = 800;

/** What an answer says besides its reading. */
type Told = { readonly changes?: readonly { readonly sentence?: Sentence }[] } | undefined;

/** The session from a first one on at which a value is lowest. */
function lowest(valueAt: (s: number) => number): number {
  let best = FIRST;
  for (let s = FIRST; s < broad.days.length; s++) if (valueAt(s) < valueAt(best)) best = s;
  return best;
}

const move = (s: number, n: number) => Math.log(broad.close[s]! / broad.close[s - n]!);
const DATES = {
  early: 130,
  "in a crash": lowest((s) => move(s, 21)),
  "in a calm": lowest((s) => Math.hypot(...Array.from({ length: 63 }, (_, k) => move(s - k, 1)))),
  latest: broad.days.length - 1,
};

describe("the readings", () => {
  let desk: Desk;
  beforeAll(async () => {
    const db = await openDatabase(":memory:");
    await writeWorld(db, world);
    desk = new Desk(db);
  });
  afterAll(() => desk.close());

  const long: string[] = [];
  const saidAt = async (name: string, asOf: string | undefined): Promise<string[]> => {
    const lines = [`# ${name}: ${asOf ?? isoDate(reserve[0]!.day)}`, ""];
    for (const study of STUDIES.values())
      for (const example of study.examples) {
        const { reading, result } = await desk.ask<Told>({ study: study.name, params: exampleParams(dataset, example), asOf });
        if (MAIN.has(study.name))
          if (lettersOf(reading) > MOST_READ) long.push(`${study.name}: ${reading.map(sentenceText).join(" ")}`);
        const sentences = [...reading, ...(result?.changes ?? []).flatMap((c) => (c.sentence ? [c.sentence] : []))];
        if (sentences.length === 0) continue;
        lines.push(`${study.name} ${JSON.stringify(example)}`, ...sentences.map((s) => `  ${sentenceText(s)}`), "");
      }
    return lines;
  };

  it("can be read aloud: no sentence is cut short, counts one as several, or has a dash for a word", async () => {
    const lines: string[] = [];
    for (const [name, s] of Object.entries(DATES)) lines.push(...(await saidAt(name, isoDate(broad.days[s]!))));
    const feed = new Feed(desk);
    await feed.step();
    await feed.step();
    lines.push(...(await saidAt("in progress", undefined)));
    expect(long).toEqual([]);
    await expect(lines.join("\n")).toMatchFileSnapshot("./readings.txt");
    expect(lines.filter((line) => line.startsWith("  ")).flatMap((line) => faultsOf(line.trim()))).toEqual([]);
  }, 240_000);
});

/** Studies whose reading stands on top of a screen. */
const MAIN = new Set(["today", "regime", "breadth", "timing", "rotation", "groups", "stocks", "period-map", "chart", "fund"]);

function lettersOf(sentences: readonly Sentence[]): number {
  return sentences.reduce((n, sentence) => n + sentenceText(sentence).length + 1, 0);
}
