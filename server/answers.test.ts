import { createHash } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { isoDate } from "@core";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import type { Desk } from "./ask/desk.server";
import { deskOf } from "./testing/desk-of";
import { exampleParams } from "./testing/example-params";
import { valuesOf } from "./testing/values-of";

/*
 * Every answer of every study at twenty dates, as a hash of its figures to the last bit: answers.txt. A change that is to
 * leave figures as they are leaves these lines as they are; one that is not shows which answers it touches.
 * `npx vitest run server/answers.test.ts -u` writes them anew.
 */

const world = makeWorld(5, { stocks: 48, years: 4, reserve: 10 }).dataset;
const sessions = world.bars.find((b) => b.ticker === "ALBRO")!.days;
const DATES = 20;
const dates = Array.from({ length: DATES }, (_, k) =>
  isoDate(sessions[Math.round(60 + (k * (sessions.length - 61)) / (DATES - 1))]!),
);

describe("all answers", () => {
  let desk: Desk;
  beforeAll(async () => {
    desk = await deskOf(world);
  });
  afterAll(() => desk.close());

  it("are to the last bit what they were", async () => {
    const lines = [`dates ${dates.join(" ")}`];
    for (const study of STUDIES.values())
      for (const example of study.examples) {
        const hashes: string[] = [];
        for (const asOf of dates) {
          const { result } = await desk.ask({ study: study.name, params: exampleParams(world, example), asOf });
          hashes.push(createHash("sha256").update(valuesOf(result)).digest("hex").slice(0, 8));
        }
        lines.push(`${study.name} ${JSON.stringify(example)}`, `  ${hashes.join(" ")}`);
      }
    await expect(lines.join("\n")).toMatchFileSnapshot("./answers.txt");
  }, 240_000);
});
