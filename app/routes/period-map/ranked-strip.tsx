import type { PeriodRow } from "@studies/period-map/period-map";
import { signedPercent } from "@studies/words/words";

interface Props {
  readonly rows: readonly PeriodRow[];
  readonly reference: number;
  readonly referenceName: string;
  readonly chosen: ReadonlySet<string>;
  readonly lit: string | undefined;
  readonly onLight: (key: string | undefined) => void;
}

const WIDTH = 190;
const HEIGHT = 470;

/** Every member a line from the best to the worst, as long as what it made: what areas cannot rank. */
export function RankedStrip({ rows, reference, referenceName, chosen, lit, onLight }: Props) {
  const reach = Math.max(0.001, ...rows.map((r) => Math.abs(r.change)));
  const sides = rows.some((r) => r.change < 0) && rows.some((r) => r.change > 0);
  const least = Math.min(0, ...rows.map((r) => r.change));
  const most = Math.max(0, ...rows.map((r) => r.change));
  const x = (change: number) => ((change - least) / Math.max(reach / 10, most - least)) * (WIDTH - 2) + 1;
  const step = HEIGHT / Math.max(1, rows.length);
  const marked = rows.find((r) => r.key === lit);
  const better = rows.filter((r) => r.change > reference).length;
  return (
    <figure className="max-[999px]:hidden">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full"
        role="img"
        aria-label={`${rows.length} members from ${signedPercent(rows[0]?.change ?? NaN)} to ${signedPercent(rows.at(-1)?.change ?? NaN)}; ${better} did better than ${referenceName}.`}
      >
        {rows.map((r, k) => (
          <g
            key={r.key}
            onMouseEnter={() => {
              onLight(r.key);
            }}
            onMouseLeave={() => {
              onLight(undefined);
            }}
          >
            <rect x={0} width={WIDTH} y={k * step} height={step} fill={lit === r.key ? "var(--track)" : "transparent"} />
            <rect
              x={Math.min(x(0), x(r.change))}
              width={Math.max(0.6, Math.abs(x(r.change) - x(0)))}
              y={k * step}
              height={Math.max(0.6, step * (step > 4 ? 0.8 : 1))}
              fill={chosen.has(r.key) ? "var(--indigo)" : r.change >= 0 ? "var(--teal)" : "var(--rust)"}
              opacity={lit === undefined || lit === r.key ? 0.85 : 0.5}
            />
          </g>
        ))}
        {sides && <line x1={x(0)} x2={x(0)} y1={0} y2={HEIGHT} stroke="var(--ink)" strokeWidth={0.8} />}
        {!Number.isNaN(reference) && reference >= least && reference <= most && (
          <line
            x1={x(reference)}
            x2={x(reference)}
            y1={0}
            y2={HEIGHT}
            stroke="var(--ink)"
            strokeWidth={1}
            strokeDasharray="3 3"
          />
        )}
      </svg>
      <figcaption className="mt-1 text-[12px] text-soft">
        {marked ? (
          <>
            <b className="font-semibold text-ink">{marked.name}</b> {signedPercent(marked.change)}, {rows.indexOf(marked) + 1} of{" "}
            {rows.length}
          </>
        ) : (
          <>
            {better} of {rows.length} did better than {referenceName} (dashed)
          </>
        )}
      </figcaption>
    </figure>
  );
}
