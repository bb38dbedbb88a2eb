import { scaleLinear, scaleLog } from "d3-scale";
import { line } from "d3-shape";
import { useMemo, useRef } from "react";
import { yearOf } from "@core/columns/epoch-day";
import type { model } from "@studies/trials/rebalanced-model";
import { percent, signedPercent } from "@studies/words/words";
import { spreadLabels } from "~/charts/spread-labels";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof model>;

const HEIGHT = 200;
const FALLS = 66;
const FOOT = 18;
/** Wider than most letters. */
const LETTER = 6.8;
/** Lines closer than this at their ends move apart. */
const APART = 15;

/** What 100 became, on a log scale: the model, its benchmark and the set in equal parts; under it how far the model lay below its peak. */
export function ValueLines({ answer }: { readonly answer: Answer }) {
  const { days, value, against, equal, benchmark, figures } = answer;
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 640);
  const lines = [
    { name: "model", values: value, colour: "var(--indigo)", weight: 1.8, figures: figures.model },
    { name: benchmark, values: against, colour: "var(--ink)", weight: 1.1, figures: figures.benchmark },
    { name: "equal parts", values: equal, colour: "var(--soft)", weight: 1.1, figures: figures.equal },
  ];
  const labels = lines.map(({ name, figures: own }, k) => {
    const isYearly = !Number.isNaN(own.annual);
    return `${name} ${signedPercent(isYearly ? own.annual : own.total, 1)}${k === 0 && isYearly ? " a year" : ""}`;
  });
  // As wide as the longest name beside the lines.
  const right = 14 + LETTER * Math.max(...labels.map((text) => text.length));
  const known = lines.flatMap(({ values }) => Array.from(values)).filter((v) => v > 0);
  const y = scaleLog([Math.min(95, ...bounds(known, Math.min)), Math.max(105, ...bounds(known, Math.max))], [HEIGHT - 6, 8]);
  const x = scaleLinear([0, Math.max(1, days.length - 1)], [0, width - right]);
  const falls = useMemo(() => fallsOf(value), [value]);
  const deepest = Math.max(0.01, ...bounds(Array.from(falls), Math.max));
  const fallY = scaleLinear([0, deepest], [0, FALLS - 8]);
  const points = useMemo(() => sampled(days.length, Math.max(200, width)), [days.length, width]);
  const years = Array.from(days.keys()).filter((k) => k > 0 && yearOf(days[k]!) !== yearOf(days[k - 1]!));
  const every = Math.ceil((46 * years.length) / Math.max(1, width - right));
  const ends = spreadLabels(
    lines.map(({ values }) => y(Math.max(1e-6, values.at(-1) ?? 100))),
    APART,
    0,
    HEIGHT,
  );
  return (
    <figure>
      <figcaption className="heading mb-1">
        What 100 became, on a log scale, after cost; below, how far the model lay under its peak
      </figcaption>
      <div ref={box}>
        <svg
          width={width}
          height={HEIGHT + FALLS + FOOT}
          role="img"
          className="block"
          aria-label={lines
            .map((l) => `${l.name} ${signedPercent(l.figures.total, 0)}, deepest fall ${percent(l.figures.drawdown, 0)}`)
            .join("; ")}
        >
          {roundTicks(y.ticks())
            .filter((tick) => y(tick) > 16)
            .map((tick) => (
              <g key={tick}>
                <line x1={0} x2={width - right} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
                <text
                  x={2}
                  y={y(tick) - 3}
                  fontSize={11}
                  fill="var(--soft)"
                  stroke="var(--paper)"
                  strokeWidth={3}
                  paintOrder="stroke"
                >
                  {tick}
                </text>
              </g>
            ))}
          {lines.map(({ name, values, colour, weight }) => (
            <path
              key={name}
              d={
                line<number>()
                  .defined((k) => values[k]! > 0)
                  .x((k) => x(k))
                  .y((k) => y(values[k]!))(points) ?? ""
              }
              fill="none"
              stroke={colour}
              strokeWidth={weight}
            />
          ))}
          {lines.map(({ name, colour }, k) => (
            <text key={name} x={width - right + 8} y={ends[k]! + 4} fontSize={12} fill={colour} fontWeight={k === 0 ? 600 : 400}>
              {labels[k]}
            </text>
          ))}
          <g transform={`translate(0 ${HEIGHT + 4})`}>
            <path
              d={`M0 0 ${points.map((k) => `L${x(k).toFixed(1)} ${fallY(falls[k]!).toFixed(1)}`).join(" ")} L${x(days.length - 1)} 0 Z`}
              fill="var(--rust)"
              fillOpacity={0.35}
            />
            <line x1={0} x2={width - right} y1={0} y2={0} stroke="var(--soft)" strokeWidth={0.8} />
            <text x={width - right + 8} y={fallY(deepest) + 2} fontSize={12} fill="var(--rust)">
              deepest fall {percent(deepest, 0)}
            </text>
          </g>
          {years
            .filter((_, k) => k % every === 0)
            .map((k) => (
              <text key={k} x={x(k)} y={HEIGHT + FALLS + FOOT - 4} fontSize={11} fill="var(--soft)">
                {yearOf(days[k]!)}
              </text>
            ))}
        </svg>
      </div>
    </figure>
  );
}

/** Of the ticks of a log scale those that begin with 1, 2 or 5. */
const roundTicks = (ticks: readonly number[]) =>
  ticks.filter((t) => [1, 2, 5].includes(Number((t / 10 ** Math.floor(Math.log10(t))).toFixed(6))));

/** As many places as there are pixels, the last among them. */
function sampled(length: number, width: number): number[] {
  const step = Math.max(1, Math.floor(length / width));
  const out: number[] = [];
  for (let k = 0; k < length; k += step) out.push(k);
  if (length > 0 && out.at(-1) !== length - 1) out.push(length - 1);
  return out;
}

function fallsOf(value: Float64Array): Float64Array {
  let peak = 100;
  return value.map((v) => 1 - v / (peak = Math.max(peak, v)));
}

const bounds = (values: readonly number[], of: (a: number, b: number) => number) =>
  values.length === 0 ? [] : [values.reduce((a, b) => of(a, b))];
