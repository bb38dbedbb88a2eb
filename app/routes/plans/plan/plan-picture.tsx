import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { priceDecimals } from "@core/columns/tick";
import type { PlanSide } from "@core/plans/plan-orders";
import type { PlanRung } from "@studies/plans/plan-rungs";
import { inRisks, shareWords, signedMoney } from "@studies/plans/plan-words";
import { capital, count, date, dayMonth, price, signed } from "@studies/words/words";
import { useWidth } from "~/ui/use-width";
import {
  ladderLayout,
  onTick,
  snapped,
  VOLUME_HEIGHT,
  type LadderLayout,
  type PlacedColumn,
  type PlacedRung,
} from "./ladder-layout";
import type { PlanShown } from "./plan-shown";

interface Props {
  readonly shown: PlanShown;
  readonly height?: number;
  /** Told where a rung was put; without it nothing can be moved, as on paper. */
  readonly onMove?: (side: PlanSide, key: string, to: number, isSlow: boolean) => void;
  readonly onOpen?: (side: PlanSide, key: string) => void;
  readonly onRemove?: (side: PlanSide, key: string) => void;
  readonly width?: number;
}

const HEIGHT = 462;

/** The bars, and beside them on the same scale the ladder of what is planned on either side, with the levels around. */
export function PlanPicture({ shown, height = HEIGHT, width: fixedWidth, onMove, onOpen, onRemove }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const measured = useWidth(box, fixedWidth ?? 860);
  const width = fixedWidth ?? measured;
  const [dragged, setDragged] = useState<Dragged>();
  const { plan } = shown;
  const layout = ladderLayout(shown, width, height);
  const tick = 10 ** -priceDecimals(plan.close);
  const levels = plan.levels.map((level) => level.price);
  const words = shown.sides.map((side) => `${side.side}: ${side.rungs.map((rung) => rungWords(rung, side.side)).join(", ")}`);
  return (
    <div ref={box} className="relative">
      <svg
        width={width}
        height={height}
        viewBox={fixedWidth === undefined ? undefined : `0 0 ${width} ${height}`}
        className={fixedWidth === undefined ? "block touch-none" : "block h-auto w-full"}
        role="group"
        aria-label={`Plan for ${plan.name}. ${words.join(". ")}.`}
      >
        {layout.bars.right > 0 && <Bars layout={layout} shown={shown} />}
        <Axis layout={layout} close={plan.close} />
        <Levels layout={layout} close={plan.close} />
        <Connectors layout={layout} dragged={dragged} />
        {layout.columns.map((column) => (
          <Column
            key={column.side.side}
            column={column}
            layout={layout}
            close={plan.close}
            currency={plan.currency}
            dragged={dragged?.side === column.side.side ? dragged : undefined}
            handle={
              onMove &&
              ((placed) => ({
                onPointerDown: (event) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  event.currentTarget.focus();
                },
                onPointerMove: (event) => {
                  if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
                  const top = event.currentTarget.ownerSVGElement!.getBoundingClientRect().top;
                  const to = snapped(layout.y.invert(event.clientY - top), { levels, y: layout.y, tick });
                  if (dragged || Math.abs(layout.y(to) - placed.y) > 3)
                    setDragged({ side: column.side.side, key: placed.rung.key, to });
                },
                onPointerUp: (event) => {
                  event.currentTarget.releasePointerCapture(event.pointerId);
                  if (dragged) onMove(dragged.side, dragged.key, dragged.to, false);
                  else onOpen?.(column.side.side, placed.rung.key);
                  setDragged(undefined);
                },
                onKeyDown: (event) => {
                  const { rung } = placed;
                  const move = (to: number) => {
                    onMove(column.side.side, rung.key, onTick(to, tick), true);
                  };
                  const far = Math.max(tick, onTick((plan.atr || plan.close * 0.02) / 10, tick));
                  const step = event.shiftKey ? far : tick;
                  if (event.key === "ArrowUp") move(rung.price + step);
                  else if (event.key === "ArrowDown") move(rung.price - step);
                  else if (event.key === "PageUp")
                    move(levels.find((level) => level > rung.price + tick / 2) ?? rung.price + far);
                  else if (event.key === "PageDown")
                    move(levels.findLast((level) => level < rung.price - tick / 2) ?? rung.price - far);
                  else if (event.key === "Enter") onOpen?.(column.side.side, rung.key);
                  else if (event.key === "Delete" || event.key === "Backspace") onRemove?.(column.side.side, rung.key);
                  else return;
                  event.preventDefault();
                  event.stopPropagation();
                },
              }))
            }
          />
        ))}
      </svg>
    </div>
  );
}

