import { signedPercent } from "@studies/words/words";

interface Props {
  readonly years: readonly number[];
  /** A return a year, NaN where there is none. */
  readonly values: ArrayLike<number>;
  readonly without: readonly number[];
  /** What the period in progress has made, of the last year. */
  readonly soFar: number;
  /** The return at which a bar is longest. */
  readonly full: number;
  readonly width: number;
}

const HEIGHT = 24;

/** The results of the years in their order, up or down from the line; one left out is an outline, one in progress hatched. */
export function YearStrip({ years, values, without, soFar, full, width }: Props) {
  const step = width / Math.max(1, years.length);
  const bar = Math.max(2, Math.min(22, step * 0.72));
  const reach = (x: number) => Math.max(1, (HEIGHT / 2 - 1) * Math.min(1, Math.abs(x) / full));
  return (
    <svg width={width} height={HEIGHT} aria-hidden className="block">
      <line x1={0} x2={width} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke="var(--rule)" />
      {years.map((year, k) => {
        const isNow = k === years.length - 1 && Number.isNaN(values[k]);
        const x = isNow ? soFar : values[k]!;
        if (Number.isNaN(x)) return null;
        const colour = x >= 0 ? "var(--teal)" : "var(--rust)";
        const isLeftOut = without.includes(year);
        return (
          <rect
            key={year}
            x={step * (k + 0.5) - bar / 2}
            width={bar}
            y={x >= 0 ? HEIGHT / 2 - reach(x) : HEIGHT / 2}
            height={reach(x)}
            fill={isNow ? "url(#in-progress)" : isLeftOut ? "none" : colour}
            fillOpacity={0.85}
            stroke={isNow || isLeftOut ? colour : "none"}
            strokeWidth={1}
            strokeDasharray={isLeftOut ? "2 2" : undefined}
          >
            <title>{`${year}: ${signedPercent(x)}${isNow ? " so far" : isLeftOut ? ", left out" : ""}`}</title>
          </rect>
        );
      })}
    </svg>
  );
}

/** The hatching of what is in progress; once a page. */
export function InProgressHatch() {
  return (
    <svg width={0} height={0} aria-hidden className="absolute">
      <defs>
        <pattern id="in-progress" width={5} height={5} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1={0} x2={0} y1={0} y2={5} stroke="var(--soft)" strokeWidth={1.4} />
        </pattern>
      </defs>
    </svg>
  );
}
