import type { EChartsType } from "echarts/core";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { FEWEST } from "./price-axis";

/** The part of the bars in view, in percent of them all. */
interface View {
  readonly start: number;
  readonly end: number;
}

const WHOLE: View = { start: 0, end: 100 };
/** Share of the view that one key zooms or pans by. */
const STEP = 0.2;
/** How much wider the view is after a pixel of the wheel: a fifth after a notch of 120. */
const WIDER = Math.log(1.2) / 120;

/**
 * Walks, zooms and pans the bars of a chart by keys: arrows walk, with Shift they pan; plus, minus and 0 zoom. The wheel zooms
 * around the pointer.
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
  useEffect(() => {
    if (!drawn || drawn.isDisposed() || count < 2) return;
    // With what lies over the picture.
    const surface = drawn.getDom().closest<HTMLElement>("[data-surface]")!;
    let due: ReturnType<typeof setTimeout> | undefined;
    let next: View | undefined;
    const zoom = (event: WheelEvent) => {
      const { left, top } = drawn.getDom().getBoundingClientRect();
      const [x, y] = [event.clientX - left, event.clientY - top];
      if (!drawn.containPixel({ gridIndex: "all" }, [x, y])) return;
      event.preventDefault();
      const [bar] = drawn.convertFromPixel({ xAxisIndex: 0, yAxisIndex: 0 }, [x, y]) as [number, number];
      next = zoomed(next ?? view.current, Math.exp(WIDER * event.deltaY), { least, around: (100 * bar) / (count - 1) });
      // In a task of its own: together with the frame that the wheel has begun it would hold up the page.
      due ??= setTimeout(() => {
        if (drawn.isDisposed()) return;
        drawn.dispatchAction({ type: "dataZoom", dataZoomIndex: 0, ...next });
        // Another bar is under the pointer now.
        drawn.dispatchAction({ type: "updateAxisPointer", currTrigger: "mousemove", x, y });
        due = undefined;
        next = undefined;
      });
    };
    // Captured, as the picture keeps it for itself.
    const how = { passive: false, capture: true };
    surface.addEventListener("wheel", zoom, how);
    return () => {
      clearTimeout(due);
      surface.removeEventListener("wheel", zoom, how);
    };
  }, [drawn, count, least]);
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

/** The view further on, within its ends. */
export function moved({ start, end }: View, by: number): View {
  const within = Math.max(-start, Math.min(100 - end, by));
  return { start: start + within, end: end + within };
}

/**
 * The view so many times as wide, but no narrower than the least, around a place that stays where it is: its right edge, where
 * none is named.
 */
export function zoomed({ start, end }: View, times: number, { least = 0, around = end } = {}): View {
  const width = Math.min(100, Math.max(least, (end - start) * times));
  const left = around - ((around - start) * width) / (end - start);
  return moved({ start: left, end: left + width }, 0);
}
