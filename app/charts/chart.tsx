import type { EChartsCoreOption, EChartsType } from "echarts/core";
import { useEffect, useRef, useState } from "react";
import { readTheme, type ChartTheme } from "./chart-theme";

interface Props {
  /** What the picture shows, for those who cannot see it; the figures stand in the table that goes with it. */
  readonly label: string;
  /** Makes the options for a theme; a new function draws anew. */
  readonly options: (theme: ChartTheme) => EChartsCoreOption;
  readonly className: string;
}

/** A chart: loads the drawing code, draws, follows its size and the theme, and cleans up. */
export function Chart({ label, options, className }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState<EChartsType>();
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    let chart: EChartsType | undefined;
    let gone = false;
    const sizes = new ResizeObserver(() => chart?.resize());
    void import("./echarts").then(({ init }) => {
      if (gone) return;
      chart = init(element, null, { renderer: "canvas" });
      sizes.observe(element);
      setDrawn(chart);
    });
    return () => {
      gone = true;
      sizes.disconnect();
      chart?.dispose();
    };
  }, []);
  useEffect(() => {
    if (!drawn || drawn.isDisposed()) return;
    const draw = () => {
      drawn.setOption({ animation: false, ...options(readTheme()) }, { notMerge: true });
    };
    // Drawn in a task of its own, so that it does not lengthen the one that rendered the page; one that comes too late
    // because the next is due already is left out.
    const due = setTimeout(draw);
    // The theme is a class of the page.
    const themes = new MutationObserver(draw);
    themes.observe(document.documentElement, { attributeFilter: ["class"] });
    return () => {
      clearTimeout(due);
      themes.disconnect();
    };
  }, [drawn, options]);
  return (
    <div role="img" aria-label={label} className={className} data-drawn={drawn !== undefined}>
      <div ref={box} className="size-full" />
    </div>
  );
}
