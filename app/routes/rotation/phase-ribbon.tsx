import clsx from "clsx";
import { Eye, EyeOff } from "lucide-react";
import { Link } from "react-router";
import { phaseOf } from "@core/rotation/phase";
import { date, signed } from "@studies/words";
import type { DialRow } from "./dial";

export interface RibbonRow extends DialRow {
  readonly to: string;
  readonly hidden: boolean;
}

interface Props {
  readonly rows: readonly RibbonRow[];
  readonly days: Int32Array;
  /** The sample that is shown, and how many samples up to it the ribbon has. */
  readonly at: number;
  readonly samples: number;
  readonly sampleName: string;
  readonly inProgress: boolean;
  readonly lit: string | undefined;
  readonly onLight: (key: string | undefined) => void;
  readonly onHide: (key: string) => void;
}

const WIDTH = 260;
const REACH = 3;

/** A row for each member and a column for each sample: bars above the line where it was ahead, strong where it gained. */
export function PhaseRibbon({ rows, days, at, samples, sampleName, inProgress, lit, onLight, onHide }: Props) {
  const from = Math.max(0, at - samples + 1);
  const close = rows.length > 16;
  const height = close ? 24 : 26;
  return (
    <div className="max-h-[640px] overflow-y-auto">
      <table className="w-full border-separate border-spacing-0">
        <caption className="sr-only">Phases by {sampleName}, highest trend first</caption>
        <thead className="sticky top-0 z-10 bg-paper">
          <tr className="text-soft">
            <th scope="col" className="border-b border-ink/60 pb-1 text-left font-semibold text-ink">
              Phase by {sampleName}
            </th>
            <th scope="col" className="border-b border-ink/60 pb-1 font-normal">
              <span className="flex justify-between">
                <span>{days.length > 0 ? date(days[from]!) : ""}</span>
                <span>
                  {days.length > 0 ? date(days[at]!) : ""}
                  {inProgress && at === days.length - 1 ? ", not over" : ""}
                </span>
              </span>
            </th>
            <th scope="col" className="border-b border-ink/60 pb-1 pl-3 text-right font-normal whitespace-nowrap">
              trend σ
            </th>
            <th scope="col" className="border-b border-ink/60 pb-1 pl-2 text-right font-normal">
              heading
            </th>
            <th scope="col" className="border-b border-ink/60 pb-1">
              <span className="sr-only">Show or hide</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr
              key={r.key}
              style={{ height }}
              className={clsx(lit === r.key && "bg-track/60", r.hidden && "opacity-45")}
              onMouseEnter={() => {
                onLight(r.key);
              }}
              onMouseLeave={() => {
                onLight(undefined);
              }}
            >
              <th
                scope="row"
                className="max-w-[190px] overflow-hidden border-b border-rule/70 text-left font-normal text-ellipsis whitespace-nowrap"
              >
                <Link
                  to={r.to}
                  className="hover:text-indigo"
                  title={r.name}
                  onFocus={() => {
                    onLight(r.key);
                  }}
                  onBlur={() => {
                    onLight(undefined);
                  }}
                >
                  <i aria-hidden className="mr-2 inline-block size-2.5 rounded-full" style={{ background: r.colour }} />
                  {r.name}
                </Link>
              </th>
              <td className="border-b border-rule/70 pl-3">
                <Ribbon row={r} from={from} at={at} height={height - 4} inProgress={inProgress && at === days.length - 1} />
              </td>
              <td
                className={clsx(
                  "border-b border-rule/70 text-right font-semibold",
                  r.trend[at]! >= 0 ? "text-teal" : "text-rust",
                )}
              >
                {signed(r.trend[at]!)}
              </td>
              <td className="border-b border-rule/70 pl-2 text-right">
                <Heading row={r} at={at} />
              </td>
              <td className="border-b border-rule/70 pl-2 text-right">
                <button
                  type="button"
                  aria-pressed={r.hidden}
                  aria-label={r.hidden ? `Show ${r.name}` : `Hide ${r.name}`}
                  title={r.hidden ? `Show ${r.name}` : `Hide ${r.name}`}
                  className="inline-grid size-6 place-items-center align-middle text-soft hover:text-indigo"
                  onClick={() => {
                    onHide(r.key);
                  }}
                >
                  {r.hidden ? <EyeOff size={13} aria-hidden /> : <Eye size={13} aria-hidden />}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[12px] text-soft">
        Bars above the line: ahead of the benchmark; strong tint: gaining, pale tint: giving way
        {inProgress ? `; the ${sampleName} in progress has an amber foot` : ""}.
      </p>
    </div>
  );
}

function Ribbon({
  row,
  from,
  at,
  height,
  inProgress,
}: {
  row: RibbonRow;
  from: number;
  at: number;
  height: number;
  inProgress: boolean;
}) {
  const columns = at - from + 1;
  const step = WIDTH / columns;
  const middle = height / 2;
  const now = phaseOf(row.trend[at]!, row.momentum[at]!);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      preserveAspectRatio="none"
      className="block w-full"
      style={{ height }}
      role="img"
      aria-label={now ?? "no phase yet"}
    >
      <line x1={0} x2={WIDTH} y1={middle} y2={middle} stroke="var(--rule)" />
      {Array.from({ length: columns }, (_, k) => {
        const [trend, momentum] = [row.trend[from + k]!, row.momentum[from + k]!];
        if (Number.isNaN(trend)) return null;
        const size = Math.max(0.8, (Math.min(REACH, Math.abs(trend)) / REACH) * (middle - 0.5));
        return (
          <rect
            key={k}
            x={k * step + 0.3}
            width={Math.max(0.8, step - 0.6)}
            y={trend >= 0 ? middle - size : middle}
            height={size}
            fill={trend >= 0 ? "var(--teal)" : "var(--rust)"}
            opacity={momentum >= 0 ? 0.95 : 0.4}
          />
        );
      })}
      {inProgress && <rect x={WIDTH - step} width={step} y={height - 1.5} height={1.5} fill="var(--amber-edge)" />}
    </svg>
  );
}

/** Where it heads on the dial: an arrow the way its last step went, and nothing where it stood still. */
function Heading({ row, at }: { row: RibbonRow; at: number }) {
  const dx = -(row.momentum[at]! - (row.momentum[at - 1] ?? NaN));
  const dy = -(row.trend[at]! - (row.trend[at - 1] ?? NaN));
  const length = Math.hypot(dx, dy);
  if (!(length > 0)) return <span className="text-soft">–</span>;
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI;
  const words = [dy < 0 ? "up" : "down", dx < 0 ? "gaining" : "giving way"].join(", ");
  return (
    <svg width={16} height={14} viewBox="-8 -7 16 14" role="img" aria-label={words} className="ml-auto block">
      <title>{`${words}, ${length.toFixed(2)}σ a sample`}</title>
      <path d="M-5 -3.6 L6 0 L-5 3.6 L-2.6 0 Z" fill="var(--ink)" transform={`rotate(${turn})`} />
    </svg>
  );
}
