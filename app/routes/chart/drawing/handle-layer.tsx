import type { EChartsType } from "echarts/core";
import type Konva from "konva";
import { useEffect, useRef } from "react";
import type { DrawnDrawing } from "@studies/chart/drawings/drawn-drawing";
import { outlineOf } from "./outline";
import { plotArea } from "./plot-area";
import { snapped, type SnapBars, type SnappedPoint } from "./snap";

interface Props {
  readonly chart: EChartsType;
  readonly bars: SnapBars;
  readonly placing: Parameters<typeof plotArea>[1];
  readonly drawings: readonly DrawnDrawing[];
  /** Id of the drawing in hand. */
  readonly selected: string | undefined;
  readonly onSelect: (id: string | undefined) => void;
  /** The points of a drawing as they were dragged; those that stayed are left out. */
  readonly onMove: (id: string, points: readonly (SnappedPoint | undefined)[]) => void;
}

const NEAR = 9;
const INDIGO = "#3D4E9E";

/** Over the picture: finds the drawing under the pointer, and gives the one in hand handles by which it is moved. */
export function HandleLayer(props: Props) {
  const box = useRef<HTMLDivElement>(null);
  const latest = useRef(props);
  const sync = useRef<() => void>(undefined);
  useEffect(() => {
    latest.current = props;
    sync.current?.();
  });
  const { chart } = props;
  useEffect(() => {
    let isGone = false;
    let leave: (() => void) | undefined;
    void import("konva").then((module) => {
      if (isGone || !box.current) return;
      leave = stageOn(module.default, box.current, chart, () => latest.current, sync);
    });
    return () => {
      isGone = true;
      leave?.();
    };
  }, [chart]);
  return <div ref={box} aria-hidden data-handles className="pointer-events-none absolute inset-0" />;
}

/** Builds the stage and keeps it in step with the picture; gives what takes it down. */
function stageOn(
  konva: typeof Konva,
  element: HTMLDivElement,
  chart: EChartsType,
  now: () => Props,
  sync: { current: (() => void) | undefined },
): () => void {
  const stage = new konva.Stage({ container: element, width: chart.getWidth(), height: chart.getHeight() });
  const layer = new konva.Layer();
  stage.add(layer);
  let isDragging = false;
  // While the picture moves only the drawing in hand follows; the others are found again when the pointer looks for them.
  let isStale = true;
  const draw = (all = false) => {
    if (isDragging || chart.isDisposed()) return;
    const { drawings, selected, bars, placing } = now();
    isStale = !all;
    const area = plotArea(chart, placing);
    stage.size({ width: chart.getWidth(), height: chart.getHeight() });
    layer.destroyChildren();
    for (const drawing of drawings) {
      if (drawing.isLater || (!all && drawing.id !== selected)) continue;
      const body = new konva.Group({ id: drawing.id });
      for (const points of outlineOf(drawing, area, bars.days.length))
        body.add(new konva.Line({ points: [...points], stroke: "transparent", strokeWidth: 1, hitStrokeWidth: 10 }));
      layer.add(body);
      if (drawing.id !== selected) continue;
      body.draggable(true);
      body.on("dragstart", () => (isDragging = true));
      body.on("dragend", () => {
        isDragging = false;
        const { x, y } = body.position();
        const moved = drawing.points.map((p) => {
          const [px, py] = area.toPixel(p);
          return snapped(bars, area.fromPixel(px + x, py + y), () => false);
        });
        now().onMove(drawing.id, moved);
      });
      drawing.points.forEach((point, k) => layer.add(handleOf(konva, drawing, k, area.toPixel(point), area, now, setDragging)));
    }
    if (all) layer.draw();
    else layer.batchDraw();
  };
  const setDragging = (is: boolean) => {
    isDragging = is;
  };
  // Only over a drawing is the pointer the stage's; elsewhere it is the picture's own.
  const own = chart.getDom();
  const look = (event: PointerEvent) => {
    if (isDragging || event.buttons !== 0) return;
    if (isStale) draw(true);
    const rect = element.getBoundingClientRect();
    const hit = layer.getIntersection({ x: event.clientX - rect.left, y: event.clientY - rect.top });
    element.style.pointerEvents = hit ? "auto" : "none";
    element.style.cursor = hit ? "pointer" : "";
  };
  const surface = own.parentElement!.parentElement!;
  surface.addEventListener("pointermove", look);
  stage.on("click tap", (event) => {
    // A stroke has no id of its own, its group has that of the drawing; a handle has it with its number.
    const id = event.target.id() || (event.target.getParent()?.id() ?? "");
    if (id !== "") now().onSelect(id.split("/")[0]);
  });
  const follow = () => {
    draw();
  };
  const sizes = new ResizeObserver(follow);
  sizes.observe(element);
  chart.on("finished", follow);
  sync.current = follow;
  draw();
  return () => {
    sync.current = undefined;
    sizes.disconnect();
    surface.removeEventListener("pointermove", look);
    if (!chart.isDisposed()) chart.off("finished", follow);
    stage.destroy();
  };
}

/** A handle at a point of the drawing in hand: dragged, it snaps to the prices of the bars. */
function handleOf(
  konva: typeof Konva,
  drawing: DrawnDrawing,
  k: number,
  [x, y]: readonly [number, number],
  area: ReturnType<typeof plotArea>,
  now: () => Props,
  setDragging: (is: boolean) => void,
): Konva.Circle {
  const handle = new konva.Circle({
    id: `${drawing.id}/${k}`,
    ...{ x, y, radius: 6, fill: "white", stroke: INDIGO, strokeWidth: 2, hitStrokeWidth: 12, draggable: true },
  });
  const pointAt = () => {
    const near = area.fromPixel(handle.x(), handle.y());
    return snapped(now().bars, near, (p) => Math.abs(area.toPixel({ sample: near.sample, price: p })[1] - handle.y()) <= NEAR);
  };
  handle.on("dragstart", () => {
    setDragging(true);
  });
  handle.on("dragend", () => {
    setDragging(false);
    now().onMove(
      drawing.id,
      drawing.points.map((_point, i) => (i === k ? pointAt() : undefined)),
    );
  });
  return handle;
}
