import { describe, expect, it } from "vitest";
import { moved, zoomed } from "./chart-view";

describe("the part of a chart in view", () => {
  it("moves on, but not past the ends", () => {
    expect(moved({ start: 20, end: 40 }, 10)).toEqual({ start: 30, end: 50 });
    expect(moved({ start: 20, end: 40 }, -30)).toEqual({ start: 0, end: 20 });
    expect(moved({ start: 20, end: 40 }, 90)).toEqual({ start: 80, end: 100 });
  });
  it("narrows and widens around its right edge, within the whole", () => {
    expect(zoomed({ start: 0, end: 100 }, 0.8)).toEqual({ start: 20, end: 100 });
    expect(zoomed({ start: 40, end: 60 }, 0.5)).toEqual({ start: 50, end: 60 });
    expect(zoomed({ start: 10, end: 30 }, 2)).toEqual({ start: 0, end: 40 });
    expect(zoomed({ start: 10, end: 90 }, 3)).toEqual({ start: 0, end: 100 });
  });
  it("does so around a place that stays where it is, unless an end is met, and is never too narrow", () => {
    expect(zoomed({ start: 20, end: 60 }, 0.5, { around: 30 })).toEqual({ start: 25, end: 45 });
    expect(zoomed({ start: 25, end: 45 }, 2, { around: 30 })).toEqual({ start: 20, end: 60 });
    expect(zoomed({ start: 20, end: 60 }, 2, { around: 58 })).toEqual({ start: 0, end: 80 });
    expect(zoomed({ start: 50, end: 90 }, 2, { around: 52 })).toEqual({ start: 20, end: 100 });
    expect(zoomed({ start: 20, end: 60 }, 0.1, { around: 40, least: 10 })).toEqual({ start: 35, end: 45 });
  });
});
