import type { PlanSide } from "@core/plans/plan-orders";
import { price, signed } from "@studies/words/words";
import type { LadderLayout } from "./ladder-layout";

/** The axis of a plan's ladder: ATRs from the close. */
export function Axis({ layout: { axis, ticks, y }, close }: { layout: LadderLayout; close: number }) {
  const [bottom, top] = y.range() as [number, number];
  return (
    <g fontSize={11} fill="var(--soft)" aria-hidden>
      <text x={axis < 130 ? 0 : axis - 8} y={12} textAnchor={axis < 130 ? "start" : "end"}>
        ATRs from the close
      </text>
      <line x1={axis} x2={axis} y1={top - 6} y2={bottom + 6} stroke="var(--ink)" strokeWidth={1.2} />
      {ticks.map(({ atrs, y: at }) => (
        <g key={atrs}>
          <line x1={axis - 4} x2={axis} y1={at} y2={at} stroke="var(--ink)" strokeWidth={0.8} />
          {atrs !== 0 && (
            <text x={axis - 8} y={at + 4} textAnchor="end">
              {signed(atrs, 0)}
            </text>
          )}
        </g>
      ))}
      <text x={axis - 8} y={y(close) + 4.5} textAnchor="end" fontSize={13} fontWeight={700} fill="var(--ink)">
        {price(close)}
      </text>
    </g>
  );
}

/** The levels around the close, named at the right. */
export function Levels({ layout: { levels, levelsX, columns, axis }, close }: { layout: LadderLayout; close: number }) {
  const from = Math.max(axis, ...columns.map((column) => column.x + column.width));
  return (
    <g fontSize={11} fill="var(--soft)" aria-hidden>
      {levels.map((level) => (
        <g key={level.price}>
          <polyline
            points={`${axis},${level.y} ${from + 2},${level.y} ${levelsX - 8},${level.wordsY} ${levelsX - 3},${level.wordsY}`}
            fill="none"
            stroke="var(--rule)"
            strokeDasharray="2 3"
          />
          <text x={levelsX} y={level.wordsY + 4}>
            <title>{level.name}</title>
            {clippedName(level.name)}
          </text>
          <text x={levelsX + 172} y={level.wordsY + 4} textAnchor="end">
            {price(level.price, close)}
          </text>
        </g>
      ))}
    </g>
  );
}

const NAME_LETTERS = 21;

/** A level's name in the room there is: "50 simple average". */
function clippedName(name: string): string {
  const short = name
    .replace("-session", "")
    .replace("simple average", "average")
    .replace("exponential average", "EMA")
    .replace("of the session", "today")
    .replace(" Bollinger band (20, 2)", " band")
    .replace(/(swing (?:high|low)) of (\d+ \w+) \d+/, "$1 $2");
  return short.length > NAME_LETTERS ? `${short.slice(0, NAME_LETTERS - 1)}…` : short;
}

/** From the axis to each rung, behind the cards. */
export function Connectors({ layout: { columns, axis, y }, dragged }: { layout: LadderLayout; dragged: Dragged | undefined }) {
  return (
    <g aria-hidden stroke="var(--soft)" strokeWidth={0.8}>
      {columns.flatMap(({ side, x, rungs }) =>
        rungs.map(({ rung, y: own }) => {
          const at = dragged?.side === side.side && dragged.key === rung.key ? y(dragged.to) : own;
          return (
            <line
              key={`${side.side} ${rung.key}`}
              x1={axis}
              x2={x}
              y1={at}
              y2={at}
              strokeDasharray={rung.role === "entry" ? undefined : "2 2"}
            />
          );
        }),
      )}
    </g>
  );
}

/** A rung while it is dragged. */
export interface Dragged {
  readonly side: PlanSide;
  readonly key: string;
  readonly to: number;
}
