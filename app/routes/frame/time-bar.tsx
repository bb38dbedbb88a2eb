import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { useNavigation } from "react-router";
import { epochDay, yearOf } from "@core/columns/epoch-day";
import { date } from "@studies/words/words";
import { useFrameValue, type Span } from "~/frame-context";
import { useHeldKey } from "~/ui/use-held-key";

const HEIGHT = 40;
const TINTS: Record<string, string> = { Rising: "var(--teal)", Falling: "var(--rust)" };

/** While it is held, what came after the as-of date is shown, as nothing else shows it. */
export const REVEAL_KEY = "h";

/**
 * The market composite up to the as-of date, tinted by the direction of its regime; the handle is the as-of date. What
 * came later is covered.
 */
export function TimeBar() {
  const { calendar, span, asOf, goTo } = useFrameValue();
  const [dragged, setDragged] = useState<number>();
  const box = useRef<HTMLDivElement>(null);
  const place = useRef<DOMRect>(null);
  const idle = useNavigation().state === "idle";
  const isRevealed = useHeldKey(REVEAL_KEY);
  if (!calendar || !span || asOf === undefined) return null;
  const shown = dragged ?? asOf;
  const reach = Math.max(1, calendar.latest - calendar.first);
  const left = (day: number) => `${(100 * (day - calendar.first)) / reach}%`;

  const dayUnder = (event: PointerEvent) => {
    const { left: x, width } = place.current!;
    const share = Math.max(0, Math.min(1, (event.clientX - x) / width));
    return calendar.at(Math.round(calendar.first + share * reach));
  };
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    // Asked once a drag: asking on every move would have the page laid out each time.
    place.current = box.current!.getBoundingClientRect();
    setDragged(dayUnder(event));
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    if (dragged === undefined) return;
    const day = dayUnder(event);
    if (day === dragged) return;
    setDragged(day);
    // The screen follows as fast as it can answer; the place where the handle is let go is always shown.
    if (idle) goTo(day, { replace: true });
  };
  const onPointerUp = (event: PointerEvent<HTMLDivElement>) => {
    if (dragged === undefined) return;
    goTo(dayUnder(event));
    setDragged(undefined);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const steps: Record<string, number> = { ArrowLeft: -1, ArrowRight: 1, PageUp: 21, PageDown: -21 };
    const to =
      event.key === "Home" ? calendar.first : event.key === "End" ? calendar.latest : calendar.step(asOf, steps[event.key] ?? 0);
    if (to === asOf) return;
    event.preventDefault();
    goTo(to, { replace: true });
  };

  return (
    <div
      ref={box}
      className="relative mr-2 h-full min-w-0 flex-1 cursor-ew-resize touch-none select-none"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={() => {
        setDragged(undefined);
      }}
    >
      <History span={span} first={calendar.first} latest={calendar.latest} />
      {shown < calendar.latest && (
        <div
          aria-hidden
          className={`absolute top-0 right-0 h-10 border-l border-rule bg-raised ${isRevealed ? "opacity-65" : ""}`}
          style={{ left: left(shown) }}
        />
      )}
      <div
        role="slider"
        tabIndex={0}
        aria-label="As-of date"
        aria-valuemin={calendar.first}
        aria-valuemax={calendar.latest}
        aria-valuenow={shown}
        aria-valuetext={date(shown)}
        onKeyDown={onKeyDown}
        className="absolute top-0 h-full w-0"
        style={{ left: left(shown) }}
      >
        <div className="absolute inset-y-0 -left-px w-0.5 bg-indigo" />
        <div className="absolute bottom-2.5 -left-1 size-2 rounded-full bg-indigo" />
        {dragged !== undefined && (
          <span className="absolute top-0 -translate-x-1/2 rounded-sm bg-indigo px-1.5 text-[11px] font-semibold whitespace-nowrap text-raised">
            {date(dragged)}
          </span>
        )}
      </div>
    </div>
  );
}

/** Drawn once; dragging moves only the handle over it. */
function History({ span, first, latest }: { span: Span; first: number; latest: number }) {
  const reach = Math.max(1, latest - first);
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(520);
  useEffect(() => {
    const sizes = new ResizeObserver(([entry]) => {
      if (entry) setWidth(entry.contentRect.width);
    });
    if (box.current) sizes.observe(box.current);
    return () => {
      sizes.disconnect();
    };
  }, []);
  const line = useMemo(() => pathOf(span, first, reach), [span, first, reach]);
  const years = useMemo(() => yearMarks(first, latest, Math.floor(width / YEAR_WIDTH)), [first, latest, width]);
  return (
    <div ref={box} aria-hidden className="absolute inset-0">
      <svg viewBox={`0 0 ${reach} ${HEIGHT}`} preserveAspectRatio="none" className="absolute top-0 h-10 w-full">
        {span.spans.map(
          (s) =>
            TINTS[s.direction] && (
              <rect
                key={s.from}
                x={s.from - first}
                width={s.to - s.from + 1}
                y={0}
                height={HEIGHT}
                fill={TINTS[s.direction]}
                opacity={0.13}
              />
            ),
        )}
        <path d={line} fill="none" stroke="var(--ink)" strokeWidth={1.2} vectorEffect="non-scaling-stroke" />
      </svg>
      {years.map((day) => (
        <span
          key={day}
          className="absolute bottom-0 -translate-x-1/2 text-[10px] text-soft"
          style={{ left: `${(100 * (day - first)) / reach}%` }}
        >
          {yearOf(day)}
        </span>
      ))}
    </div>
  );
}

/** The composite on a logarithmic scale. */
function pathOf({ days, level }: Span, first: number, reach: number): string {
  const logs = Array.from(level, Math.log).filter((x) => !Number.isNaN(x));
  const low = Math.min(...logs);
  const height = Math.max(1e-9, Math.max(...logs) - low);
  let path = "";
  for (let k = 0; k < days.length; k++) {
    if (Number.isNaN(level[k])) continue;
    const x = Math.min(reach, days[k]! - first);
    const y = 4 + (HEIGHT - 8) * (1 - (Math.log(level[k]!) - low) / height);
    path += `${path === "" ? "M" : "L"}${x},${y.toFixed(2)}`;
  }
  return path;
}

/** Room that the name of a year needs, in pixels. */
const YEAR_WIDTH = 44;

/** First days of years, no more than eight nor than there is room for, and none so near an edge that it would be cut. */
function yearMarks(first: number, latest: number, room: number): number[] {
  const span = yearOf(latest) - yearOf(first);
  const step = Math.max(1, Math.ceil(span / Math.max(1, Math.min(8, room))));
  const edge = (latest - first) / (2 * Math.max(1, room));
  const marks: number[] = [];
  for (let year = yearOf(first) + 1; year <= yearOf(latest); year += step) {
    const day = epochDay(`${year}-01-01`);
    if (day - first > edge && latest - day > edge) marks.push(day);
  }
  return marks;
}
