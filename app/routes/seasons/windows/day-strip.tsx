import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { MONTH_NAMES } from "@core/seasons/month-names";
import { START_DAYS } from "@core/seasons/start-days";
import { dayOfYear, daysOfYear, fixed } from "@studies/words/words";
import { HaloText } from "~/charts/halo-text";
import { useWidth } from "~/ui/use-width";

/** Start days, as indexes of `START_DAYS`; `to` lies before `from` over the end of the year. */
export interface DaySpan {
  readonly from: number;
  readonly to: number;
}

interface Props {
  readonly strip: {
    readonly up: Float64Array;
    readonly down: Float64Array;
    readonly upByChance: Float64Array;
    readonly downByChance: Float64Array;
  };
  readonly span: DaySpan;
  readonly today: number;
  readonly onChoose: (span: DaySpan) => void;
}

const DAYS = START_DAYS.length;
const HEIGHT = 190;
const TOP = 20;
const FOOT = 34;

/**
 * Every day of the year with how many windows start on it, up above the line and down below it, and what chance would give. A
 * press chooses a day, a drag a span; by keyboard its two ends are moved.
 */
export function DayStrip({ strip, span, today, onChoose }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1080);
  const [dragged, setDragged] = useState<DaySpan>();
  const anchor = useRef<number>(undefined);
  const shown = dragged ?? span;
  const step = width / DAYS;
  const most = [max(strip.up, strip.upByChance), max(strip.down, strip.downByChance)] as const;
  const room = HEIGHT - TOP - FOOT;
  const scale = room / Math.max(1, most[0] + most[1]);
  const zero = TOP + most[0] * scale;
  const dayAt = (event: PointerEvent) => {
    const left = box.current!.getBoundingClientRect().left;
    return Math.max(0, Math.min(DAYS - 1, Math.floor((event.clientX - left) / step)));
  };
  const drag = (day: number) => {
    const from = anchor.current ?? day;
    setDragged({ from: Math.min(from, day), to: Math.max(from, day) });
  };
  const length = ((shown.to - shown.from + DAYS) % DAYS) + 1;
  const isIn = (d: number) => (d - shown.from + DAYS) % DAYS < length;
  const parts = shown.from <= shown.to ? [[shown.from, shown.to]] : [[shown.from, DAYS - 1], [0, shown.to]]; // prettier-ignore
  const line = (values: Float64Array, sign: number) =>
    Array.from(
      values,
      (v, d) => `${d === 0 ? "M" : "L"}${(step * (d + 0.5)).toFixed(1)} ${(zero - sign * v * scale).toFixed(1)}`,
    ).join("");
  const words = daysOfYear(START_DAYS[shown.from]!, START_DAYS[shown.to]!);
  const centre = step * (parts[0]![0]! + parts[0]![1]! + 1) * 0.5;
  const chance = (values: Float64Array) => values.reduce((a, b) => a + b, 0) / DAYS;
  return (
    <figure aria-label="Windows by start day" className="mb-3">
      <figcaption className="flex justify-between">
        <b className="font-semibold">Windows that start on each day of the year, every length counted</b>
        <span className="text-[12px] text-soft">up above the line, down below it</span>
      </figcaption>
      <div ref={box} className="relative touch-none select-none" data-strip>
        <svg
          width={width}
          height={HEIGHT}
          aria-hidden
          className="block cursor-ew-resize"
          onPointerDown={(event) => {
            if (event.button !== 0) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            anchor.current = dayAt(event);
            drag(anchor.current);
          }}
          onPointerMove={(event) => {
            if (anchor.current !== undefined) drag(dayAt(event));
          }}
          onPointerUp={() => {
            if (anchor.current !== undefined && dragged) onChoose(dragged);
            anchor.current = undefined;
            setDragged(undefined);
          }}
          onPointerCancel={() => {
            anchor.current = undefined;
            setDragged(undefined);
          }}
        >
          {MONTH_STARTS.map((start, month) => (
            <g key={start}>
              <line x1={step * start} x2={step * start} y1={TOP} y2={HEIGHT - FOOT} stroke="var(--rule)" />
              <text x={step * start + 4} y={HEIGHT - FOOT + 13} fontSize={11.5} fill="var(--soft)">
                {MONTH_NAMES[month]!.slice(0, 3)}
              </text>
            </g>
          ))}
          {parts.map(([from, to]) => (
            <rect
              key={from}
              x={step * from!}
              width={step * (to! - from! + 1)}
              y={TOP}
              height={room}
              fill="var(--indigo)"
              fillOpacity={0.12}
            />
          ))}
          {([1, -1] as const).map((sign) =>
            Array.from(sign === 1 ? strip.up : strip.down, (n, d) =>
              n === 0 ? null : (
                <rect
                  key={`${sign} ${d}`}
                  x={step * d + 0.3}
                  width={Math.max(0.8, step - 0.6)}
                  y={sign === 1 ? zero - n * scale : zero}
                  height={Math.max(0.7, n * scale)}
                  fill={sign === 1 ? "var(--teal)" : "var(--rust)"}
                  fillOpacity={isIn(d) ? 1 : 0.5}
                />
              ),
            ),
          )}
          <path d={line(strip.upByChance, 1)} fill="none" stroke="var(--ink)" strokeWidth={1.2} strokeDasharray="1.5 3" />
          <path d={line(strip.downByChance, -1)} fill="none" stroke="var(--ink)" strokeWidth={1.2} strokeDasharray="1.5 3" />
          <line x1={0} x2={width} y1={zero} y2={zero} stroke="var(--ink)" strokeWidth={0.8} />
          {([1, -1] as const).map((sign) => {
            const values = sign === 1 ? strip.upByChance : strip.downByChance;
            const mean = chance(values);
            const y = zero - sign * mean * scale;
            return mean === 0 ? null : (
              <HaloText
                key={sign}
                x={step * quietDay(sign === 1 ? strip.up : strip.down, Math.ceil(LABEL / 2 / step))}
                y={sign === 1 ? y - 5 : y + 13}
                fontSize={11.5}
                textAnchor="middle"
                fill="var(--ink)"
              >
                {`by chance ${fixed(mean, mean < 10 ? 1 : 0)} a day ${sign === 1 ? "up" : "down"}`}
              </HaloText>
            );
          })}
          <text
            x={Math.max(4, Math.min(width - 4, step * (today + 0.5)))}
            y={13}
            fontSize={11.5}
            fill="var(--ink)"
            textAnchor={today > 330 ? "end" : today < 30 ? "start" : "middle"}
          >
            {`${dayOfYear(START_DAYS[today]!)} ▾`}
          </text>
        </svg>
        {(["from", "to"] as const).map((end) => (
          <Handle
            key={end}
            end={end}
            span={shown}
            at={step * (end === "from" ? shown.from : shown.to + 1)}
            height={{ top: TOP, length: room }}
            text={`${dayOfYear(START_DAYS[shown[end]]!)}: ${fixed(strip.up[shown[end]]!)} up, ${fixed(strip.down[shown[end]]!)} down`}
            onChoose={onChoose}
          />
        ))}
        <span
          aria-hidden
          className="pointer-events-none absolute -translate-x-1/2 rounded-sm bg-indigo px-1.5 text-[11.5px] font-semibold whitespace-nowrap text-raised"
          style={{ left: Math.max(70, Math.min(width - 70, centre)), top: HEIGHT - 18 }}
        >
          {words.replace(/^(from|on) /, "")}
        </span>
      </div>
    </figure>
  );
}

