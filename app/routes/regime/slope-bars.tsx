import { signed } from "@studies/words/words";

const WIDTH = 420;
const HEIGHT = 108;
const REACH = 3;

/** The volatility slope's z of the last 90 sessions as bars: below the line volatility subsides. */
export function SlopeBars({ values }: { values: Float64Array }) {
  const now = values[values.length - 1] ?? NaN;
  const middle = HEIGHT / 2;
  const step = WIDTH / Math.max(1, values.length);
  return (
    <figure>
      <figcaption className="flex justify-between">
        <span className="heading">Volatility slope, z of the last 90 sessions</span>
        <span className="text-soft">now {signed(now)}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="mt-1 w-full"
        role="img"
        aria-label={`Volatility slope as z, now ${signed(now)}.`}
      >
        {[-1, 1].map((z) => (
          <line
            key={z}
            x1={0}
            x2={WIDTH}
            y1={middle - (z * middle) / REACH}
            y2={middle - (z * middle) / REACH}
            stroke="var(--rule)"
          />
        ))}
        {Array.from(values, (z, k) => {
          if (Number.isNaN(z)) return null;
          const height = (Math.min(REACH, Math.abs(z)) * middle) / REACH;
          return (
            <rect
              key={k}
              x={k * step + 0.5}
              width={Math.max(1, step - 1.2)}
              y={z > 0 ? middle - height : middle}
              height={height}
              fill={z > 0 ? "var(--rust)" : "var(--teal)"}
            />
          );
        })}
        <line x1={0} x2={WIDTH} y1={middle} y2={middle} stroke="var(--ink)" strokeWidth={0.8} />
      </svg>
      <p className="flex justify-between text-[12px] text-soft">
        <span>above the line volatility builds, below it subsides</span>
        <span>rules at ±1</span>
      </p>
    </figure>
  );
}
