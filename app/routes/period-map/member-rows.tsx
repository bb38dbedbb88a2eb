import { useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import { Link } from "react-router";
import type { PeriodGroup } from "@studies/period-groups";
import type { PeriodRow } from "@studies/period-map";
import { signedPercent } from "@studies/words";
import { useWidth } from "~/ui/use-width";
import { labelsOf, layoutOf, LEFT, TOP, WIDTH, type Layout } from "./rows-layout";

interface Props {
  readonly rows: readonly PeriodRow[];
  readonly groups: readonly PeriodGroup[];
  readonly level: "family" | "industry";
  /** How all of them are called, where they are one row. */
  readonly name: string;
  readonly reference: number;
  readonly referenceName: string;
  /** Stocks and funds are known by their tickers; everything else is named. */
  readonly byTicker: boolean;
  readonly chosen: ReadonlySet<string>;
  readonly lit: string | undefined;
  readonly onLight: (key: string | undefined) => void;
  readonly onToggle: (key: string) => void;
  readonly onChoose: (keys: readonly string[]) => void;
  /** Where the name of a row leads, undefined for one that nothing is inside of. */
  readonly inside: (group: string) => string | undefined;
}

interface Span {
  readonly from: number;
  readonly to: number;
}

/** Movement of the pointer that is a drag, and nearness to the line of the index that means the line. */
const DRAG = 4;
const SNAP = 7;

/**
 * One row a group, from the best mean down; every member a dot at what it made, sized by market value. A drag over the
 * plot chooses a span; the handle on the line of the index chooses all that did better.
 */
export function MemberRows(props: Props) {
  const { rows, groups, level, name, reference, referenceName, byTicker, chosen, lit, onLight, onToggle, onChoose, inside } =
    props;
  const picture = useRef<SVGSVGElement>(null);
  const width = useWidth(picture, WIDTH);
  const layout = useMemo(
    () => layoutOf(rows, groups, level, reference, name, width),
    [rows, groups, level, reference, name, width],
  );
  const labels = useMemo(() => labelsOf(layout, (r) => (byTicker && r.ticker !== "" ? r.ticker : r.name)), [layout, byTicker]);
  const pressed = useRef<{ x: number; from: number } | undefined>(undefined);
  const [span, setSpan] = useState<Span>();
  const { x, height } = layout;
  const lineX = Number.isNaN(reference) ? x(0) : x(reference);
  const atPointer = (event: PointerEvent) => {
    const matrix = picture.current!.getScreenCTM()!.inverse();
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix).x;
    return Math.max(LEFT, Math.min(width, Math.abs(at - lineX) < SNAP ? lineX : at));
  };
  const inSpan = ({ from, to }: Span) => {
    const [low, high] = from <= to ? [from, to] : [to, from];
    // To the edge of the plot means all that lies beyond it.
    return rows.filter((r) => (low <= LEFT || r.change >= valueAt(low)) && (high >= width || r.change <= valueAt(high)));
  };
  const valueAt = (at: number) => (at === lineX && !Number.isNaN(reference) ? reference : layout.changeAt(at));
  const within = span === undefined ? [] : inSpan(span);
  const litDot = layout.rows.flatMap((r) => r.dots).find((d) => d.row.key === lit);
  return (
    <svg
      ref={picture}
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full touch-pan-y select-none"
      role="group"
      aria-label={`${rows.length} members by what they made, a row for each of ${layout.rows.length}; the table below lists each.`}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        const at = atPointer(event);
        if (at > LEFT) pressed.current = { x: event.clientX, from: at };
      }}
      onPointerMove={(event) => {
        const start = pressed.current;
        if (!start || (span === undefined && Math.abs(event.clientX - start.x) < DRAG)) return;
        picture.current!.setPointerCapture(event.pointerId);
        setSpan({ from: start.from, to: atPointer(event) });
      }}
      onPointerUp={() => {
        pressed.current = undefined;
        if (span !== undefined) onChoose(within.map((r) => r.key));
        setSpan(undefined);
      }}
      onPointerCancel={() => {
        pressed.current = undefined;
        setSpan(undefined);
      }}
    >
      <Axis layout={layout} lineX={lineX} reference={reference} referenceName={referenceName} />
      {span && (
        <g pointerEvents="none">
          <rect
            x={Math.min(span.from, span.to)}
            width={Math.abs(span.to - span.from)}
            y={TOP}
            height={height - TOP}
            fill="var(--indigo)"
            opacity={0.1}
          />
          <text
            x={Math.max(LEFT + 4, Math.min(width - 90, Math.min(span.from, span.to) + 5))}
            y={height - 9}
            fontSize={12}
            fontWeight={600}
            fill="var(--indigo)"
            stroke="var(--paper)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {within.length} of {rows.length}
          </text>
        </g>
      )}
      {layout.rows.map((row) => {
        const to = row.key === "" ? undefined : inside(row.key);
        const title = (
          <>
            <text x={LEFT - 56} y={row.middle + 4} fontSize={12} textAnchor="end" fill="var(--ink)" fontWeight={to ? 600 : 400}>
              {row.name}
            </text>
            <text
              x={LEFT - 10}
              y={row.middle + 4}
              fontSize={12}
              textAnchor="end"
              fill={row.mean >= 0 ? "var(--teal)" : "var(--rust)"}
            >
              {signedPercent(row.mean)}
            </text>
          </>
        );
        return (
          <g key={row.name}>
            <line x1={0} x2={width} y1={row.top} y2={row.top} stroke="var(--rule)" strokeWidth={0.7} />
            {to ? (
              <Link
                to={to}
                aria-label={`Inside ${row.name}, ${signedPercent(row.mean)} in the mean`}
                className="[&:hover_text]:fill-indigo"
              >
                <rect x={0} y={row.top} width={LEFT - 6} height={layout.rowHeight} fill="transparent" />
                {title}
              </Link>
            ) : (
              title
            )}
            {!Number.isNaN(row.median) && (
              <rect
                x={x(row.median) - 1.2}
                width={2.4}
                y={row.top + 2}
                height={layout.rowHeight - 4}
                fill="var(--track)"
                stroke="var(--soft)"
                strokeWidth={0.5}
              >
                <title>{`median ${signedPercent(row.median)}`}</title>
              </rect>
            )}
          </g>
        );
      })}
      <Dots layout={layout} reference={reference} chosen={chosen} onLight={onLight} onToggle={onToggle} />
      <g pointerEvents="none" fontSize={10.5} fill="var(--ink)">
        {labels.map((l) => (
          <g key={l.key} opacity={lit === undefined || lit === l.key ? 1 : 0.35}>
            {l.leader && <line x1={l.leader.x} y1={l.leader.y} x2={l.x} y2={l.y - 3.5} stroke="var(--soft)" strokeWidth={0.6} />}
            <text x={l.x} y={l.y} textAnchor={l.anchor} stroke="var(--paper)" strokeWidth={2.4} paintOrder="stroke">
              {l.text}
            </text>
          </g>
        ))}
        {litDot && (
          <>
            <circle cx={litDot.x} cy={litDot.y} r={litDot.radius + 2} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
            <text
              x={litDot.x > width - 190 ? litDot.x - litDot.radius - 5 : litDot.x + litDot.radius + 5}
              y={litDot.y + 4}
              textAnchor={litDot.x > width - 190 ? "end" : "start"}
              fontSize={11.5}
              fontWeight={600}
              stroke="var(--paper)"
              strokeWidth={4}
              paintOrder="stroke"
            >
              {litDot.row.name} {signedPercent(litDot.row.change)}
            </text>
          </>
        )}
      </g>
      <Threshold {...{ layout, lineX, rows, onChoose, valueAt, referenceName }} />
    </svg>
  );
}

