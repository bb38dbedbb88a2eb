import type { EChartsType } from "echarts/core";
import { useEffect, type RefObject } from "react";
import { moved, zoomed, type View } from "./chart-view";

/** How much wider the view is after a pixel of the wheel: a fifth after a notch of 120. */
const WIDER = Math.log(1.2) / 120;

const PRICES = { xAxisIndex: 0, yAxisIndex: 0 };

/**
 * Zooms the bars of a chart around the pointer by the wheel, and pans them by a drag. What is shown next is drawn in a task of its
 * own: together with the frame in which the pointer moved it would hold up the page.
 * @param drawn the chart
 * @param count how many bars it has; with fewer than two there is nothing to zoom
 * @param least what is in view at least, in percent of all bars
 * @param view what is in view
 */
export function usePointerView(drawn: EChartsType | undefined, count: number, least: number, view: RefObject<View>) {
  useEffect(() => {
    if (!drawn || drawn.isDisposed() || count < 2) return;
    const picture = drawn.getDom();
    // With what lies over the picture.
    const surface = picture.closest<HTMLElement>("[data-surface]")!;
    let due: ReturnType<typeof setTimeout> | undefined;
    let next: View | undefined;
    const show = (to: View, then?: () => void) => {
      next = to;
      due ??= setTimeout(() => {
        due = undefined;
        if (drawn.isDisposed() || !next) return;
        drawn.dispatchAction({ type: "dataZoom", dataZoomIndex: 0, ...next });
        next = undefined;
        then?.();
      });
    };
    const placeOf = ({ clientX, clientY }: MouseEvent): [number, number] => {
      const { left, top } = picture.getBoundingClientRect();
      return [clientX - left, clientY - top];
    };
    const isOnBars = (place: [number, number]) => drawn.containPixel({ gridIndex: "all" }, place);
    /** Tells of the bar that is under the pointer now. */
    const tell = ([x, y]: [number, number]) => {
      drawn.dispatchAction({ type: "updateAxisPointer", currTrigger: "mousemove", x, y });
    };

    const onWheel = (event: WheelEvent) => {
      const place = placeOf(event);
      if (!isOnBars(place)) return;
      event.preventDefault();
      const [bar] = drawn.convertFromPixel(PRICES, place) as [number, number];
      const to = zoomed(next ?? view.current, Math.exp(WIDER * event.deltaY), { least, around: (100 * (bar + 0.5)) / count });
      show(to, () => {
        tell(place);
      });
    };

    /** Where it was taken, what was in view then, and what a pixel is of that. */
    let grip: { readonly x: number; readonly view: View; readonly pixel: number; isMoved: boolean } | undefined;
    const onDown = (event: PointerEvent) => {
      if (event.button !== 0 || !picture.contains(event.target as Node) || !isOnBars(placeOf(event))) return;
      const [from, to] = [0, 1].map((bar) => (drawn.convertToPixel(PRICES, [bar, 1]) as [number, number])[0]) as [number, number];
      grip = { x: event.clientX, view: view.current, pixel: 100 / count / (to - from), isMoved: false };
    };
    const onMove = (event: PointerEvent) => {
      // Let go of where no event tells it, as outside the window, or by a finger that scrolls.
      if (event.buttons === 0) grip = undefined;
      if (!grip) return;
      if (!grip.isMoved) {
        drawn.dispatchAction({ type: "hideTip" });
        drawn.dispatchAction({ type: "updateAxisPointer", currTrigger: "leave" });
        grip.isMoved = true;
      }
      show(moved(grip.view, (grip.x - event.clientX) * grip.pixel));
    };
    const onUp = (event: PointerEvent) => {
      const place = placeOf(event);
      if (grip?.isMoved && isOnBars(place)) tell(place);
      grip = undefined;
    };
    /** While it is dragged the picture need not look for what is under the pointer. */
    const onMouseMove = (event: MouseEvent) => {
      if (grip) event.stopPropagation();
    };
    // Captured, as the picture keeps them for itself.
    const how = { passive: false, capture: true };
    surface.addEventListener("wheel", onWheel, how);
    surface.addEventListener("pointerdown", onDown, how);
    document.addEventListener("pointermove", onMove, how);
    document.addEventListener("pointerup", onUp, how);
    document.addEventListener("mousemove", onMouseMove, how);
    return () => {
      clearTimeout(due);
      surface.removeEventListener("wheel", onWheel, how);
      surface.removeEventListener("pointerdown", onDown, how);
      document.removeEventListener("pointermove", onMove, how);
      document.removeEventListener("pointerup", onUp, how);
      document.removeEventListener("mousemove", onMouseMove, how);
    };
  }, [drawn, count, least, view]);
}
