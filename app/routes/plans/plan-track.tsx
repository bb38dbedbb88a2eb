import { scaleLinear } from "d3-scale";
import type { PlanRow, SideRow } from "@studies/plans/plan-row";
import { inRisks } from "@studies/plans/plan-words";
import { price } from "@studies/words/words";

const HEIGHT = 26;
const EDGE = 5;
/** Planned risks either side of the entry that are shown. */
const LOW = -1.6;
const HIGH = 4;

interface Props {
  readonly row: Pick<PlanRow, "close">;
  readonly side: SideRow;
  readonly width: number;
}

/** A side of a plan in planned risks: its stop, entry and next target on a line, and where the close stands. */
export function PlanTrack({ row, side, width }: Props) {
  const x = scaleLinear([LOW, HIGH], [EDGE, width - EDGE]).clamp(true);
  const sign = side.side === "long" ? 1 : -1;
  const risk = (side.place !== 0 && (sign * (row.close - side.entry)) / side.place) || Math.abs(side.entry - side.stop);
  const inRisk = (at: number) => (sign * (at - side.entry)) / risk;
  const [stop, target] = [inRisk(side.stop), inRisk(side.target)];
  const y = HEIGHT / 2;
  const isOpen = side.held > 0;
  const isOver = !isOpen && side.status !== "waiting";
  // What is over has its mark where it ended; what was never entered has none.
  const place = isOver ? side.r : side.place;
  const colour = isOver ? "var(--soft)" : isOpen ? (side.r < 0 ? "var(--rust)" : "var(--teal)") : "var(--ink)";
  const said = `${side.side}: stop ${price(side.stop, row.close)}, entry ${price(side.entry, row.close)}, target ${price(side.target, row.close)}, close at ${inRisks(side.place)} from the entry`;
  return (
    <svg width={width} height={HEIGHT} role="img" aria-label={said} opacity={isOver ? 0.6 : 1}>
      <title>{said}</title>
      <line x1={EDGE} x2={width - EDGE} y1={y} y2={y} stroke="var(--rule)" />
      <line x1={x(stop)} x2={x(0)} y1={y} y2={y} stroke="var(--ink)" strokeWidth={3.4} />
      <line x1={x(stop)} x2={x(0)} y1={y} y2={y} stroke="var(--paper)" strokeWidth={1.6} />
      {!Number.isNaN(target) && <line x1={x(0)} x2={x(target)} y1={y} y2={y} stroke="var(--ink)" strokeWidth={1.6} />}
      {isOpen && <line x1={x(0)} x2={x(side.place)} y1={y} y2={y} stroke={colour} strokeWidth={5} strokeOpacity={0.55} />}
      <circle cx={x(stop)} cy={y} r={3} fill="var(--paper)" stroke="var(--ink)" strokeWidth={1.2} />
      <rect x={x(0) - 3} y={y - 3} width={6} height={6} fill="var(--ink)" />
      {!Number.isNaN(target) && target <= HIGH && <circle cx={x(target)} cy={y} r={3.2} fill="var(--ink)" />}
      {!Number.isNaN(target) && target > HIGH && (
        <path d={`M ${width - EDGE - 5} ${y - 3.5} l 5 3.5 l -5 3.5`} fill="none" stroke="var(--ink)" strokeWidth={1.3} />
      )}
      {!Number.isNaN(place) && <path d={`M ${x(place) - 4} 1 h 8 l -4 6 Z`} fill={isOver ? "var(--soft)" : "var(--indigo)"} />}
    </svg>
  );
}
