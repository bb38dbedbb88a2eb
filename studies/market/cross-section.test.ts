import { describe, expect, it } from "vitest";
import { growing, handMadeMarket } from "@studies/testing/hand-made-market";
import type { CrossSection } from "./cross-section";
import { Market } from "./market";

const data = handMadeMarket([
  { ticker: "AAA", closes: growing(10, 0.01, 60) },
  { ticker: "BBB", closes: growing(20, -0.01, 60) },
]);

/** Closes at the session, and how often they were derived. */
function counted(name: string): { section: CrossSection<number[]>; times: () => number } {
  let times = 0;
  return {
    times: () => times,
    section: {
      name,
      derive(market) {
        times++;
        return market.instruments.map((i) => market.bars("close", i.index)[market.t]!);
      },
    },
  };
}

describe("a cross-section", () => {
  it("is derived once a session, whoever asks", () => {
    const { section, times } = counted("closes");
    const first = new Market(data, 5).crossSection(section);
    expect(first).toEqual([10 * 1.01 ** 5, 20 * 0.99 ** 5].map((x) => expect.closeTo(x, 9) as number));
    expect(new Market(data, 5).crossSection(section)).toBe(first);
    expect(new Market(data, 6).crossSection(section)).not.toEqual(first);
    expect(new Market(data, 6).before(1).crossSection(section)).toBe(first);
    expect(times()).toBe(2);
  });
  it("is of one name and of one state of the data", () => {
    const { section, times } = counted("a");
    new Market(data, 7).crossSection(section);
    new Market(data, 7).crossSection({ ...section, name: "b" });
    new Market({ ...data, version: 2 }, 7).crossSection(section);
    expect(times()).toBe(3);
  });
  it("goes when many other sessions were looked at since", () => {
    const { section, times } = counted("old");
    const at = (t: number) => new Market(data, t).crossSection(section);
    at(10);
    for (let t = 20; t < 42; t++) at(t);
    at(10);
    expect(times()).toBe(23);
    for (let t = 20; t < 46; t++) at(t);
    const before = times();
    at(10);
    expect(times()).toBe(before + 1);
  });
});
