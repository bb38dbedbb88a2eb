import type { EChartsType } from "echarts/core";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { moved, WHOLE, zoomed, type View } from "./chart-view";
import { FEWEST } from "./price-axis";
import { usePointerView } from "./use-pointer-view";

/** Share of the view that one key zooms or pans by. */
const STEP = 0.2;

/**
 * Walks, zooms and pans the bars of a chart by keys: arrows walk, with Shift they pan; plus, minus and 0 zoom. The pointer zooms
 * and pans as well.
 * @param drawn the chart
 * @param count how many bars it has; with 0 there is nothing to walk
 */
export function useWalk(drawn: EChartsType | undefined, count: number) {
  const last = count - 1;
  const least = Math.min(100, (100 * FEWEST) / count);
  // Where it stands among so many bars; another chart begins with its last.
  const [asked, setAsked] = useState({ count, bar: last });
  const view = useRef<View>(WHOLE);
  const bar = asked.count === count ? asked.bar : last;
  useEffect(() => {
    view.current = WHOLE;
  }, [count]);
  useEffect(() => {
    if (!drawn || drawn.isDisposed() || count === 0) return;
    const follow = (event: unknown) => {
      const [moved] = (event as { batch?: View[] }).batch ?? [event as View];
      if (moved?.start !== undefined) view.current = { start: moved.start, end: moved.end };
    };
    drawn.on("datazoom", follow);
    return () => {
      if (!drawn.isDisposed()) drawn.off("datazoom", follow);
    };
  }, [drawn, count]);
  const show = (next: View) => {
    drawn?.dispatchAction({ type: "dataZoom", dataZoomIndex: 0, ...next });
    view.current = next;
  };
  usePointerView(drawn, count, least, view);
  const go = (to: number) => {
    const next = Math.max(0, Math.min(last, to));
    setAsked({ count, bar: next });
    // What is walked to is in view.
    const at = (100 * next) / Math.max(1, last);
    const { start, end } = view.current;
    if (at < start || at > end) show(moved(view.current, at < start ? at - start : at - end));
    drawn?.dispatchAction({ type: "showTip", seriesIndex: 0, dataIndex: next });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageUp: -21, PageDown: 21 }[event.key];
    if (by !== undefined && event.shiftKey)
      show(moved(view.current, Math.sign(by) * STEP * (view.current.end - view.current.start)));
    else if (by !== undefined) go(bar + by);
    else if (event.key === "Home") go(0);
    else if (event.key === "End") go(last);
    else if (event.key === "+" || event.key === "=") show(zoomed(view.current, 1 - STEP, { least }));
    else if (event.key === "-") show(zoomed(view.current, 1 / (1 - STEP)));
    else if (event.key === "0") show(WHOLE);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { bar, last, onKeyDown };
}
