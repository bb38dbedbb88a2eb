import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { seeded } from "@core/testing";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { Invalid, NotFound } from "../errors";
import { deskOf } from "../testing/desk-of";
import { exampleParams } from "../testing/example-params";
import { times } from "../testing/times";
import type { Desk } from "./desk.server";
import { paramsFromSearch } from "./params-from-search";

/* Whatever stands in an address: an answer, or a refusal in words; never a fault, never for long. */

const SEED = Number(process.env["YUBRIN_SEED"] ?? Date.now() % 1_000_000);
const QUERIES = times(1_000);
const world = makeWorld(12, { stocks: 10, years: 1, reserve: 2 }).dataset;
let desk: Desk;
beforeAll(async () => {
  desk = await deskOf(world);
});
afterAll(() => desk.close());

const WORDS = [
  "",
  "0",
  "-1",
  "1e309",
  "NaN",
  "null",
  "true",
  "__proto__",
  "constructor",
  "2026-02-30",
  "2026-06-11",
  "0001-01-01",
  "9999-12-31",
  "market:",
  "sector:",
  "sector:Nowhere",
  "group:ALBRO",
  "stocks:",
  "stocks:=,,",
  "any:",
  "any:|",
  "any:any:sector:x",
  "sector:%00",
  "'; drop table kept; --",
  "<script>",
  "\u{1F600}",
  "a".repeat(5_000),
  "[".repeat(2_000),
  '{"all":[]}',
  '{"not":{"not":1}}',
  "12,5",
  "999999999999",
  "flat",
  "mean",
  "index",
  "WORLD",
  "ALBRO",
  "CVESS",
  "ema",
  "sma",
  "weekly",
  "monthly",
  "stock",
  "fund",
  "world",
];

describe(`${QUERIES} queries`, () => {
  it(
    `are answered or refused (seed ${SEED})`,
    async () => {
      console.log(`hostile queries: YUBRIN_SEED=${SEED}`);
      const random = seeded(SEED);
      const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
      const studies = [...STUDIES.values()];
      const outcomes = { answered: 0, refused: 0 };
      for (let k = 0; k < QUERIES; k++) {
        const study = pick(studies);
        const search = new URLSearchParams();
        const example = exampleParams(world, pick(study.examples));
        for (const [key, value] of Object.entries(example))
          for (const text of [value].flat()) if (random() < 0.7) search.append(key, String(text));
        const keys = [...Object.keys(study.params.shape), "__proto__", "constructor"];
        for (let n = Math.floor(3 * random()); n > 0; n--) search.append(pick(keys), pick(WORDS));
        const question = {
          study: random() < 0.02 ? pick(WORDS) : study.name,
          params: paramsFromSearch(study.params, search),
          market: random() < 0.1 ? pick(WORDS) : undefined,
          asOf: random() < 0.2 ? pick(WORDS) : undefined,
        };
        const started = performance.now();
        try {
          const answer = await desk.ask(question);
          study.table(answer.result);
          outcomes.answered++;
        } catch (error) {
          if (!(error instanceof Invalid || error instanceof NotFound))
            throw new Error(`${question.study}?${search.toString().slice(0, 400)}`, { cause: error });
          expect(`${error.message}${error.details.join("")}`.length).toBeLessThan(4_000);
          outcomes.refused++;
        }
        expect(performance.now() - started, `${question.study}?${search.toString().slice(0, 200)}`).toBeLessThan(3_000);
      }
      expect(outcomes.answered).toBeGreaterThan(200);
      expect(outcomes.refused).toBeGreaterThan(100);
      expect(({} as Record<string, unknown>)["polluted"]).toBeUndefined();
    },
    times(120_000),
  );
});
