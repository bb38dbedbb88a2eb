import { describe, expect, it } from "vitest";
import { pinInHand } from "./pin-in-hand";

const main = { twin: "/data/breadth", name: "Breadth" };

/** An element as far as it is asked: within what it is. */
const within = (...selectors: string[]) =>
  ({
    closest: (asked: string) =>
      asked.split(", ").some((one) => selectors.includes(one)) ? ({ children: [], dataset: {} } as unknown as Element) : null,
  }) as unknown as Element;

describe("what is in hand", () => {
  it("is the reading, unless the keyboard was moved into a table or a picture", () => {
    expect(pinInHand(null, main, "history")).toEqual({ source: { ...main, show: "reading" } });
    expect(pinInHand(within("table"), main, "history")).toEqual({ source: { ...main, show: "table" } });
    expect(pinInHand(within("figure"), main, "history")).toEqual({ source: { ...main, show: "picture", picture: "history" } });
    expect(pinInHand(within("figure"), main, undefined)).toEqual({ source: { ...main, show: "reading" } });
    expect(pinInHand(null, undefined, undefined)).toBeUndefined();
  });
  it("is the sentence of the reading that has the keyboard", () => {
    const figure = { closest: (asked: string) => (asked === "h1" ? heading : null) } as unknown as Element;
    const heading = { children: [{ contains: () => false }, { contains: (one: Element) => one === figure }] };
    expect(pinInHand(figure, main, "history")).toEqual({ source: { ...main, show: "reading" }, sentence: 1 });
  });
  it("is what an element says of itself before what the screen is of", () => {
    const plan = { of: "plan", id: "planofone", name: "LINON" };
    const row = { closest: (asked: string) => (asked === "[data-pin]" ? { dataset: { pin: JSON.stringify(plan) } } : null) };
    expect(pinInHand(row as unknown as Element, main, undefined)).toEqual({ source: plan });
  });
});
