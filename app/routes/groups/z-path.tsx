import type { StrengthReturns } from "@core/strength/strength";
import { signed } from "@studies/words/words";

const WIDTH = 118;
const HEIGHT = 18;
const REACH = 3;

/** How a member stood within its set over six, three and one months and the last week: dots that grow toward now. */
export function ZPath({ z }: { z: StrengthReturns }) {
  const points = [...z]
    .reverse()
    .map((value, k) => ({ value, k, x: WIDTH / 2 + (Math.max(-REACH, Math.min(REACH, value)) / REACH) * (WIDTH / 2 - 6) }));
  const known = points.filter((p) => !Number.isNaN(p.value));
  const latest = known[known.length - 1];
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={known.map((p) => signed(p.value)).join(", ")}
      className="ml-auto block"
    >
      <line x1={4} x2={WIDTH - 4} y1={9} y2={9} stroke="var(--rule)" />
      {[-2, -1, 1, 2].map((tick) => (
        <line
          key={tick}
          x1={WIDTH / 2 + (tick / REACH) * (WIDTH / 2 - 6)}
          x2={WIDTH / 2 + (tick / REACH) * (WIDTH / 2 - 6)}
          y1={7}
          y2={11}
          stroke="var(--rule)"
        />
      ))}
      <line x1={WIDTH / 2} x2={WIDTH / 2} y1={3} y2={15} stroke="var(--soft)" strokeWidth={0.8} />
      {known.map((p) => {
        const colour = p.value >= 0 ? "var(--teal)" : "var(--rust)";
        return (
          <circle
            key={p.k}
            cx={p.x}
            cy={9}
            r={1.6 + p.k * 0.95}
            fill={p === latest ? colour : "none"}
            stroke={colour}
            strokeWidth={1}
            opacity={0.45 + 0.18 * p.k}
          />
        );
      })}
    </svg>
  );
}
