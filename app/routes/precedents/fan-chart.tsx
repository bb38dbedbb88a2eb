import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import { useMemo, useRef, useState } from "react";
import type { Fan } from "@studies/precedents/fan";
import { date, signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import { Legend } from "~/ui/legend";

const HEIGHT = 290;
const EDGE = { top: 14, right: 52, bottom: 28, left: 4 };

interface Props {
  readonly fan: Fan;
  /** Whether the first point after the entry is the close of the same session. */
  readonly startsAtOpen: boolean;
  readonly several: boolean;
  readonly onOpen: (day: number, ticker: string) => void;
}

/** Each occurrence's way from its entry; the middle half, the median, and the middle half of all sessions behind. */
export function FanChart({ fan, startsAtOpen, several, onOpen }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 600);
  const [hovered, setHovered] = useState<number>();
  const { length, paths, days, tickers } = fan;
  const count = days.length;
  const x = scaleLinear([0, length - 1], [EDGE.left, width - EDGE.right]);
  const y = useMemo(() => {
    const sorted = Float64Array.from(paths).sort();
    const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
    const reach = Math.max(0.004, -at(0), at(1));
    const [low, high] = [Math.min(at(0), -0.15 * reach), Math.max(at(1), 0.15 * reach)];
    return scaleLinear([low, high], [HEIGHT - EDGE.bottom, EDGE.top]).nice(6);
  }, [paths]);
  const lineOf = line<number>(
    (_, k) => x(k),
    (v) => y(v),
  );
  const bandOf = (low: Float64Array, high: Float64Array) =>
    area<number>(
      (_, k) => x(k),
      (k) => y(low[k]!),
      (k) => y(high[k]!),
    )(Array.from({ length }, (_, k) => k)) ?? "";
  const pathOf = (k: number) => lineOf(paths.subarray(k * length, (k + 1) * length)) ?? "";
  const ends = Array.from({ length: count }, (_, k) => paths[(k + 1) * length - 1]!);
  const worst = ends.indexOf(Math.min(...ends));
  const shown = hovered ?? worst;
  const later = startsAtOpen ? length - 2 : length - 1;
  const last = length - 1;
  const room = 34;
  const ticks = [
    ...x
      .ticks(Math.min(last, 8))
      .filter((t) => Number.isInteger(t) && t > 0 && x(last) - x(t) > 2.6 * room && x(t) - x(0) > room),
    last,
  ];
  return (
    <figure>
      <figcaption className="heading mb-1">Each way from its entry, in percent</figcaption>
      <div ref={box} className="relative">
        <svg
          role="img"
          aria-label={`The ways of ${count} occurrences from their entry; the figures are in the table below.`}
          width={width}
          height={HEIGHT}
          onMouseLeave={() => {
            setHovered(undefined);
          }}
          onMouseMove={(event) => {
            const own = event.currentTarget.getBoundingClientRect();
            setHovered(nearest(fan, x.invert(event.clientX - own.left), y.invert(event.clientY - own.top), y));
          }}
          onClick={() => {
            if (hovered !== undefined) onOpen(days[hovered]!, tickers[hovered]!);
          }}
        >
          {y.ticks(6).map((t) => (
            <g key={t}>
              <line x1={EDGE.left} x2={width - EDGE.right} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
              <text x={width - EDGE.right + 8} y={y(t) + 4} fontSize={11.5} fill="var(--soft)">
                {signedPercent(t, Math.abs(y.domain()[1]! - y.domain()[0]!) < 0.05 ? 1 : 0)}
              </text>
            </g>
          ))}
          <path d={bandOf(fan.low, fan.high)} fill="var(--teal)" fillOpacity={0.18} />
          {Array.from({ length: count }, (_, k) => (
            <path key={k} d={pathOf(k)} fill="none" stroke="var(--soft)" strokeOpacity={count > 80 ? 0.12 : 0.3} />
          ))}
          {[fan.baseLow, fan.baseHigh].map((edge, k) => (
            <path key={k} d={lineOf(edge) ?? ""} fill="none" stroke="var(--ink)" strokeWidth={1.2} strokeDasharray="4 3" />
          ))}
          <path d={lineOf(fan.median) ?? ""} fill="none" stroke="var(--teal)" strokeWidth={2.5} />
          {shown >= 0 && (
            <>
              <path
                d={pathOf(shown)}
                fill="none"
                stroke={hovered === undefined ? "var(--rust)" : "var(--indigo)"}
                strokeWidth={1.8}
              />
              <PathLabel
                text={`${hovered === undefined ? "worst, " : ""}${date(days[shown]!)}${several ? `, ${tickers[shown]}` : ""}: ${signedPercent(ends[shown]!)}`}
                at={[x(length - 1), y(ends[shown]!)]}
                colour={hovered === undefined ? "var(--rust)" : "var(--indigo)"}
              />
            </>
          )}
          <text x={EDGE.left} y={HEIGHT - 8} fontSize={11.5} fill="var(--soft)">
            entry
          </text>
          {ticks.map((t) => (
            <text
              key={t}
              x={x(t)}
              y={HEIGHT - 8}
              fontSize={11.5}
              fill="var(--soft)"
              textAnchor={t === length - 1 ? "end" : "middle"}
            >
              {startsAtOpen ? (t === 1 ? "close" : t - 1) : t}
              {t === last && later > 0 ? (later === 1 ? " session" : " sessions") : ""}
            </text>
          ))}
        </svg>
      </div>
      <Legend
        entries={[
          { label: "median", colour: "var(--teal)", line: "solid" },
          { label: "middle half", colour: "var(--teal)", area: true },
          { label: "middle half of all sessions", colour: "var(--ink)", line: "dashed" },
          {
            label: count < 240 ? "an occurrence" : "one of the latest 240 occurrences, or the worst",
            colour: "var(--soft)",
            line: "solid",
          },
        ]}
      />
    </figure>
  );
}

/** The path that passes nearest to a point. */
function nearest({ length, paths, days }: Fan, at: number, value: number, y: (v: number) => number): number | undefined {
  const k = Math.max(0, Math.min(length - 1, at));
  const [left, rest] = [Math.floor(k), k - Math.floor(k)];
  let found: number | undefined;
  let best = 14;
  for (let i = 0; i < days.length; i++) {
    const a = paths[i * length + left]!;
    const b = paths[i * length + Math.min(length - 1, left + 1)]!;
    const gap = Math.abs(y(a + rest * (b - a)) - y(value));
    if (gap < best) {
      best = gap;
      found = i;
    }
  }
  return found;
}

/** The label of a path at its end, on paper so that it can be read. */
function PathLabel({ text, at: [x, y], colour }: { text: string; at: readonly [number, number]; colour: string }) {
  const top = y > HEIGHT - EDGE.bottom - 16 ? y - 8 : y + 15;
  return (
    <text
      x={x - 4}
      y={top}
      fontSize={12}
      textAnchor="end"
      fill={colour}
      stroke="var(--paper)"
      strokeWidth={4}
      paintOrder="stroke"
      fontWeight={600}
    >
      {text}
    </text>
  );
}
