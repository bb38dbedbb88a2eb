import { scaleLinear } from "d3-scale";
import type { Spread } from "@studies/trials/trial-at";

const WIDTH = 50;
const HEIGHT = 12;

interface Props {
  readonly spread: Spread;
  /** What each scan made, before cost as the members. */
  readonly net: readonly number[];
  /** At which the scale ends, either way. */
  readonly full: number;
}

/** Where the middle eight of ten members lay, and each scan among them; what lies beyond the scale is at its end. */
export function SpreadMark({ spread, net, full }: Props) {
  const x = scaleLinear([-full, full], [3, WIDTH - 3]).clamp(true);
  if (Number.isNaN(spread.middle)) return null;
  return (
    <svg width={WIDTH} height={HEIGHT} aria-hidden className="ml-auto block">
      <line x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} stroke="var(--rule)" />
      <rect
        x={x(spread.low)}
        width={Math.max(1, x(spread.high) - x(spread.low))}
        y={3}
        height={6}
        fill="var(--soft)"
        fillOpacity={0.25}
      />
      <line x1={x(spread.middle)} x2={x(spread.middle)} y1={2} y2={10} stroke="var(--soft)" />
      {net.map((value, k) =>
        Number.isNaN(value) ? null : <circle key={k} cx={x(value)} cy={6} r={2.2} fill="var(--ink)" fillOpacity={0.8} />,
      )}
    </svg>
  );
}