/** How a rung is called. */
export function rungName({ role, order }: Pick<PlanRung, "role" | "order">, side: PlanSide): string {
  if (role === "add-on") return side === "long" ? "buy more" : "sell more";
  if (role === "entry")
    return `${side === "long" ? "buy" : "sell short"}${order === "open" ? " at the open" : order === "limit" ? " at limit" : ""}`;
  return role;
}

function rungWords(rung: PlanRung, side: PlanSide): string {
  return `${rungName(rung, side)} ${price(rung.price)}${rung.role === "entry" ? "" : ` (${inRisks(rung.r)})`}`;
}

function Bars({ layout, shown: { plan } }: { layout: LadderLayout; shown: PlanShown }) {
  const { bars, average } = plan;
  const { y, height } = layout;
  const { x, step, right } = layout.bars;
  const body = Math.max(1.5, Math.min(7, step * 0.62));
  const most = Math.max(...[...bars.volume].filter((v) => v > 0), 1);
  const base = height - 20;
  const [top, bottom] = y.range() as [number, number];
  const line = [...average].flatMap((v, k) => {
    const at = y(v);
    return Number.isNaN(v) || at < bottom || at > top ? [] : [`${x(k) + step / 2},${at}`];
  });
  const months = monthStarts(bars.days);
  const within = (at: number) => Math.max(bottom, Math.min(top, at));
  return (
    <g aria-hidden>
      {y.ticks(6).map((tick) => (
        <line key={tick} x1={0} x2={right} y1={y(tick)} y2={y(tick)} stroke="var(--rule)" strokeWidth={0.7} />
      ))}
      <polyline points={line.join(" ")} fill="none" stroke="var(--indigo)" strokeWidth={1.1} />
      {[...bars.close].map((close, k) => {
        if (Number.isNaN(close)) return null;
        const open = Number.isNaN(bars.open[k]!) ? close : bars.open[k]!;
        const [high, low] = [bars.high[k]!, bars.low[k]!].map((v) => (Number.isNaN(v) ? close : v)) as [number, number];
        if (y(low) < bottom || y(high) > top) return null;
        const centre = x(k) + step / 2;
        const isUp = close >= open;
        return (
          <g key={k} stroke="var(--ink)" strokeWidth={0.9}>
            <line x1={centre} x2={centre} y1={Math.max(y(high), bottom)} y2={Math.min(y(low), top)} />
            <rect
              x={centre - body / 2}
              y={within(Math.min(y(open), y(close)))}
              width={body}
              height={Math.max(0.8, within(Math.max(y(open), y(close))) - within(Math.min(y(open), y(close))))}
              fill={isUp ? "var(--paper)" : "var(--ink)"}
            />
          </g>
        );
      })}
      {[...bars.volume].map((volume, k) =>
        volume > 0 ? (
          <line
            key={k}
            x1={x(k) + step / 2}
            x2={x(k) + step / 2}
            y1={base}
            y2={base - (volume / most) * (VOLUME_HEIGHT - 6)}
            stroke="var(--soft)"
            strokeWidth={0.8}
          />
        ) : null,
      )}
      <line x1={0} x2={right} y1={base} y2={base} stroke="var(--rule)" />
      {months.map(({ k, name }) => (
        <text key={k} x={x(k) + 2} y={height - 6} fontSize={11} fill="var(--soft)">
          {name}
        </text>
      ))}
    </g>
  );
}

/** Where a month begins among the bars, with its short name. */
function monthStarts(days: Int32Array): { k: number; name: string }[] {
  const nameOf = (day: number) => date(day).split(" ")[1]!;
  return [...days].flatMap((day, k) => (k > 0 && nameOf(day) !== nameOf(days[k - 1]!) ? [{ k, name: nameOf(day) }] : []));
}

function Axis({ layout: { axis, ticks, y }, close }: { layout: LadderLayout; close: number }) {
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

function Levels({ layout: { levels, levelsX, columns, axis }, close }: { layout: LadderLayout; close: number }) {
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
function Connectors({ layout: { columns, axis, y }, dragged }: { layout: LadderLayout; dragged: Dragged | undefined }) {
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

interface Dragged {
  readonly side: PlanSide;
  readonly key: string;
  readonly to: number;
}

interface HandleEvents {
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

function Column({ column, layout, close, currency, dragged, handle }: ColumnProps) {
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
