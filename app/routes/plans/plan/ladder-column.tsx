import type { KeyboardEvent, PointerEvent } from "react";
import type { PlanSide } from "@core/plans/plan-orders";
import type { PlanRung } from "@studies/plans/plan-rungs";
import { inRisks, shareWords, signedMoney } from "@studies/plans/plan-words";
import { capital, count, dayMonth, price } from "@studies/words/words";
import type { PlacedColumn, PlacedRung, LadderLayout } from "./ladder-layout";
import { rungName } from "./rung-name";

/** What taking hold of a rung does. */
export interface HandleEvents {
  readonly onPointerDown: (event: PointerEvent<SVGGElement>) => void;
  readonly onPointerMove: (event: PointerEvent<SVGGElement>) => void;
  readonly onPointerUp: (event: PointerEvent<SVGGElement>) => void;
  readonly onKeyDown: (event: KeyboardEvent<SVGGElement>) => void;
}

interface ColumnProps {
  readonly column: PlacedColumn;
  readonly layout: LadderLayout;
  readonly close: number;
  readonly currency: string;
  readonly dragged: { readonly key: string; readonly to: number } | undefined;
  readonly handle: ((placed: PlacedRung) => HandleEvents) | undefined;
}

/** One side of a plan as a card of rungs. */
export function LadderColumn({ column, layout, close, currency, dragged, handle }: ColumnProps) {
  const { side, x, width, top, bottom, rungs } = column;
  const rail = x + 16;
  const at = (role: PlanRung["role"]) => rungs.find((placed) => placed.rung.role === role);
  const entry = at("entry");
  const stop = at("stop");
  const targets = rungs.filter((placed) => placed.rung.role === "target").map((placed) => placed.y);
  const far = entry && targets.length > 0 ? (side.side === "long" ? Math.min(...targets) : Math.max(...targets)) : undefined;
  return (
    <g>
      <text x={x} y={top - 8} fontSize={13} fontWeight={600} fill="var(--ink)">
        {capital(side.side)},
        <tspan fontWeight={400} fill="var(--soft)">
          {" "}
          {sideNote(side.outcome.status, entry?.rung, side.side)}
        </tspan>
      </text>
      <rect x={x} y={top} width={width} height={bottom - top} rx={4} fill="var(--raised)" stroke="var(--rule)" />
      {entry && stop && (
        <>
          <line x1={rail} x2={rail} y1={entry.y} y2={stop.y} stroke="var(--ink)" strokeWidth={5} />
          <line x1={rail} x2={rail} y1={entry.y} y2={stop.y} stroke="var(--raised)" strokeWidth={2.6} />
        </>
      )}
      {entry && far !== undefined && <line x1={rail} x2={rail} y1={entry.y} y2={far} stroke="var(--ink)" strokeWidth={2.4} />}
      {rungs.map((placed) => (
        <Rung
          key={placed.rung.key}
          placed={placed}
          side={side.side}
          rail={rail}
          right={x + width}
          close={close}
          currency={currency}
          units={side.units}
          movedTo={dragged?.key === placed.rung.key ? dragged.to : undefined}
          y={layout.y}
          events={handle?.(placed)}
        />
      ))}
    </g>
  );
}

function sideNote(status: string, entry: PlanRung | undefined, side: PlanSide): string {
  if (status !== "waiting") return status;
  if (entry?.order === "open") return "at the next open";
  if (entry?.order === "limit") return side === "long" ? "if it falls back" : "if it rises back";
  return side === "long" ? "if it trades up" : "if it trades down";
}

interface RungProps {
  readonly placed: PlacedRung;
  readonly side: PlanSide;
  readonly rail: number;
  readonly right: number;
  readonly close: number;
  readonly currency: string;
  readonly units: number;
  readonly movedTo: number | undefined;
  readonly y: (price: number) => number;
  readonly events: HandleEvents | undefined;
}

function Rung({ placed, side, rail, right, close, currency, units, movedTo, y, events }: RungProps) {
  const { rung, wordsY } = placed;
  const at = movedTo === undefined ? placed.y : y(movedTo);
  const shownPrice = movedTo ?? rung.price;
  const isDone = rung.done !== undefined;
  const colour = isDone ? "var(--soft)" : rung.role === "stop" ? "var(--paper)" : "var(--indigo)";
  const stroke = isDone ? "var(--soft)" : "var(--indigo)";
  const name = rungName(rung, side);
  const note =
    rung.role === "entry"
      ? count(units, "unit")
      : rung.role === "add-on"
        ? [shareWords(rung.share ?? 0), rung.stop === undefined ? "" : `stop to ${price(rung.stop, close)}`]
            .filter((t) => t !== "")
            .join(", ")
        : `${inRisks(rung.r)}, ${signedMoney(rung.money, currency).replace(` ${currency}`, "")}${rung.role === "target" && rung.share !== undefined && rung.share < 1 ? `, ${shareWords(rung.share)}` : ""}`;
  return (
    <g
      {...(events
        ? {
            ...events,
            role: "slider",
            tabIndex: 0,
            "data-rung": `${side} ${rung.key}`,
            "aria-label": `${capital(side)} ${name}`,
            "aria-orientation": "vertical" as const,
            "aria-valuenow": shownPrice,
            "aria-valuetext": `${price(shownPrice, close)}, ${note}`,
            className: "cursor-ns-resize outline-offset-1",
          }
        : {})}
    >
      {/* What can be taken hold of is as wide as its words. */}
      <rect x={rail - 15} y={wordsY - 15} width={right - rail + 14} height={30} fill="transparent" />
      <rect x={rail - 12} y={at - 12} width={24} height={24} fill="transparent" />
      <line x1={rail - 10} x2={rail + 10} y1={at} y2={at} stroke="var(--ink)" strokeWidth={1.2} />
      {Math.abs(wordsY - at) > 4 && (
        <polyline points={`${rail + 10},${at} ${rail + 15},${wordsY}`} fill="none" stroke="var(--soft)" strokeWidth={0.6} />
      )}
      {rung.role === "entry" ? (
        <rect x={rail - 4.5} y={at - 4.5} width={9} height={9} fill={colour} />
      ) : (
        <circle
          cx={rail}
          cy={at}
          r={4.2}
          fill={rung.role === "add-on" ? "var(--raised)" : colour}
          stroke={stroke}
          strokeWidth={1.6}
        />
      )}
      {rung.role === "add-on" && (
        <path d={`M ${rail - 2.4} ${at} h 4.8 M ${rail} ${at - 2.4} v 4.8`} stroke={stroke} strokeWidth={1.3} />
      )}
      <g opacity={isDone ? 0.75 : 1}>
        <text
          x={rail + 18}
          y={wordsY - 1}
          fontSize={12.5}
          fontWeight={600}
          fill="var(--ink)"
          textDecoration={isDone ? "line-through" : undefined}
        >
          {name}
        </text>
        <text
          x={right - 7}
          y={wordsY - 1}
          fontSize={12.5}
          fontWeight={700}
          textAnchor="end"
          fill={movedTo === undefined ? "var(--ink)" : "var(--indigo)"}
        >
          {price(shownPrice, close)}
        </text>
        <text x={rail + 18} y={wordsY + 12} fontSize={11} fill="var(--soft)">
          {rung.done === undefined ? note : `${dayMonth(rung.done)} at ${price(rung.doneAt ?? rung.price, close)}`}
        </text>
      </g>
    </g>
  );
}
