import { isoDate } from "@core/columns/epoch-day";
import type { RegimeRun } from "@studies/regime/regime";
import { useFrameValue } from "~/frame-context";

const WIDTH = 1080;
const ROW = 18;
const DIRECTION = ["var(--rust)", "var(--track)", "var(--teal)"];
const VOLATILITY = ["var(--teal)", "var(--track)", "var(--rust)"];
const NAMES = { direction: ["Falling", "Ranging", "Rising"], volatility: ["Calm", "Usual", "Rough"] };

/** The states over all history: a row of direction, a row of volatility; a press goes to that date. */
export function RegimeRibbon({ runs }: { runs: readonly RegimeRun[] }) {
  const { goTo } = useFrameValue();
  const from = runs[0]?.from ?? 0;
  const to = runs[runs.length - 1]?.to ?? 1;
  const left = 70;
  const x = (day: number) => left + ((day - from) / Math.max(1, to - from)) * (WIDTH - left);
  const years = Array.from({ length: 40 }, (_, k) => Number(isoDate(from).slice(0, 4)) + 1 + k)
    .map((year) => ({ year, day: Date.UTC(year, 0, 1) / 86_400_000 }))
    .filter((y) => y.day < to);
  const every = Math.max(1, Math.ceil(years.length / 12));
  const rows = [
    { key: "direction" as const, colours: DIRECTION },
    { key: "volatility" as const, colours: VOLATILITY },
  ];
  return (
    <figure>
      <figcaption className="flex justify-between">
        <span className="heading">Regime over all history</span>
        <span className="text-[12px] text-soft">
          direction: teal rising, rust falling · volatility: teal calm, rust rough · press to go to that date
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${2 * ROW + 24}`}
        className="mt-1 w-full cursor-pointer"
        role="img"
        aria-label="Direction and volatility of the regime over all history; the table below says how often each state occurred."
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          const at = ((event.clientX - box.left) / box.width) * WIDTH;
          if (at >= left) goTo(Math.round(from + ((at - left) / (WIDTH - left)) * (to - from)));
        }}
      >
        {rows.map(({ key, colours }, r) => (
          <g key={key}>
            <text x={left - 8} y={r * (ROW + 3) + 13} fontSize={11} textAnchor="end" fill="var(--soft)">
              {key}
            </text>
            {runs.map((run) =>
              run[key] < 0 ? null : (
                <rect
                  key={run.from}
                  x={x(run.from)}
                  width={Math.max(0.4, x(run.to + 1) - x(run.from))}
                  y={r * (ROW + 3)}
                  height={ROW}
                  fill={colours[run[key]]}
                  opacity={run[key] === 1 ? 1 : 0.75}
                >
                  <title>{`${NAMES[key][run[key]]}, ${isoDate(run.from)} to ${isoDate(run.to)}`}</title>
                </rect>
              ),
            )}
          </g>
        ))}
        {years
          .filter((_, k) => k % every === 0)
          .map(({ year, day }) => (
            <text key={year} x={x(day)} y={2 * ROW + 19} fontSize={11} textAnchor="middle" fill="var(--soft)">
              {year}
            </text>
          ))}
      </svg>
    </figure>
  );
}
