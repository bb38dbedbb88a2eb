import { describe, expect, it } from "vitest";
import { epochDay } from "@core";
import type { ChartTrade } from "./price-chart-data";
import { drawnBy, FRAME, NAMED_COLOURS } from "./testing-render";
import { tradeSeries } from "./trade-series";

const monday = epochDay("2026-03-02");
// Ten sessions of two weeks, the weekend left out.
const days = Int32Array.from({ length: 10 }, (_, k) => monday + k + (k >= 5 ? 2 : 0));
const close = Float64Array.from(days, (_, k) => 50 + k);
const trade = (more: Partial<ChartTrade>): ChartTrade => ({
  ...{ entered: days[2]!, left: days[6]!, entryPrice: 60, exitPrice: 70, net: 0.1, running: NaN },
  ...more,
});
const drawn = (trades: readonly ChartTrade[], placed = (x: number) => x) =>
  drawnBy(tradeSeries(NAMED_COLOURS, { days, close }, trades, placed));

describe("trades on a chart", () => {
  it("are a chord from entry to exit in the colour of what they made", () => {
    const [won, lost, none] = drawn([trade({}), trade({ net: -0.1 }), trade({ net: 0 })]);
    expect(won![0]!.shape).toEqual({ x1: FRAME.x + 20, y1: FRAME.y + 160, x2: FRAME.x + 60, y2: FRAME.y + 120 });
    expect([won, lost, none].map((parts) => parts![0]!.style["stroke"])).toEqual(["teal", "rust", "teal"]);
    expect(won![0]!.style.lineDash).toBeNull();
    // Open where it began, filled where it ended.
    expect(won!.slice(1).map((part) => part.style["fill"])).toEqual(["paper", "teal"]);
  });

  it("that are open run dashed to the last close, by what they make so far", () => {
    const [open] = drawn([trade({ left: NaN, exitPrice: NaN, net: NaN, running: -0.02 })]);
    expect(open![0]!.shape).toMatchObject({ x2: FRAME.x + 90, y2: FRAME.y + 4 * (100 - 59) });
    expect(open![0]!.style).toMatchObject({ stroke: "rust", lineDash: [5, 4] });
  });

  it("that ended before the first bar are not drawn, those that end on it are", () => {
    expect(drawn([trade({ left: days[0]! - 1 }), trade({ entered: days[0]! - 9, left: days[0]! })])).toHaveLength(1);
  });

  it("stand where the axis puts their prices", () => {
    const [parts] = drawn([trade({})], (x) => x / 2);
    expect([parts![0]!.shape!["y1"], parts![0]!.shape!["y2"]]).toEqual([FRAME.y + 280, FRAME.y + 260]);
  });

  it("on weeks stand in the week that their day is of", () => {
    const weeks = Int32Array.of(days[4]!, days[9]!);
    const series = tradeSeries(NAMED_COLOURS, { days: weeks, close: Float64Array.of(54, 59) }, [trade({})], (x) => x);
    expect(drawnBy(series)[0]![0]!.shape).toMatchObject({ x1: FRAME.x, x2: FRAME.x + 10 });
  });
});
