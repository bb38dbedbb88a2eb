import { scaleLinear } from "d3-scale";
import { useRef } from "react";
import type { Histogram } from "@studies/precedents/fan";
import { signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";

const HEIGHT = 290;
const EDGE = { left: 4, right: 4, bottom: 26 };

/** Results of the occurrences above the line, of all sessions below it, on one scale, with both means marked. */
export function MirroredHistograms({ histogram, mean, baseMean }: { histogram: Histogram; mean: number; baseMean: number }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 600);
  const { edges, own, base } = histogram;
  const most = Math.max(...own, ...base, 0.01);
  const half = (HEIGHT - EDGE.bottom) / 2;
  const x = scaleLinear([edges[0]!, edges[edges.length - 1]!], [EDGE.left, width - EDGE.right]);
  const size = (share: number) => (share / most) * (half - 18);
  const mark = (value: number, up: boolean) => {
    const at = Math.max(EDGE.left, Math.min(width - EDGE.right, x(value)));
    const right = at > width - 170;
    return (
      <g>
        <line x1={at} x2={at} y1={half} y2={up ? 10 : 2 * half - 6} stroke="var(--ink)" strokeWidth={1.5} />
        <text
          x={at + (right ? -6 : 6)}
          y={up ? 18 : 2 * half - 8}
          fontSize={12}
          fill="var(--ink)"
          textAnchor={right ? "end" : "start"}
          stroke="var(--paper)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          {up ? "occurrences" : "all sessions"}, mean {signedPercent(value, 2)}
        </text>
      </g>
    );
  };
  return (
    <figure>
      <figcaption className="heading mb-1">Results within the session: occurrences above, all sessions below</figcaption>
      <div ref={box}>
        <svg
          role="img"
          aria-label={`Distribution of results: occurrences with a mean of ${signedPercent(mean, 2)}, all sessions with ${signedPercent(baseMean, 2)}.`}
          width={width}
          height={HEIGHT}
        >
          {Array.from(own, (share, k) => {
            const [left, right] = [x(edges[k]!), x(edges[k + 1]!)];
            const colour = edges[k]! >= 0 ? "var(--teal)" : "var(--rust)";
            return (
              <g key={k}>
                <rect x={left + 0.5} width={right - left - 1} y={half - size(share)} height={size(share)} fill={colour} />
                <rect x={left + 0.5} width={right - left - 1} y={half} height={size(base[k]!)} fill={colour} fillOpacity={0.32} />
              </g>
            );
          })}
          <line x1={EDGE.left} x2={width - EDGE.right} y1={half} y2={half} stroke="var(--ink)" />
          {mark(mean, true)}
          {mark(baseMean, false)}
          {x.ticks(7).map((t) => (
            <text key={t} x={x(t)} y={HEIGHT - 6} fontSize={11.5} fill="var(--soft)" textAnchor="middle">
              {signedPercent(t, 1)}
            </text>
          ))}
        </svg>
      </div>
    </figure>
  );
}
