import { scaleLinear } from "d3-scale";
import { count, signedPercent } from "@studies/words/words";

interface Props {
  readonly years: readonly {
    readonly year: number | string;
    readonly mean: number;
    /** NaN where there is none. */
    readonly interval: readonly [number, number];
    readonly weeks: number;
  }[];
  readonly width: number;
}

const HEIGHT = 96;
const LEFT = 0;
const RIGHT = 40;
const FOOT = 18;

/** The mean of a weekly figure in each year as a bar, with its interval as a line where there is one. */
export function YearBars({ years, width }: Props) {
  if (years.length === 0) return <p className="mt-1 text-soft">No hold is over yet.</p>;
  const ends = years.flatMap((y) => [y.mean, ...y.interval]).filter((v) => !Number.isNaN(v));
  const reach = Math.max(0.001, ...ends.map(Math.abs));
  const y = scaleLinear([-reach, reach], [HEIGHT - FOOT, 4]);
  const step = (width - RIGHT) / years.length;
  const bar = Math.min(34, step * 0.62);
  const every = Math.ceil(34 / step);
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={years.map((own) => `${own.year}: ${signedPercent(own.mean)} over ${count(own.weeks, "week")}`).join("; ")}
      className="block"
    >
      {[reach / 2, -reach / 2].map((tick) => (
        <g key={tick}>
          <line x1={LEFT} x2={width - RIGHT} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
          <text x={width - RIGHT + 6} y={y(tick) + 4} fontSize={11} fill="var(--soft)">
            {signedPercent(tick, 1)}
          </text>
        </g>
      ))}
      <line x1={LEFT} x2={width - RIGHT} y1={y(0)} y2={y(0)} stroke="var(--soft)" strokeWidth={0.8} />
      {years.map((own, k) => {
        const middle = LEFT + step * (k + 0.5);
        const colour = own.mean > 0 ? "var(--teal)" : "var(--rust)";
        return (
          <g key={own.year}>
            <rect
              x={middle - bar / 2}
              y={Math.min(y(0), y(own.mean))}
              width={bar}
              height={Math.abs(y(own.mean) - y(0))}
              fill={colour}
              fillOpacity={0.5}
            >
              <title>{`${own.year}: ${signedPercent(own.mean)} over ${count(own.weeks, "week")}`}</title>
            </rect>
            {!Number.isNaN(own.interval[0]) && (
              <line x1={middle} x2={middle} y1={y(own.interval[0])} y2={y(own.interval[1])} stroke="var(--ink)" strokeWidth={1} />
            )}
            {k % every === 0 && (
              <text x={middle} y={HEIGHT - 3} fontSize={11} fill="var(--soft)" textAnchor="middle">
                {own.year}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
