import type { EChartsType } from "echarts/core";
import { isoDate } from "@core/columns/epoch-day";
import { date } from "@studies/words/words";
import type { PriceScale } from "~/charts/price-axis";
import { priceChartOptions } from "~/charts/price-chart";
import { PictureMenu } from "~/ui/picture-menu";
import type { ChartResult } from "./facts";

interface Props {
  readonly drawn: EChartsType | undefined;
  readonly chart: ChartResult;
  readonly scale: PriceScale;
}

/** The picture in view as a file, with title, date and legend. */
export function ExportPicture({ drawn, chart, scale }: Props) {
  const fileOf = async (kind: "png" | "svg") => {
    const { chartPng, chartSvg } = await import("~/charts/export-chart");
    // Before the bars are drawn there is no view yet.
    const options = drawn && !drawn.isDisposed() ? (drawn.getOption() as Record<string, unknown> | undefined) : undefined;
    const [zoom] = (options?.["dataZoom"] ?? []) as { start: number; end: number }[];
    const exported = {
      title: `${chart.name}, ${chart.sampling}`,
      subtitle: `as of ${date(chart.asOf)}${scale === "linear" ? "" : `, ${scale === "log" ? "logarithmic axis" : "percent from the start"}`}`,
      legend: [
        ...chart.plots.filter((p) => !p.hidden).map((p) => `${p.title}: ${p.value}${p.says === "" ? "" : `, ${p.says}`}`),
        ...chart.drawings.map((d) => `${d.title}: ${d.words}`),
      ],
      options: (theme: Parameters<typeof priceChartOptions>[0]) => priceChartOptions(theme, chart, scale),
      view: { start: zoom?.start ?? 0, end: zoom?.end ?? 100 },
    };
    return {
      blob: kind === "png" ? await chartPng(exported) : new Blob([await chartSvg(exported)], { type: "image/svg+xml" }),
      name: `${chart.ticker.replace(/[^A-Za-z0-9]+/g, "-")}-${chart.sampling}-${isoDate(chart.asOf)}.${kind}`,
    };
  };
  return <PictureMenu pictures={() => [{ name: "What is in view, with its legend", file: fileOf }]} />;
}
