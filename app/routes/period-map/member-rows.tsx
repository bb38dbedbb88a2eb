import { useMemo, useRef, useState, type PointerEvent } from "react";
import type { PeriodGroup } from "@studies/period-map/period-groups";
import type { PeriodRow } from "@studies/period-map/period-map";
import { signedPercent } from "@studies/words/words";
import { HaloText } from "~/charts/halo-text";
import { useWidth } from "~/ui/use-width";
import { Axis, RowFrame } from "./rows-frame";
import { labelsOf, layoutOf, LEFT, TOP, WIDTH, type Layout } from "./rows-layout";
import { Threshold } from "./threshold";

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
    () => layoutOf(rows, groups, { level, reference, name, width }),
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
          <HaloText
            x={Math.max(LEFT + 4, Math.min(width - 90, Math.min(span.from, span.to) + 5))}
            y={height - 9}
            fontSize={12}
            fontWeight={600}
            fill="var(--indigo)"
          >
            {within.length} of {rows.length}
          </HaloText>
        </g>
      )}
      {layout.rows.map((row) => (
        <RowFrame key={row.name} layout={layout} row={row} to={row.key === "" ? undefined : inside(row.key)} />
      ))}
      <Dots layout={layout} reference={reference} chosen={chosen} onLight={onLight} onToggle={onToggle} />
      <g pointerEvents="none" fontSize={10.5} fill="var(--ink)">
        {labels.map((l) => (
          <g key={l.key} opacity={lit === undefined || lit === l.key ? 1 : 0.35}>
            {l.leader && <line x1={l.leader.x} y1={l.leader.y} x2={l.x} y2={l.y - 3.5} stroke="var(--soft)" strokeWidth={0.6} />}
            <HaloText x={l.x} y={l.y} textAnchor={l.anchor} strokeWidth={2.4}>
              {l.text}
            </HaloText>
          </g>
        ))}
        {litDot && (
          <>
            <circle cx={litDot.x} cy={litDot.y} r={litDot.radius + 2} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
            <HaloText
              x={litDot.x > width - 190 ? litDot.x - litDot.radius - 5 : litDot.x + litDot.radius + 5}
              y={litDot.y + 4}
              textAnchor={litDot.x > width - 190 ? "end" : "start"}
              fontSize={11.5}
              fontWeight={600}
            >
              {litDot.row.name} {signedPercent(litDot.row.change)}
            </HaloText>
          </>
        )}
      </g>
      <Threshold {...{ layout, lineX, rows, onChoose, valueAt, referenceName }} />
    </svg>
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
