import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import { useRef, useState } from "react";
import { MONTH_NAMES } from "@core/seasons/month-names";
import type { YearPath } from "@core/seasons/year-path";
import { count, signedPercent } from "@studies/words/words";
import { Legend } from "~/ui/legend";
import { useWidth } from "~/ui/use-width";

interface Props {
  readonly name: string;
  readonly path: YearPath;
  /** Session of the year with which each month begins, counted from 0. */
  readonly monthStarts: readonly number[];
}

const HEIGHT = 270;
const EDGE = { top: 8, right: 48, bottom: 22, left: 4 };

/** How the series usually goes through the year, with the middle half of the years, and how this year has gone. */
export function YearPathChart({ name, path, monthStarts }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 360);
  const [pointed, setPointed] = useState<number>();
  const { mean, low, high, present, years } = path;
  const length = Math.max(mean.length, present.length);
  if (mean.length < 2) return <p className="text-soft">No finished year of {name} has a close in the December before it yet.</p>;
  const values = [...low, ...high, ...mean, ...present, 0];
  const x = scaleLinear([0, length - 1], [EDGE.left, width - EDGE.right]);
  const y = scaleLinear([Math.min(...values), Math.max(...values)], [HEIGHT - EDGE.bottom, EDGE.top]).nice(5);
  const drawn = (column: Float64Array) =>
    line<number>(
      (_, k) => x(k),
      (v) => y(v),
    )(Array.from(column)) ?? "";
  const band =
    area<number>(
      (_, k) => x(k),
      (v) => y(v),
      (_, k) => y(high[k]!),
    )(Array.from(low)) ?? "";
  const at = pointed ?? (present.length > 0 ? present.length - 1 : mean.length - 1);
  const words = wordsAt(path, at, monthStarts);
  const step = (by: number) => {
    setPointed(Math.max(0, Math.min(length - 1, at + by)));
  };
  return (
    <figure>
      <figcaption className="mb-1">
        <b className="font-semibold">The path of the year</b>, mean of {count(years.length, "year")}
      </figcaption>
      <div ref={box}>
        <svg
          role="slider"
          tabIndex={0}
          aria-label={`Path of the year of ${name}; arrows walk it.`}
          aria-valuemin={1}
          aria-valuemax={length}
          aria-valuenow={at + 1}
          aria-valuetext={words}
          width={width}
          height={HEIGHT}
          className="block"
          onPointerMove={(event) => {
            const left = event.currentTarget.getBoundingClientRect().left;
            setPointed(Math.max(0, Math.min(length - 1, Math.round(x.invert(event.clientX - left)))));
          }}
          onPointerLeave={() => {
            setPointed(undefined);
          }}
          onKeyDown={(event) => {
            const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 21, PageDown: -21 }[event.key];
            const to = { Home: -length, End: length }[event.key];
            if (by === undefined && to === undefined) return;
            event.preventDefault();
            event.stopPropagation();
            step(by ?? to!);
          }}
        >
          {y.ticks(5).map((t) => (
            <g key={t}>
              <line
                x1={EDGE.left}
                x2={width - EDGE.right}
                y1={y(t)}
                y2={y(t)}
                stroke={t === 0 ? "var(--ink)" : "var(--rule)"}
                strokeWidth={t === 0 ? 0.8 : 1}
              />
              <text x={width - EDGE.right + 6} y={y(t) + 4} fontSize={11.5} fill="var(--soft)">
                {signedPercent(t, 0)}
              </text>
            </g>
          ))}
          <path d={band} fill="var(--teal)" fillOpacity={0.15} />
          <path d={drawn(mean)} fill="none" stroke="var(--teal)" strokeWidth={2} />
          <path d={drawn(present)} fill="none" stroke="var(--ink)" strokeWidth={1.6} />
          <line x1={x(at)} x2={x(at)} y1={EDGE.top} y2={HEIGHT - EDGE.bottom} stroke="var(--indigo)" strokeDasharray="2 3" />
          {monthStarts.map((start, k) =>
            start < length && k % 2 === 0 ? (
              <text key={k} x={x(start)} y={HEIGHT - 6} fontSize={11.5} fill="var(--soft)">
                {MONTH_NAMES[k]!.slice(0, 3)}
              </text>
            ) : null,
          )}
        </svg>
      </div>
      <p className="text-[12px]" aria-hidden>
        {words}
      </p>
      <Legend
        entries={[
          { label: "mean", colour: "var(--teal)", line: "solid" },
          { label: "middle half of the years", colour: "var(--teal)", area: true },
          ...(present.length > 0 ? [{ label: "this year", colour: "var(--ink)", line: "solid" as const }] : []),
        ]}
      />
    </figure>
  );
}

/** What stands at a session of the year: "session 120, in June: +4.2% in the mean, this year −3.1%". */
function wordsAt({ mean, present }: YearPath, at: number, monthStarts: readonly number[]): string {
  const month = MONTH_NAMES[monthStarts.findLastIndex((start) => start <= at)] ?? "";
  const parts = [
    ...(at < mean.length ? [`${signedPercent(mean[at]!)} in the mean`] : []),
    ...(at < present.length ? [`this year ${signedPercent(present[at]!)}`] : []),
  ];
  return `Session ${at + 1}, in ${month}: ${parts.join(", ")}`;
}
