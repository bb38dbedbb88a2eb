import type { EChartsType } from "echarts/core";

/** A point of the picture: the place among the samples, and a price. */
export interface PicturePoint {
  readonly sample: number;
  readonly price: number;
}

/** The frame of the prices: from its points to pixels, and back. */
export interface PlotArea {
  toPixel(point: PicturePoint): readonly [number, number];
  fromPixel(x: number, y: number): PicturePoint;
  contains(x: number, y: number): boolean;
}

const PRICES = { xAxisIndex: 0, yAxisIndex: 0 };

/** @param placing from a price to its place on the axis, and back */
export function plotArea(
  chart: EChartsType,
  { placed, priceAt }: { readonly placed: (x: number) => number; readonly priceAt: (y: number) => number },
): PlotArea {
  return {
    toPixel: ({ sample, price }) => chart.convertToPixel(PRICES, [sample, placed(price)]) as [number, number],
    fromPixel: (x, y) => {
      const [sample, at] = chart.convertFromPixel(PRICES, [x, y]) as [number, number];
      return { sample: Math.round(sample), price: priceAt(at) };
    },
    contains: (x, y) => chart.containPixel({ gridIndex: 0 }, [x, y]),
  };
}
