import { isoDate } from "@core/columns/epoch-day";

interface Props {
  readonly days: Int32Array;
  /** Distance from the 200-session average and z of volatility on each session. */
  readonly distance: Float64Array;
  readonly volatilityZ: Float64Array;
  /** Confirmed states now, as codes; -1 for none. */
  readonly direction: number;
  readonly volatility: number;
}

const SIZE = 276;
const POINT = 5;
const HEIGHT = 204;
const BANDS = ["Rising", "Ranging", "Falling"];
const COLUMNS = ["Calm", "Usual", "Rough"];

/** A value among two bounds: each third of the scale is one band, the outer ones soften toward the edge. */
function scaled(x: number, low: number, high: number): number {
  const middle = (x - low) / (high - low);
  if (middle < 0) return (1 / 3) * Math.exp(middle / 1.6);
  return middle > 1 ? 1 - (1 / 3) * Math.exp((1 - middle) / 1.6) : (1 + middle) / 3;
}

function clamped(x: number, low: number, high: number): number {
  return Math.max(low + POINT + 1, Math.min(high - POINT - 1, x));
}

/** Three bands of direction by three of volatility, with the last sessions as a walked line; the confirmed state is tinted. */
export function StatePath({ days, distance, volatilityZ, direction, volatility }: Props) {
  const left = 54;
  const width = SIZE - left;
  const points = Array.from(days.keys())
    .filter((k) => !Number.isNaN(distance[k]) && !Number.isNaN(volatilityZ[k]))
    .map((k) => ({
      // The point of the present session stays whole at the border.
      x: clamped(left + scaled(volatilityZ[k]!, -0.5, 1) * width, left, SIZE),
      y: clamped((1 - scaled(distance[k]!, -0.02, 0.02)) * HEIGHT, 0, HEIGHT),
      day: days[k]!,
    }));
  const last = points[points.length - 1];
  const state =
    direction >= 0 && volatility >= 0
      ? `${BANDS[2 - direction]}, ${COLUMNS[volatility]!.toLowerCase()} volatility`
      : "not known yet";
  return (
    <svg
      viewBox={`0 -1 ${SIZE + 1} ${HEIGHT + 21}`}
      className="w-full"
      role="img"
      aria-label={`Walk of the last ${days.length} sessions through the states of direction and volatility; confirmed now: ${state}.`}
    >
      {direction >= 0 && volatility >= 0 && (
        <rect
          x={left + (volatility * width) / 3}
          y={((2 - direction) * HEIGHT) / 3}
          width={width / 3}
          height={HEIGHT / 3}
          fill={direction === 2 ? "var(--teal)" : direction === 0 ? "var(--rust)" : "var(--soft)"}
          opacity={0.16}
        />
      )}
      {[0, 1, 2, 3].map((k) => (
        <g key={k} stroke="var(--rule)">
          <line x1={left} x2={SIZE} y1={(k * HEIGHT) / 3} y2={(k * HEIGHT) / 3} />
          <line y1={0} y2={HEIGHT} x1={left + (k * width) / 3} x2={left + (k * width) / 3} />
        </g>
      ))}
      {BANDS.map((name, k) => (
        <text key={name} x={left - 6} y={((k + 0.5) * HEIGHT) / 3 + 4} fontSize={11} textAnchor="end" fill="var(--soft)">
          {name}
        </text>
      ))}
      {COLUMNS.map((name, k) => (
        <text key={name} x={left + ((k + 0.5) * width) / 3} y={HEIGHT + 15} fontSize={11} textAnchor="middle" fill="var(--soft)">
          {name}
        </text>
      ))}
      {points.slice(1).map((p, k) => (
        <line
          key={p.day}
          x1={points[k]!.x}
          y1={points[k]!.y}
          x2={p.x}
          y2={p.y}
          stroke="var(--ink)"
          strokeWidth={1.5}
          opacity={0.18 + (0.72 * k) / points.length}
        />
      ))}
      {last && (
        <circle cx={last.x} cy={last.y} r={POINT} fill="var(--ink)">
          <title>{isoDate(last.day)}</title>
        </circle>
      )}
    </svg>
  );
}
