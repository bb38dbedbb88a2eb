import { describe, expect, it } from "vitest";
import { isSmallSample } from "./small-sample";
import { clipped, overlapping, price } from "./words";

describe("words and samples", () => {
  it("prices have the decimals of their tick, or of that of another", () => {
    expect([price(12.3456), price(2.5111), price(0.5), price(250, 0.5), price(NaN)]).toEqual([
      "12.35",
      "2.511",
      "0.5000",
      "250.0000",
      "–",
    ]);
  });
  it("texts that were given are short in a message", () => {
    expect([clipped("short"), clipped("x".repeat(61)).length, clipped("abcdef", 3)]).toEqual(["short", 61, "abc…"]);
    expect(overlapping(1)).toBe("1 session");
    expect(overlapping(5_978)).toBe("5,978 sessions, which overlap");
  });
  it("are few below twenty cases, or in fewer than ten runs", () => {
    expect([isSmallSample(19), isSmallSample(20), isSmallSample(500, 9), isSmallSample(500, 10), isSmallSample(19, 50)]).toEqual([
      true,
      false,
      true,
      false,
      true,
    ]);
  });
});
