import { describe, expect, it } from "vitest";
import { epochDay } from "@core";
import { ratioOptions } from "./ratio-chart";
import { seriesOptions } from "./series-chart";
import { lineValues, NAMED_COLOURS as theme } from "./testing-render";

const days = Int32Array.from({ length: 30 }, (_, k) => epochDay("2026-01-02") + 7 * k);
const column = (of: (k: number) => number) => Float64Array.from(days, (_, k) => of(k));

interface Options {
  readonly series: readonly {
    readonly name: string;
    readonly type: string;
    readonly xAxisIndex?: number;
    readonly data: readonly (number | string | { value: number; itemStyle: { color: string } })[];
  }[];
  readonly tooltip: { formatter(points: { dataIndex: number }[]): string };
}

describe("the ratio chart", () => {
  const options = ratioOptions(theme, {
    days,
    ratio: column((k) => (k === 0 ? NaN : 100 + k)),
    z: column((k) => (k < 5 ? NaN : k % 2 === 0 ? 1.25 : -0.5)),
    long: "Fish",
    short: "Ships",
  }) as unknown as Options;
  it("draws the ratio over its z, tinted by sign, nothing where there is none", () => {
    const [ratio, z] = options.series;
    expect(lineValues(ratio!.data).slice(0, 2)).toEqual([NaN, 101]);
    expect(z!.type).toBe("bar");
    expect(z!.data[4]).toBe("-");
    expect(z!.data[6]).toEqual({ value: 1.25, itemStyle: { color: "teal" } });
    expect(z!.data[7]).toEqual({ value: -0.5, itemStyle: { color: "rust" } });
  });
  it("tells date, ratio and z", () => {
    expect(options.tooltip.formatter([{ dataIndex: 6 }])).toBe("13 Feb 2026<br>Fish to Ships: 106.0<br>z over 52 samples: +1.25");
  });
});

describe("the series chart", () => {
  const options = seriesOptions(theme, {
    name: "Fish",
    referenceName: "Broad",
    r63: 0.1,
    days,
    close: column((k) => 10 + k),
    average50: column((k) => (k < 20 ? NaN : 5)),
    average200: column(() => NaN),
    relative: column((k) => 100 - k),
  }) as unknown as Options;
  it("draws close and averages above, the relative line below", () => {
    expect(options.series.map((s) => [s.name, s.xAxisIndex])).toEqual([
      ["close", 0],
      ["50", 0],
      ["200", 0],
      ["relative", 1],
    ]);
    expect(lineValues(options.series[1]!.data).slice(19, 21)).toEqual([NaN, 5]);
    expect(lineValues(options.series[2]!.data).every((x) => Number.isNaN(x))).toBe(true);
  });
  it("tells date, close and the relative line", () => {
    expect(options.tooltip.formatter([{ dataIndex: 3 }])).toBe("23 Jan 2026<br>13.00<br>relative to Broad: 97.0");
  });
});
