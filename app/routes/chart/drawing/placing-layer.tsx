import type { EChartsType } from "echarts/core";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import { DRAWING_POINTS, type DrawingKind } from "@core/drawings/drawing";
import { date, price } from "@studies/words/words";
import { plotArea } from "./plot-area";
import { movedAlong, movedUp, snapped, type SnapBars, type SnappedPoint } from "./snap";

interface Props {
  readonly chart: EChartsType;
  readonly kind: DrawingKind;
  readonly bars: SnapBars;
  readonly placing: Parameters<typeof plotArea>[1];
  readonly onPlace: (points: readonly SnappedPoint[]) => void;
  readonly onCancel: () => void;
}

/** Pixels within which a price of the bar attracts the point. */
const NEAR = 9;
const ORDINALS = ["First", "Second", "Third"];

/**
 * Asks for the points of a drawing, one after another: by pointer with the prices of the nearest bar as snaps, or by arrow keys,
 * Enter to place, Backspace to take the last one back, Escape to leave.
 */
export function PlacingLayer({ chart, kind, bars, placing, onPlace, onCancel }: Props) {
  const layer = useRef<HTMLDivElement>(null);
  const [points, setPoints] = useState<readonly SnappedPoint[]>([]);
  const last = bars.days.length - 1;
  const [at, setAt] = useState<SnappedPoint>(() => ({ sample: last, price: bars.close[last]!, snap: "close" }));
  // The picture may be drawn anew under it.
  const [, redraw] = useState(0);
  const area = plotArea(chart, placing);
  useEffect(() => {
    layer.current?.focus();
    const draw = () => {
      redraw((n) => n + 1);
    };
    chart.on("datazoom", draw);
    return () => {
      if (!chart.isDisposed()) chart.off("datazoom", draw);
    };
  }, [chart]);
  const place = (point: SnappedPoint) => {
    const next = [...points, point];
    if (next.length === DRAWING_POINTS[kind]) onPlace(next);
    else setPoints(next);
  };
  const pointAt = (event: { readonly clientX: number; readonly clientY: number }): SnappedPoint | undefined => {
    const box = layer.current!.getBoundingClientRect();
    const [x, y] = [event.clientX - box.left, event.clientY - box.top];
    if (!area.contains(x, y)) return undefined;
    const near = area.fromPixel(x, y);
    return snapped(bars, near, (p) => Math.abs(area.toPixel({ sample: near.sample, price: p })[1] - y) <= NEAR);
  };
  /** What one press of an arrow moves a free price by: a two-hundredth of what is in view. */
  const step = () => {
    const { height } = layer.current!.getBoundingClientRect();
    return Math.abs(area.fromPixel(0, height / 4).price - area.fromPixel(0, height / 2).price) / 50;
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const along = { ArrowLeft: -1, ArrowRight: 1, PageUp: -21, PageDown: 21, Home: -last, End: last }[event.key];
    if (along !== undefined) setAt(movedAlong(bars, at, along));
    else if (event.key === "ArrowUp") setAt(movedUp(bars, at, 1, step() * (event.shiftKey ? 10 : 1)));
    else if (event.key === "ArrowDown") setAt(movedUp(bars, at, -1, step() * (event.shiftKey ? 10 : 1)));
    else if (event.key === "Enter" || event.key === " ") place(at);
    else if (event.key === "Backspace") setPoints(points.slice(0, -1));
    else if (event.key === "Escape") onCancel();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const words = `${ORDINALS[points.length]} point of the ${kind}: ${date(bars.days[at.sample]!)}, ${
    at.snap ? `${at.snap} ` : ""
  }${price(at.price, bars.close[at.sample])}`;
  const pixels = [...points, at].map((p) => area.toPixel(p));
  return (
    // Keys and pointer place points here, as the words of it say.
    <div
      ref={layer}
      role="application"
      aria-label={`Placing a ${kind}`}
      tabIndex={-1}
      className="absolute inset-0 cursor-crosshair outline-none"
      onKeyDown={onKeyDown}
      onPointerMove={(event) => {
        const next = pointAt(event);
        if (next) setAt(next);
      }}
      onClick={(event) => {
        const next = pointAt(event);
        if (next) place(next);
      }}
    >
      <svg aria-hidden className="pointer-events-none absolute inset-0 size-full">
        {pixels.slice(1).map(([x, y], k) => (
          <line key={k} x1={pixels[k]![0]} y1={pixels[k]![1]} x2={x} y2={y} stroke="var(--indigo)" strokeDasharray="4 3" />
        ))}
        {pixels.map(([x, y], k) => (
          <circle
            key={k}
            cx={x}
            cy={y}
            r={k === points.length ? 6 : 4}
            fill={k === points.length ? "none" : "var(--indigo)"}
            stroke="var(--indigo)"
            strokeWidth={1.6}
          />
        ))}
      </svg>
      <p
        role="status"
        className="pointer-events-none absolute top-2 left-2 rounded-sm border border-indigo bg-raised px-2 py-1 text-[12px] text-ink"
      >
        {words}. <span className="text-soft">Press or Enter places it, arrows move it, Esc leaves.</span>
      </p>
    </div>
  );
}