function Axis({
  layout,
  lineX,
  reference,
  referenceName,
}: {
  layout: Layout;
  lineX: number;
  reference: number;
  referenceName: string;
}) {
  const { x, height, ticks, width } = layout;
  const right = lineX > width - 200;
  return (
    <g pointerEvents="none">
      {ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={x(tick)}
            x2={x(tick)}
            y1={TOP}
            y2={height}
            stroke={tick === 0 ? "var(--ink)" : "var(--rule)"}
            strokeWidth={tick === 0 ? 1 : 0.7}
          />
          <text x={x(tick)} y={11} fontSize={11} textAnchor="middle" fill="var(--soft)">
            {tick === 0 ? "0%" : signedPercent(tick, Math.abs(ticks[1]! - ticks[0]!) < 0.01 ? 1 : 0)}
          </text>
        </g>
      ))}
      {!Number.isNaN(reference) && (
        <>
          <line x1={lineX} x2={lineX} y1={TOP - 14} y2={height} stroke="var(--indigo)" strokeWidth={1.4} strokeDasharray="4 3" />
          <text
            x={right ? lineX - 9 : lineX + 9}
            y={24}
            fontSize={11.5}
            fontWeight={600}
            textAnchor={right ? "end" : "start"}
            fill="var(--indigo)"
          >
            {referenceName} {signedPercent(reference)}
          </text>
        </>
      )}
    </g>
  );
}

