import { scaleLinear } from "d3-scale";
import { useRef } from "react";
import type { walkForward } from "@studies/trials/walk-forward";
import { signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof walkForward>;

const HEIGHT = 250;
const FOOT = 22;
const BINS = 61;
/** Of each hundred weeks so many are beyond the scale, either way, and stand at its ends. */
const CUT = 0.01;

/** How the weeks are distributed: against the benchmark above the line, against all members below it, on one scale, with mean and interval. */
export function WeekHistograms({ answer: { excess, beyond, records, benchmark } }: { readonly answer: Answer }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1000);
  const reach = Math.max(0.005, reachOf(excess), reachOf(beyond));
  const x = scaleLinear([-reach, reach], [4, width - 4]).clamp(true);
  const half = (HEIGHT - FOOT) / 2;
  const bins = [binned(excess, reach), binned(beyond, reach)] as const;
  const most = Math.max(1, ...bins.flat());
  const size = (n: number) => (n / most) * (half - 26);
  const mark = ({ mean, interval }: Answer["records"]["excess"], isUp: boolean, words: string) => {
    const edge = isUp ? 14 : 2 * half - 14;
    const isKnown = !Number.isNaN(interval[0]);
    return (
      <g>
        {isKnown && (
          <rect
            x={x(interval[0])}
            width={Math.max(1, x(interval[1]) - x(interval[0]))}
            y={isUp ? 22 : half}
            height={half - 22}
            fill="var(--ink)"
            fillOpacity={0.14}
          />
        )}
        <line
          x1={x(mean)}
          x2={x(mean)}
          y1={isUp ? 22 : half}
          y2={isUp ? half : 2 * half - 22}
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
        <text
          x={x(mean)}
          y={edge + 4}
          fontSize={12.5}
          fill="var(--ink)"
          textAnchor="middle"
          stroke="var(--paper)"
          strokeWidth={4}
          paintOrder="stroke"
        >
          {words} <tspan fontWeight={600}>{signedPercent(mean, 2)}</tspan>
          {isKnown ? ` (${signedPercent(interval[0], 2)} to ${signedPercent(interval[1], 2)})` : ""}
        </text>
      </g>
    );
  };
  return (
    <figure data-main tabIndex={-1}>
      <figcaption className="text-[12px] text-soft">
        Every week’s hold: against {benchmark} after cost above the line, against all members at the same moments before cost
        below it; shaded the 95% interval of the mean
      </figcaption>
      <div ref={box}>
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          className="block"
          aria-label={`Against ${benchmark} ${signedPercent(records.excess.mean, 2)} on average, against all members ${signedPercent(records.beyond.mean, 2)}, over ${records.excess.weeks} weeks; the figures are in the CSV file.`}
        >
          {bins.map((own, side) =>
            own.map((n, k) => {
              const [left, right] = [x(edgeOf(k, reach)), x(edgeOf(k + 1, reach))];
              const middle = (edgeOf(k, reach) + edgeOf(k + 1, reach)) / 2;
              return (
                <rect
                  key={`${side}.${k}`}
                  x={left + 0.5}
                  width={Math.max(0.5, right - left - 1)}
                  y={side === 0 ? half - size(n) : half}
                  height={size(n)}
                  fill={middle >= 0 ? "var(--teal)" : "var(--rust)"}
                  fillOpacity={side === 0 ? 0.35 : 0.75}
                />
              );
            }),
          )}
          <line x1={4} x2={width - 4} y1={half} y2={half} stroke="var(--ink)" />
          <line x1={x(0)} x2={x(0)} y1={22} y2={2 * half - 22} stroke="var(--rule)" />
          {mark(records.excess, true, "against the index")}
          {mark(records.beyond, false, "against all members")}
          {x.ticks(9).map((tick) => (
            <text
              key={tick}
              x={Math.max(18, Math.min(width - 18, x(tick)))}
              y={HEIGHT - 5}
              fontSize={11.5}
              fill="var(--soft)"
              textAnchor="middle"
            >
              {signedPercent(tick, 0)}
            </text>
          ))}
        </svg>
      </div>
    </figure>
  );
}

function reachOf(values: Float64Array): number {
  const sorted = values.map(Math.abs).sort();
  return sorted[Math.floor((sorted.length - 1) * (1 - CUT))] ?? 0;
}

const edgeOf = (k: number, reach: number) => -reach + (2 * reach * k) / BINS;

function binned(values: Float64Array, reach: number): number[] {
  const out = new Array<number>(BINS).fill(0);
  for (const x of values) out[Math.max(0, Math.min(BINS - 1, Math.floor(((x + reach) / (2 * reach)) * BINS)))]!++;
  return out;
}
