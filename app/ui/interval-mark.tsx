import { scaleLinear } from "d3-scale";

interface Props {
  readonly value: number;
  /** NaN where there is none. */
  readonly interval: readonly [number, number];
  /** At which the scale ends, either way; what lies beyond is cut. */
  readonly reach: number;
  readonly width?: number;
}

const HEIGHT = 14;

/** Which way an interval lies of zero: 1 above, -1 below, 0 around it, or there is none. */
export function sideOfZero([low, high]: readonly [number, number]): -1 | 0 | 1 {
  return low > 0 ? 1 : high < 0 ? -1 : 0;
}

/** A figure as a dot with its interval as a line, about zero; in colour where the interval leaves zero out. */
export function IntervalMark({ value, interval, reach, width = 60 }: Props) {
  const x = scaleLinear([-reach, reach], [3, width - 3]).clamp(true);
  const isKnown = !Number.isNaN(interval[0]);
  const side = isKnown ? sideOfZero(interval) : 0;
  const colour = side === 0 ? "var(--soft)" : side > 0 ? "var(--teal)" : "var(--rust)";
  return (
    <svg width={width} height={HEIGHT} aria-hidden className="inline-block shrink-0 align-middle">
      <line x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} stroke="var(--rule)" strokeWidth={1} />
      {isKnown && (
        <line
          x1={x(interval[0])}
          x2={x(interval[1])}
          y1={HEIGHT / 2}
          y2={HEIGHT / 2}
          stroke={colour}
          strokeWidth={side !== 0 ? 1.8 : 1}
        />
      )}
      {!Number.isNaN(value) && (
        <circle cx={x(value)} cy={HEIGHT / 2} r={2.8} fill={isKnown ? colour : "var(--paper)"} stroke={colour} />
      )}
    </svg>
  );
}
