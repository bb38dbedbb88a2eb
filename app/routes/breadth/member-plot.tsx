import { useMemo } from "react";
import { useNavigate } from "react-router";
import { HORIZONS } from "@core/breadth/participation";
import { isAbove, isBelow } from "@core/columns/compare";
import { median } from "@core/stats/median";
import type { MemberRow } from "@studies/breadth/members";
import { signedPercent } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { groupColour } from "~/ui/group-colour";
import { Legend } from "~/ui/legend";

const WIDTH = 1080;
const HEIGHT = 168;
const DOT = 7;

interface Dot {
  readonly row: MemberRow;
  readonly x: number;
  readonly y: number;
}

/** Every member a dot by its distance from one average, stacked where they meet; the side that is counted is shaded. */
export function MemberPlot({ rows, horizon }: { rows: readonly MemberRow[]; horizon: number }) {
  const here = useHere();
  const navigate = useNavigate();
  const { sectors } = useFrameValue();
  const { dots, reach, height } = useMemo(() => stackDots(rows, horizon), [rows, horizon]);
  const distances = rows.map((r) => r.distances[horizon]!).filter((d) => !Number.isNaN(d));
  const above = distances.filter((d) => isAbove(1 + d, 1)).length;
  const below = distances.filter((d) => isBelow(1 + d, 1)).length;
  const x = (distance: number) => WIDTH / 2 + (distance / reach) * (WIDTH / 2 - 8);
  const step = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5].find((s) => reach / s <= 5) ?? 1;
  const ticks = Array.from({ length: 2 * Math.floor(reach / step) + 1 }, (_, k) => (k - Math.floor(reach / step)) * step);
  if (distances.length === 0) return null;
  return (
    <figure className="mt-5">
      <figcaption className="flex justify-between">
        <span className="heading">Every member, by distance from its {HORIZONS[horizon]}-session average</span>
        <span className="text-soft">
          {below} below · {above} above · median {signedPercent(median(distances))}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${height + 20}`}
        className="mt-1 w-full"
        role="img"
        aria-label={`${below} members below and ${above} above their average; the table below lists each of them.`}
      >
        <rect x={WIDTH / 2} y={0} width={WIDTH / 2} height={height} fill="var(--teal)" opacity={0.07} />
        {dots.map(({ row, x: cx, y }) => (
          <circle
            key={row.ticker}
            cx={cx}
            cy={height - 4 - y}
            r={DOT / 2 - 0.2}
            fill={groupColour(row.sector, sectors)}
            className="cursor-pointer hover:stroke-ink"
            onClick={() => void navigate(hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`))}
          >
            <title>{`${row.name} ${signedPercent(row.distances[horizon]!)}${row.sector ? `, ${row.sector}` : ""}`}</title>
          </circle>
        ))}
        <line x1={0} x2={WIDTH} y1={height} y2={height} stroke="var(--ink)" strokeWidth={1} />
        <line x1={WIDTH / 2} x2={WIDTH / 2} y1={0} y2={height} stroke="var(--ink)" strokeWidth={1} />
        {ticks.map((d) => (
          <text key={d} x={x(d)} y={height + 15} textAnchor="middle" fontSize={11} fill="var(--soft)">
            {signedPercent(d, 0)}
          </text>
        ))}
      </svg>
      <Legend entries={sectors.map((name) => ({ label: name, colour: groupColour(name, sectors) }))} />
    </figure>
  );
}

/** Dots in columns of a dot's width; members beyond the edge of the plot stand at it. */
function stackDots(rows: readonly MemberRow[], horizon: number): { dots: Dot[]; reach: number; height: number } {
  const defined = rows.filter((r) => !Number.isNaN(r.distances[horizon]));
  const sizes = defined.map((r) => Math.abs(r.distances[horizon]!)).sort((a, b) => a - b);
  const reach = Math.max(0.01, sizes[Math.floor(sizes.length * 0.985)] ?? 0.01) * 1.05;
  const columns = new Map<number, number>();
  const dots = [...defined]
    .sort((a, b) => (a.sector < b.sector ? -1 : a.sector > b.sector ? 1 : 0))
    .map((row) => {
      const distance = Math.max(-1, Math.min(1, row.distances[horizon]! / reach));
      // The zero line runs between two columns, so that a dot never stands on it.
      const column = Math.floor((distance * (WIDTH / 2 - 8)) / DOT);
      const level = columns.get(column) ?? 0;
      columns.set(column, level + 1);
      return { row, x: WIDTH / 2 + (column + 0.5) * DOT, y: level * DOT };
    });
  const highest = Math.max(1, ...columns.values()) * DOT + 10;
  return { dots, reach, height: Math.max(90, Math.min(HEIGHT * 1.4, highest)) };
}
