import type { EChartsType } from "echarts/core";
import { useState } from "react";
import { isoDate } from "@core/columns/epoch-day";
import { date } from "@studies/words/words";
import { priceChartOptions } from "~/charts/price-chart";
import type { PriceScale } from "~/charts/price-axis";
import type { ChartResult } from "./facts";

interface Props {
  readonly drawn: EChartsType | undefined;
  readonly chart: ChartResult;
  readonly scale: PriceScale;
}

/** The picture in view as a file, with title, date and legend. */
export function ExportPicture({ drawn, chart, scale }: Props) {
  const [failed, setFailed] = useState(false);
  const write = async (kind: "png" | "svg") => {
    if (!drawn || drawn.isDisposed()) return;
    const { chartPng, chartSvg } = await import("~/charts/export-chart");
    // Before the bars are drawn there is no view yet.
    const [zoom] = ((drawn.getOption() as Record<string, unknown> | undefined)?.["dataZoom"] ?? []) as {
      start: number;
      end: number;
    }[];
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
    const blob = kind === "png" ? await chartPng(exported) : new Blob([await chartSvg(exported)], { type: "image/svg+xml" });
    save(blob, `${chart.ticker.replace(/[^A-Za-z0-9]+/g, "-")}-${chart.sampling}-${isoDate(chart.asOf)}.${kind}`);
  };
  return (
    <>
      {failed && (
        <span role="alert" className="text-rust">
          the picture could not be written
        </span>
      )}
      {(["png", "svg"] as const).map((kind) => (
        <button
          key={kind}
          type="button"
          disabled={!drawn}
          className="hover:text-indigo"
          onClick={() => {
            setFailed(false);
            write(kind).catch(() => {
              setFailed(true);
            });
          }}
        >
          {kind.toUpperCase()}
        </button>
      ))}
    </>
  );
}

function save(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(url);
  }, 10_000);
}