/** The dots: teal for those that did better than the index, rust for worse; chosen ones in the colour of choices. */
function Dots({
  layout,
  reference,
  chosen,
  onLight,
  onToggle,
}: { layout: Layout; reference: number } & Pick<Props, "chosen" | "onLight" | "onToggle">) {
  return layout.rows.flatMap((row) =>
    row.dots.map(({ row: member, x, y, radius, beyond }) => (
      <g
        key={member.key}
        data-dot={member.key}
        className="cursor-pointer"
        onMouseEnter={() => {
          onLight(member.key);
        }}
        onMouseLeave={() => {
          onLight(undefined);
        }}
        onClick={() => {
          onToggle(member.key);
        }}
      >
        <title>{`${member.name} ${signedPercent(member.change)}${member.ended ? ", ended before the last session" : ""}`}</title>
        <circle
          cx={x}
          cy={y}
          r={radius}
          fill={chosen.has(member.key) ? "var(--indigo)" : member.change >= (reference || 0) ? "var(--teal)" : "var(--rust)"}
          fillOpacity={chosen.has(member.key) ? 1 : 0.72}
          stroke="var(--paper)"
          strokeWidth={0.5}
        />
        {beyond !== 0 && (
          <path d={`M${x + beyond * (radius + 2)} ${y - 3} l${beyond * 5} 3 l${-beyond * 5} 3 z`} fill="var(--ink)" />
        )}
      </g>
    )),
  );
}

/** The handle on the line of the index: dragged or moved by arrows it is a bound, and Enter chooses all above it. */
function Threshold({
  layout,
  lineX,
  rows,
  onChoose,
  valueAt,
  referenceName,
}: {
  layout: Layout;
  lineX: number;
  rows: readonly PeriodRow[];
  onChoose: (keys: readonly string[]) => void;
  valueAt: (x: number) => number;
  referenceName: string;
}) {
  const [moved, setMoved] = useState<number>();
  const { width } = layout;
  const at = moved ?? lineX;
  const bound = valueAt(at);
  const above = rows.filter((r) => r.change >= bound);
  const onKeyDown = (event: KeyboardEvent) => {
    const step = event.shiftKey ? 40 : 8;
    const move = { ArrowLeft: -step, ArrowDown: -step, ArrowRight: step, ArrowUp: step }[event.key];
    if (move !== undefined) setMoved(Math.max(LEFT + 14, Math.min(width - 2, at + move)));
    else if (event.key === "Home") setMoved(undefined);
    else if (event.key === "Enter" || event.key === " ") onChoose(above.map((r) => r.key));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Choose all that did better than"
      aria-orientation="horizontal"
      aria-valuenow={Number((100 * bound).toFixed(2))}
      aria-valuetext={`${at === lineX ? `${referenceName}, ` : ""}${signedPercent(bound)}: ${above.length} of ${rows.length}; Enter chooses them`}
      onKeyDown={onKeyDown}
      onBlur={() => {
        setMoved(undefined);
      }}
      onDoubleClick={() => {
        onChoose(above.map((r) => r.key));
      }}
      className="cursor-ew-resize outline-none [&:focus-visible>path]:stroke-ink"
    >
      <title>Drag to the right edge to choose all that did better</title>
      {moved !== undefined && (
        <>
          <line x1={at} x2={at} y1={TOP - 14} y2={layout.height} stroke="var(--indigo)" strokeWidth={1.2} />
          <text
            x={at + (at > width - 130 ? -9 : 9)}
            y={layout.height - 9}
            textAnchor={at > width - 130 ? "end" : "start"}
            fontSize={11.5}
            fontWeight={600}
            fill="var(--indigo)"
            stroke="var(--paper)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {above.length} made {signedPercent(bound)} or more
          </text>
        </>
      )}
      <path d={`M${at - 6} ${TOP - 14} h12 v6 l-6 7 l-6 -7 z`} fill="var(--indigo)" strokeWidth={2} />
    </g>
  );
}
