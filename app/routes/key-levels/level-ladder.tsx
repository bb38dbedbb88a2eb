import { useRef } from "react";
import type { keyLevels } from "@studies/key-levels/key-levels";
import { rungName } from "@studies/key-levels/rung-name";
import type { ClauseAtNext } from "@studies/key-levels/price-changes";
import { price, signed, signedPercent } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";
import { ladderLayout, type LadderLayout, type PlacedRung } from "./ladder-layout";

interface Props {
  readonly levels: Pick<ResultOf<typeof keyLevels>, "name" | "close" | "atr" | "lines">;
  /** ATRs either side of the close. */
  readonly reach: number;
  /** Clauses whose changes are shown beside the rail, once they are known. */
  readonly clauses?: readonly ClauseAtNext[] | undefined;
  readonly height?: number;
}

const AXIS = 26;
const RAIL = 118;
const RUNG = 20;
const LABELS = RAIL + RUNG + 22;
const HEIGHT = 530;

/** The levels around the close as rungs of a ladder in ATRs, and left of its rail where clauses change. */
export function LevelLadder({ levels, reach, clauses = [], height = HEIGHT }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 480);
  const { close, lines, name } = levels;
  if (lines.length === 0) return <p className="text-soft">There is nothing to place without an ATR of 14 sessions.</p>;
  const layout = ladderLayout(lines, clauses, reach, height);
  const columns = { price: width - 108, percent: width - 52, atrs: width };
  return (
    <div ref={box}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Levels of ${name} around its close of ${price(close)}, from ${signed(layout.ticks[0]!, 0)} to ${signed(layout.ticks.at(-1)!, 0)} ATRs; the list below says them.`}
        className="block"
      >
        <Rail layout={layout} />
        <Changes layout={layout} close={close} />
        {layout.rungs.map((placed, k) => (
          <Rung key={k} placed={placed} close={close} columns={columns} />
        ))}
        <CloseLabel layout={layout} close={close} columns={columns} />
      </svg>
      <p className="mt-1 text-[12px] text-soft">
        A dot left of the rail is a clause that changes there:{" "}
        <svg width={9} height={9} aria-hidden className="inline">
          <circle cx={4.5} cy={4.5} r={3.2} fill="var(--ink)" />
        </svg>{" "}
        begins to hold,{" "}
        <svg width={9} height={9} aria-hidden className="inline">
          <circle cx={4.5} cy={4.5} r={2.8} fill="none" stroke="var(--ink)" />
        </svg>{" "}
        no longer holds.
        {layout.farther.length > 0 && (
          <>
            {" "}
            Farther away:{" "}
            {layout.farther
              .map((rung) => `${rungName(rung)} ${price(rung.price, close)} (${signed(rung.place, 1)} ATR)`)
              .join(", ")}
            .
          </>
        )}
      </p>
    </div>
  );
}

interface Columns {
  readonly price: number;
  readonly percent: number;
  readonly atrs: number;
}

function Rail({ layout: { height, ticks, y } }: { layout: LadderLayout }) {
  const every = ticks.length > 12 ? 2 : 1;
  return (
    <g pointerEvents="none" fontSize={11} fill="var(--soft)">
      <line x1={RAIL} x2={RAIL} y1={0} y2={height} stroke="var(--ink)" strokeWidth={1} />
      {ticks
        .filter((tick) => tick !== 0 && tick % every === 0)
        .map((tick) => (
          <g key={tick}>
            <line x1={AXIS} x2={RAIL} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
            <text x={AXIS - 6} y={y(tick) + 4} textAnchor="end">
              {signed(tick, 0)}
            </text>
          </g>
        ))}
      <text x={AXIS - 6} y={y(0) + 4} textAnchor="end" fill="var(--indigo)" fontWeight={600}>
        0
      </text>
    </g>
  );
}

function Changes({ layout, close }: { layout: LadderLayout; close: number }) {
  return (
    <g>
      {layout.changes.map(({ clause, becomes, price: at, step, y }, k) => (
        <circle
          key={k}
          cx={RAIL - 8 - 9 * step}
          cy={y}
          r={becomes ? 3.2 : 2.8}
          fill={becomes ? "var(--ink)" : "var(--paper)"}
          stroke="var(--ink)"
        >
          <title>{`${price(at, close)}: ${clause.sentence} ${becomes ? "begins to hold" : "no longer holds"}`}</title>
        </circle>
      ))}
    </g>
  );
}

/** Where trades turned, and what was drawn by hand, is stronger than what is only calculated. */
const STRONG: ReadonlySet<string> = new Set(["extreme", "swing", "session", "drawing"]);

function Rung({ placed, close, columns }: { placed: PlacedRung; close: number; columns: Columns }) {
  const { rung, lineY, y } = placed;
  const base = y + 4;
  return (
    <g fontSize={12} fill="var(--ink)">
      <line
        x1={RAIL}
        x2={RAIL + RUNG}
        y1={lineY}
        y2={lineY}
        stroke="var(--ink)"
        strokeWidth={STRONG.has(rung.kind) ? 2 : 1.2}
        strokeDasharray={rung.kind === "band" ? "3 2" : undefined}
      />
      <polyline
        points={`${RAIL + RUNG},${lineY} ${LABELS - 10},${y} ${LABELS - 4},${y}`}
        fill="none"
        stroke="var(--soft)"
        strokeWidth={0.6}
      />
      <text x={LABELS} y={base}>
        {rungName(rung)}
      </text>
      <g textAnchor="end">
        <text x={columns.price} y={base}>
          {price(rung.price, close)}
        </text>
        <text x={columns.percent} y={base} fill="var(--soft)">
          {signedPercent(rung.percent)}
        </text>
        <text x={columns.atrs} y={base} fontWeight={600}>
          {signed(rung.place, 2)}
        </text>
      </g>
    </g>
  );
}

function CloseLabel({ layout, close, columns }: { layout: LadderLayout; close: number; columns: Columns }) {
  const y = layout.closeY;
  return (
    <g fontSize={13} fontWeight={700} fill="var(--indigo)">
      <polyline
        points={`${AXIS},${layout.y(0)} ${RAIL + RUNG},${layout.y(0)} ${LABELS - 10},${y} ${LABELS - 4},${y}`}
        fill="none"
        stroke="var(--indigo)"
        strokeWidth={1.6}
      />
      <text x={LABELS} y={y + 4.5}>
        close
      </text>
      <text x={columns.price} y={y + 4.5} textAnchor="end">
        {price(close)}
      </text>
      <text x={columns.atrs} y={y + 4.5} textAnchor="end" fontSize={11} fontWeight={400}>
        ATRs
      </text>
    </g>
  );
}
