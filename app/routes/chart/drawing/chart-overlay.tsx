import type { EChartsType } from "echarts/core";
import { lazy, Suspense } from "react";
import { pricePlacing } from "~/charts/price-chart";
import type { PriceScale } from "~/charts/price-axis";
import type { ChartResult } from "../facts";
import { PlacingLayer } from "./placing-layer";
import type { useChartDrawings } from "./use-chart-drawings";

const HandleLayer = lazy(async () => ({ default: (await import("./handle-layer")).HandleLayer }));

interface Props {
  readonly drawn: EChartsType;
  readonly chart: ChartResult;
  readonly scale: PriceScale;
  readonly drawings: ReturnType<typeof useChartDrawings>;
}

/** What lies over the picture: what is being placed, else the handles of the drawings. */
export function ChartOverlay({ drawn, chart, scale, drawings }: Props) {
  const placing = pricePlacing(chart, scale);
  const { asked } = drawings;
  if (asked)
    return (
      <PlacingLayer
        key={asked.kind}
        chart={drawn}
        kind={asked.kind}
        bars={chart}
        placing={placing}
        onPlace={drawings.place}
        onCancel={drawings.cancel}
      />
    );
  if (chart.drawings.length === 0) return null;
  return (
    <Suspense>
      <HandleLayer
        chart={drawn}
        bars={chart}
        placing={placing}
        drawings={chart.drawings}
        selected={drawings.selected}
        onSelect={drawings.select}
        onMove={drawings.move}
      />
    </Suspense>
  );
}
