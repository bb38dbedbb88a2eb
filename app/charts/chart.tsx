import type { EChartsCoreOption, EChartsType } from "echarts/core";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { useFrameValue } from "~/frame-context";
import { readTheme, type ChartTheme } from "./chart-theme";
import { textBoxesOf } from "./text-boxes";
import { useWalk } from "./use-walk";

interface Props {
  /** What the picture shows, for those who cannot see it; the figures stand in the table that goes with it. */
  readonly label: string;
  /** Makes the options for a theme; a new function draws anew. */
  readonly options: (theme: ChartTheme) => EChartsCoreOption;
  readonly className: string;
  /** Days of its sessions along the horizontal axis: pressing one makes it the as-of date. */
  readonly days?: Int32Array;
  /** Whether it is what the screen is for: the keyboard arrives here. */
  readonly main?: boolean;
  /** What is told of a bar: with it the bars can be walked, zoomed and panned by keys. */
  readonly words?: (bar: number) => string;
  /** Is given the chart once it can be drawn on. */
  readonly onDrawn?: (drawn: EChartsType) => void;
  /** What lies over the picture, once it is drawn. */
  readonly overlay?: (drawn: EChartsType) => ReactNode;
}

/** A chart: loads the drawing code, draws, follows its size and the theme, and cleans up. */
export function Chart({ label, options, className, days, main = false, words, overlay, onDrawn }: Props) {
  const { goTo } = useFrameValue();
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
      const made = init(element, null, { renderer: "canvas" });
      chart = made;
      // What is written on the canvas can be asked for, as it can of a drawing.
      Object.assign(element, { textBoxes: () => textBoxesOf(made) });
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
    if (drawn) onDrawn?.(drawn);
  }, [drawn, onDrawn]);
  useEffect(() => {
    if (!drawn || drawn.isDisposed()) return;
    let isDue = true;
    let isSeen = false;
    let due: ReturnType<typeof setTimeout> | undefined;
    // Drawn when it is in view, in a task of its own, so that it does not lengthen the one that rendered the page; one that
    // comes too late because the next is due already is left out.
    const draw = () => {
      if (!isDue || !isSeen || drawn.isDisposed()) return;
      isDue = false;
      drawn.setOption({ animation: false, ...options(readTheme()) }, { notMerge: true });
    };
    const seen = new IntersectionObserver((entries) => {
      isSeen = entries.some((entry) => entry.isIntersecting);
      clearTimeout(due);
      due = setTimeout(draw);
    });
    seen.observe(drawn.getDom());
    // The theme is a class of the page.
    const themes = new MutationObserver(() => {
      isDue = true;
      draw();
    });
    themes.observe(document.documentElement, { attributeFilter: ["class"] });
    return () => {
      clearTimeout(due);
      seen.disconnect();
      themes.disconnect();
    };
  }, [drawn, options]);
  useEffect(() => {
    if (!drawn || drawn.isDisposed() || !days) return;
    const surface = drawn.getZr();
    const press = ({ offsetX, offsetY }: { offsetX: number; offsetY: number }) => {
      const grid = [0, 1, 2, 3].find((gridIndex) => drawn.containPixel({ gridIndex }, [offsetX, offsetY]));
      if (grid === undefined) return;
      const [row] = drawn.convertFromPixel({ gridIndex: grid }, [offsetX, offsetY]) as [number, number];
      const day = days[Math.max(0, Math.min(days.length - 1, Math.round(row)))];
      if (day !== undefined) goTo(day);
    };
    surface.on("click", press);
    return () => {
      if (!drawn.isDisposed()) surface.off("click", press);
    };
  }, [drawn, days, goTo]);
  const walk = useWalk(drawn, words === undefined ? 0 : (days?.length ?? 0));
  const picture = (
    <div
      {...(words && walk.last > 0
        ? {
            role: "slider",
            tabIndex: 0,
            "aria-valuemin": 1,
            "aria-valuemax": walk.last + 1,
            "aria-valuenow": walk.bar + 1,
            "aria-valuetext": words(walk.bar),
            onKeyDown: walk.onKeyDown,
          }
        : { role: "img" })}
      aria-label={label}
      className={overlay ? "size-full" : className}
      data-drawn={drawn !== undefined}
      data-main={main || undefined}
      data-surface={!overlay || undefined}
    >
      <div ref={box} className="size-full" />
    </div>
  );
  if (!overlay) return picture;
  return (
    <div className={`relative ${className}`} data-surface>
      {picture}
      {drawn && overlay(drawn)}
    </div>
  );
}