interface HandleProps {
  readonly end: "from" | "to";
  readonly span: DaySpan;
  readonly at: number;
  readonly height: { readonly top: number; readonly length: number };
  readonly text: string;
  readonly onChoose: (span: DaySpan) => void;
}

/** One end of the span. */
function Handle({ end, span, at, height, text, onChoose }: HandleProps) {
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 30, PageDown: -30 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const day = (span[end] + by + DAYS) % DAYS;
    // Past the other end it takes that along.
    const length = (span.to - span.from + DAYS) % DAYS;
    const isPast = end === "from" ? by > length : -by > length;
    onChoose(isPast ? { from: day, to: day } : { ...span, [end]: day });
  };
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={end === "from" ? "First start day" : "Last start day"}
      aria-valuemin={0}
      aria-valuemax={DAYS - 1}
      aria-valuenow={span[end]}
      aria-valuetext={text}
      onKeyDown={onKeyDown}
      className="pointer-events-none absolute w-2.5 -translate-x-1/2"
      style={{ left: at, top: height.top, height: height.length }}
    >
      <div className="absolute inset-y-0 left-1/2 w-0.5 -translate-x-1/2 bg-indigo" />
      <div className="absolute top-1/2 left-1/2 h-4 w-2 -translate-1/2 rounded-sm border-2 border-indigo bg-paper" />
    </div>
  );
}

/** Width of a label with some room. */
const LABEL = 150;

/** The day around which the bars are lowest, so many days to either side. */
function quietDay(values: Float64Array, around: number): number {
  let best = around;
  let least = Infinity;
  for (let d = around; d < DAYS - around; d++) {
    const highest = max(values.subarray(d - around, d + around));
    if (highest < least) [least, best] = [highest, d];
  }
  return best;
}

/** Start day with which each month begins. */
const MONTH_STARTS = START_DAYS.flatMap((day, k) => (day.endsWith("-01") ? [k] : []));

function max(...columns: readonly Float64Array[]): number {
  return Math.max(...columns.map((column) => column.reduce((a, b) => Math.max(a, b), 0)));
}
