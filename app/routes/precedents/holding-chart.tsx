import { scaleLinear } from "d3-scale";
import { area, line } from "d3-shape";
import { useRef } from "react";
import type { HoldingPoint } from "@core/precedents/holding-curve";
import { signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import { Legend } from "~/ui/legend";

const HEIGHT = 170;
const EDGE = { top: 8, right: 52, bottom: 24, left: 4 };

/** The mean result of the same occurrences for each number of sessions held, with its interval; the base as an outline. */
export function HoldingChart({ curve, hold }: { curve: readonly HoldingPoint[]; hold: number }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 600);
  const known = curve.filter((p) => p.n > 1);
  if (known.length < 2) return null;
  const values = known.flatMap((p) => [p.low, p.high, p.baseMean, 0]).filter(Number.isFinite);
  const x = scaleLinear([1, curve.length], [EDGE.left, width - EDGE.right]);
  const y = scaleLinear([Math.min(...values), Math.max(...values)], [HEIGHT - EDGE.bottom, EDGE.top]).nice(4);
  const at = (pick: (p: HoldingPoint) => number) =>
    line<HoldingPoint>(
      (p) => x(p.hold),
      (p) => y(pick(p)),
    )(known) ?? "";
  const band =
    area<HoldingPoint>(
      (p) => x(p.hold),
      (p) => y(p.low),
      (p) => y(p.high),
    )(known) ?? "";
  return (
    <figure>
      <figcaption className="heading mb-1">Held for 1 to {curve.length} sessions: the mean, with its 95% interval</figcaption>
      <div ref={box}>
        <svg
          role="img"
          aria-label={`Mean result by sessions held: ${known
            .filter((p) => [1, 5, 10, 21, 60].includes(p.hold))
            .map((p) => `${p.hold}: ${signedPercent(p.mean)} against ${signedPercent(p.baseMean)}`)
            .join("; ")}.`}
          width={width}
          height={HEIGHT}
        >
          {y.ticks(4).map((t) => (
            <g key={t}>
              <line x1={EDGE.left} x2={width - EDGE.right} y1={y(t)} y2={y(t)} stroke="var(--rule)" />
              <text x={width - EDGE.right + 8} y={y(t) + 4} fontSize={11.5} fill="var(--soft)">
                {signedPercent(t, 1)}
              </text>
            </g>
          ))}
          <path d={band} fill="var(--teal)" fillOpacity={0.15} />
          <path d={at((p) => p.baseMean)} fill="none" stroke="var(--ink)" strokeDasharray="4 3" strokeWidth={1.2} />
          <path d={at((p) => p.mean)} fill="none" stroke="var(--teal)" strokeWidth={2} />
          {hold > 0 && hold <= curve.length && (
            <line
              x1={x(hold)}
              x2={x(hold)}
              y1={EDGE.top}
              y2={HEIGHT - EDGE.bottom}
              stroke="var(--indigo)"
              strokeDasharray="2 3"
            />
          )}
          {[1, 10, 20, 30, 40, 50, 60]
            .filter((t) => t <= curve.length)
            .map((t) => (
              <text key={t} x={x(t)} y={HEIGHT - 6} fontSize={11.5} fill="var(--soft)" textAnchor={t === 1 ? "start" : "middle"}>
                {t}
              </text>
            ))}
        </svg>
      </div>
      <Legend
        entries={[
          { label: "mean", colour: "var(--teal)", line: "solid" },
          { label: "all sessions", colour: "var(--ink)", line: "dashed" },
          ...(hold > 0 ? [{ label: "as asked", colour: "var(--indigo)", line: "dashed" as const }] : []),
        ]}
      />
    </figure>
  );
}
