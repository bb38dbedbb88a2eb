import { describe, expect, it } from "vitest";
import { Answers } from "./answers";
import { bytesOf } from "./bytes-of";
import type { Said } from "./study-job";

const said = (floats: number): Said => ({ result: new Float64Array(floats), reading: [] });
const later = () => {
  let give: (said: Said) => void = () => undefined;
  let refuse: (error: Error) => void = () => undefined;
  const answer = new Promise<Said>((resolve, reject) => {
    give = resolve;
    refuse = reject;
  });
  return { answer, give, refuse };
};

describe("answers", () => {
  it("are worked on once, however many ask meanwhile, and kept", async () => {
    const answers = new Answers();
    const { answer, give } = later();
    let works = 0;
    const work = () => {
      works++;
      return answer;
    };
    const both = [answers.get("a", work), answers.get("a", work)].map((said) => Promise.resolve(said));
    const one = said(3);
    give(one);
    expect(await Promise.all(both)).toEqual([one, one]);
    expect(answers.get("a", work)).toBe(one);
    expect([works, answers.find("a")]).toEqual([1, one]);
  });
  it("of a question that failed are worked out again", async () => {
    const answers = new Answers();
    await expect(answers.get("a", () => Promise.reject(new Error("no")))).rejects.toThrow("no");
    await expect(answers.get("a", () => Promise.resolve(said(1)))).resolves.toEqual(said(1));
  });
  it("are bounded by their bytes: those not asked for longest go", async () => {
    const answers = new Answers(3 * 8_000);
    for (const name of ["a", "b"]) await answers.get(name, () => Promise.resolve(said(1_000)));
    expect(answers.find("a")).toBeDefined();
    await answers.get("c", () => Promise.resolve(said(1_000)));
    expect([answers.find("a"), answers.find("b"), answers.find("c")].map((x) => x !== undefined)).toEqual([true, false, true]);
    expect(answers.bytes).toBeLessThanOrEqual(24_000);
    await answers.get("huge", () => Promise.resolve(said(100_000)));
    expect(answers.find("huge")).toBeUndefined();
  });
  it("of data that have gone are given, and not kept", async () => {
    const answers = new Answers();
    const { answer, give } = later();
    const waiting = answers.get("a", () => answer);
    answers.clear();
    give(said(2));
    expect(await waiting).toEqual(said(2));
    expect(answers.find("a")).toBeUndefined();
  });
  it("are measured with all that they hold", () => {
    expect(bytesOf(new Float64Array(1000))).toBe(8096);
    expect(bytesOf("ab")).toBe(20);
    expect(bytesOf([1, { x: null }])).toBe(32 + 16 + 8 + 32 + 16);
  });
});
