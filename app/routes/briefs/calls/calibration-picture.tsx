import { scaleLinear } from "d3-scale";
import type { CalibrationBin } from "@core/calls/call-ledger";
import { count, fixed, percent } from "@studies/words/words";

interface Props {
  readonly bins: readonly CalibrationBin[];
  /** Mean distance of what was said from what happened, a fraction. */
  readonly gap: number;
  readonly compared: number;
}

const WIDTH = 420;
const HEIGHT = 250;
const LEFT = 8;
const RIGHT = 44;
const TOP = 12;
const BOTTOM = 34;
/** Of fewer calls a bin is drawn hollow. */
const FEW = 5;
/** Where the axis begins unless a confidence lies below. */
const FIRST = 40;

/** How often calls of like confidence were right, with its interval, against the line on which both would be one. */
export function CalibrationPicture({ bins, gap, compared }: Props) {
  const first = bins.some((bin) => bin.meanConfidence < FIRST) ? 0 : FIRST;
  const x = scaleLinear()
    .domain([first, 100])
    .range([LEFT, WIDTH - RIGHT]);
  const y = scaleLinear()
    .domain([0, 1])
    .range([HEIGHT - BOTTOM, TOP]);
  return (
    <figure>
      <figcaption className="heading border-b border-ink/60 pb-1">Said and right</figcaption>
      {bins.length === 0 ? (
        <p className="mt-2 text-soft">No scored call was given a confidence, so that nothing can be set against it.</p>
      ) : (
        <>
          <svg
            viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
            className="w-full max-w-[520px]"
            fontSize={11}
            role="img"
            aria-label={`Of calls with a confidence, how often they were right: ${bins
              .map((bin) => `${fixed(bin.meanConfidence)}% said, ${percent(bin.right, 0)} right of ${bin.n}`)
              .join("; ")}.`}
          >
            {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
              <g key={tick}>
                <line x1={LEFT} x2={WIDTH - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
                <text x={WIDTH - RIGHT + 6} y={y(tick) + 4} fill="var(--soft)">
                  {100 * tick}%
                </text>
              </g>
            ))}
            {[first, 50, 60, 70, 80, 90, 100].map((tick) => (
              <text key={tick} x={x(tick)} y={HEIGHT - BOTTOM + 15} textAnchor="middle" fill="var(--soft)">
                {tick}
              </text>
            ))}
            <text x={WIDTH - RIGHT} y={HEIGHT - 4} textAnchor="end" fill="var(--soft)">
              confidence given, percent
            </text>
            <line x1={x(first)} y1={y(first / 100)} x2={x(100)} y2={y(1)} stroke="var(--soft)" strokeDasharray="4 3" />
            {bins.map((bin) => (
              <g key={bin.from}>
                <line
                  x1={x(bin.meanConfidence)}
                  x2={x(bin.meanConfidence)}
                  y1={y(bin.low)}
                  y2={y(bin.high)}
                  stroke="var(--indigo)"
                  strokeWidth={1.4}
                />
                <circle
                  cx={x(bin.meanConfidence)}
                  cy={y(bin.right)}
                  r={5}
                  fill={bin.n < FEW ? "var(--paper)" : "var(--indigo)"}
                  stroke="var(--indigo)"
                  strokeWidth={1.6}
                />
                <text x={x(bin.meanConfidence) + 9} y={y(bin.right) + 4} fill="var(--ink)">
                  {bin.n}
                </text>
              </g>
            ))}
          </svg>
          <p className="text-[12px] text-soft">
            Share that was right with its 95% interval; on the dashed line what was said and what happened agree
            {bins.some((bin) => bin.n < FEW) ? "; hollow where fewer than five" : ""}. On average the two are {fixed(100 * gap)}{" "}
            points apart over {count(compared, "call")}.
          </p>
        </>
      )}
    </figure>
  );
}
