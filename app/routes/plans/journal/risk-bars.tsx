import { useRef } from "react";
import { scaleLinear } from "d3-scale";
import type { JournalRecord } from "@studies/plans/journal-record";
import type { Position } from "@studies/plans/journal-rows";
import { inRisks } from "@studies/plans/plan-words";
import { date, dayMonth, signed } from "@studies/words/words";
import { Explained } from "~/ui/term";
import { useWidth } from "~/ui/use-width";

interface Props {
  readonly closed: readonly Position[];
  readonly record: JournalRecord;
}

const HEIGHT = 190;
const LEFT = 44;
const BASE = 22;
const MOST_BAR = 26;

/** Every position that is over in planned risks, in the order in which they ended, and what they add up to. */
export function RiskBars({ closed, record }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, 1080);
  const rows = [...closed].reverse().filter((one) => Number.isFinite(one.r));
  const sums = rows.reduce<number[]>((all, one) => [...all, (all.at(-1) ?? 0) + one.r], []);
  if (rows.length === 0) return <p className="text-soft">None of those that are over had a planned risk.</p>;
  const all = [...rows.map((one) => one.r), ...sums, 0];
  const y = scaleLinear([Math.min(...all, -1), Math.max(...all, 1)], [HEIGHT - BASE, 14]).nice(4);
  const step = Math.min(60, (width - LEFT - 70) / rows.length);
  const x = (k: number) => LEFT + 8 + k * step;
  const bar = Math.max(2, Math.min(MOST_BAR, step * 0.6));
  const every = Math.max(1, Math.ceil(60 / step));
  const last = sums.at(-1)!;
  return (
    <figure ref={box}>
      <svg
        width={width}
        height={HEIGHT}
        className="block"
        role="img"
        fontSize={11}
        aria-label={`${rows.length} positions that are over, in planned risks: ${rows.map((one) => `${one.ticker} ${inRisks(one.r)}`).join(", ")}; together ${inRisks(last)}.`}
      >
        {y.ticks(5).map((tick) => (
          <g key={tick}>
            <line
              x1={LEFT}
              x2={width - 60}
              y1={y(tick)}
              y2={y(tick)}
              stroke={tick === 0 ? "var(--ink)" : "var(--rule)"}
              strokeWidth={0.8}
            />
            <text x={LEFT - 6} y={y(tick) + 4} textAnchor="end" fill="var(--soft)">
              {signed(tick, 0)} R
            </text>
          </g>
        ))}
        {rows.map((one, k) => (
          <g key={`${one.id} ${one.side} ${one.entered}`}>
            <rect
              x={x(k)}
              y={Math.min(y(0), y(one.r))}
              width={bar}
              height={Math.max(1, Math.abs(y(one.r) - y(0)))}
              fill={one.money > 0 ? "var(--teal)" : "var(--rust)"}
              fillOpacity={one.isInDoubt ? 0.45 : 0.85}
            >
              <title>{`${one.ticker} ${one.side}, ${date(one.entered)} to ${date(one.left)}: ${inRisks(one.r)}${one.isInDoubt ? ", the order within a bar unknown" : ""}`}</title>
            </rect>
            {k % every === 0 && (
              <text x={x(k)} y={HEIGHT - 6} fill="var(--soft)">
                {dayMonth(one.left)}
              </text>
            )}
          </g>
        ))}
        <polyline
          points={sums.map((sum, k) => `${x(k) + bar / 2},${y(sum)}`).join(" ")}
          fill="none"
          stroke="var(--indigo)"
          strokeWidth={1.6}
        />
        {sums.map((sum, k) => (
          <circle key={k} cx={x(k) + bar / 2} cy={y(sum)} r={2} fill="var(--indigo)" />
        ))}
        <text x={x(rows.length - 1) + bar + 8} y={y(last) + 4} fill="var(--indigo)" fontWeight={600}>
          {inRisks(last)} in all
        </text>
      </svg>
      <figcaption className="text-[12px] text-soft">
        Each bar a position in <Explained text="planned risks" />, in the order in which they ended; the line adds them up.
        {record.n > rows.length ? ` ${record.n - rows.length} had no planned risk and stand in the table alone.` : ""} Pale: the
        order within a bar was unknown, and the worse one was taken.
      </figcaption>
    </figure>
  );
}
