import type { EChartsType } from "echarts/core";
import type { PricePlacing } from "~/charts/price-chart";

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

/** The frame as it stands now; both axes are even, so that two points of the chart tell where all others are. */
export function plotArea(chart: EChartsType, { placed, priceAt, isLog }: PricePlacing): PlotArea {
  const [x0, y0] = chart.convertToPixel(PRICES, [0, 1]) as [number, number];
  const [x1, y1] = chart.convertToPixel(PRICES, [1, 10]) as [number, number];
  // From 1 to 10 it is nine, or one power of ten.
  const even = (place: number) => (isLog ? Math.log10(place) : (place - 1) / 9);
  return {
    toPixel: ({ sample, price }) => [x0 + (x1 - x0) * sample, y0 + (y1 - y0) * even(placed(price))],
    fromPixel: (x, y) => {
      const [sample, at] = chart.convertFromPixel(PRICES, [x, y]) as [number, number];
      return { sample: Math.round(sample), price: priceAt(at) };
    },
    contains: (x, y) => chart.containPixel({ gridIndex: 0 }, [x, y]),
  };
}
