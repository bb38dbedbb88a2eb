import { useMemo } from "react";
import type { PeriodRow } from "@studies/period-map";
import { signedPercent } from "@studies/words";
import { squarify, type Area } from "./squarify";

interface Props {
  /** Stocks and funds are known by their tickers; everything else is named. */
  readonly byTicker: boolean;
  readonly rows: readonly PeriodRow[];
  readonly chosen: ReadonlySet<string>;
  readonly lit: string | undefined;
  readonly onLight: (key: string | undefined) => void;
  readonly onToggle: (key: string) => void;
  /** Change at which the tint is strongest, a fraction. */
  readonly full: number;
  readonly label: string;
}

const WIDTH = 880;
const HEIGHT = 470;
const HEAD = 15;

interface Placed {
  readonly row: PeriodRow;
  readonly area: Area;
}

/** Every member an area by its market value at the start, tinted by what it made, those of a sector together. */
export function AreaMap({ rows, chosen, lit, onLight, onToggle, full, label, byTicker }: Props) {
  const { families, placed } = useMemo(() => laidOut(rows), [rows]);
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="block w-full" role="img" aria-label={label}>
      {placed.map(({ row, area }) => (
        <g
          key={row.key}
          className="cursor-pointer"
          data-area={row.key}
          onMouseEnter={() => {
            onLight(row.key);
          }}
          onMouseLeave={() => {
            onLight(undefined);
          }}
          onClick={() => {
            onToggle(row.key);
          }}
        >
          <title>{`${row.name} ${signedPercent(row.change)}${row.family === "" ? "" : `, ${row.family}`}${row.ended ? ", ended before the last session" : ""}`}</title>
          <rect
            {...inset(area)}
            fill={tintOf(row.change, full)}
            stroke={chosen.has(row.key) ? "var(--indigo)" : lit === row.key ? "var(--ink)" : "var(--paper)"}
            strokeWidth={chosen.has(row.key) || lit === row.key ? 2 : 0.8}
          />
          {area.width > 44 && area.height > 26 && (
            <text
              x={area.x + 4}
              y={area.y + 13}
              fontSize={10.5}
              fill={strengthOf(row.change, full) > 0.75 ? "var(--on-strong)" : "var(--ink)"}
              pointerEvents="none"
            >
              <tspan fontWeight={600}>{byTicker && row.ticker !== "" ? row.ticker : fitted(row.name, area.width)}</tspan>
              <tspan x={area.x + 4} dy={12}>
                {signedPercent(row.change)}
              </tspan>
            </text>
          )}
        </g>
      ))}
      {families.map(({ name, area, change }) => (
        <g key={name} pointerEvents="none">
          <rect {...area} fill="none" stroke="var(--ink)" strokeWidth={0.9} />
          {area.width > 60 && (
            <text x={area.x + 4} y={area.y + 11} fontSize={10.5} fontWeight={600} fill="var(--ink)">
              {fitted(`${name} ${signedPercent(change)}`, area.width)}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}

function inset({ x, y, width, height }: Area) {
  return { x: x + 0.4, y: y + 0.4, width: Math.max(0, width - 0.8), height: Math.max(0, height - 0.8) };
}

/** Share of the tint in a colour, 0 to 1: all of it from the change at which it is strongest. */
function strengthOf(change: number, full: number): number {
  return Math.min(1, Math.abs(change) / full);
}

/** Teal for more, rust for less, paper for nothing: the tint of the tables, on raised paper. */
function tintOf(change: number, full: number): string {
  const strength = Math.round(78 * strengthOf(change, full));
  return `color-mix(in oklab, ${change >= 0 ? "var(--teal)" : "var(--rust)"} ${strength}%, var(--raised))`;
}

function fitted(text: string, width: number): string {
  const most = Math.floor((width - 6) / 5.9);
  return text.length <= most ? text : `${text.slice(0, Math.max(1, most - 1))}…`;
}

/** Families from the largest, each with its members from the largest; without values all are alike. */
function laidOut(rows: readonly PeriodRow[]): { families: { name: string; area: Area; change: number }[]; placed: Placed[] } {
  const valued = rows.some((r) => r.value > 0);
  const worth = (r: PeriodRow) => (valued ? (r.value > 0 ? r.value : 0) : 1);
  const groups = new Map<string, PeriodRow[]>();
  for (const row of rows) {
    const list = groups.get(row.family);
    if (list) list.push(row);
    else groups.set(row.family, [row]);
  }
  const sum = (list: readonly PeriodRow[]) => list.reduce((s, r) => s + worth(r), 0);
  const ordered = [...groups].sort((a, b) => sum(b[1]) - sum(a[1]));
  const areas = squarify(
    ordered.map(([, list]) => sum(list)),
    { x: 0, y: 0, width: WIDTH, height: HEIGHT },
  );
  const named = ordered.length > 1;
  const placed = ordered.flatMap(([name, list], k) => {
    const area = areas[k]!;
    const head = named && name !== "" && area.height > 40 ? HEAD : 0;
    const members = [...list].sort((a, b) => worth(b) - worth(a));
    const inner = { x: area.x, y: area.y + head, width: area.width, height: area.height - head };
    return squarify(members.map(worth), inner).map((own, m) => ({ row: members[m]!, area: own }));
  });
  const families = named
    ? ordered.flatMap(([name, list], k) => {
        const change = list.reduce((s, r) => s + worth(r) * r.change, 0) / sum(list);
        return name === "" ? [] : [{ name, area: areas[k]!, change }];
      })
    : [];
  return { families, placed };
}
