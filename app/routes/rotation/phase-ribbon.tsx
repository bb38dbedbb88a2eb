import clsx from "clsx";
import { Eye, EyeOff } from "lucide-react";
import { Link } from "react-router";
import { phaseOf } from "@core/rotation/phase";
import { signed } from "@studies/words/words";
import { Explained } from "~/ui/term";
import type { DialRow } from "./dial";
import { DialHand } from "./dial-hand";
import { columnsOf, dragging, SampleHead, type Columns } from "./sample-head";
import type { Samples } from "./use-samples";

export interface RibbonRow extends DialRow {
  readonly to: string;
  readonly hidden: boolean;
  /** Whether its trail was asked for. */
  readonly chosen: boolean;
}

interface Props {
  readonly rows: readonly RibbonRow[];
  readonly days: Int32Array;
  readonly samples: Samples;
  readonly sampleName: string;
  readonly inProgress: boolean;
  /** Whether only some members have a trail, so that others can be asked for. */
  readonly isLimited: boolean;
  readonly lit: string | undefined;
  readonly onLight: (key: string | undefined) => void;
  readonly onHide: (key: string) => void;
  readonly onChoose: (key: string) => void;
}

const WIDTH = 260;
const REACH = 3;
/** Samples that it has columns for. */
const COLUMNS = 52;

/**
 * A row for each member and a column for each sample: bars above the line where it was ahead, strong where it gained. Its
 * columns are the control of time: pressed or dragged along, or stepped by the keys of their head.
 */
export function PhaseRibbon(props: Props) {
  const { rows, days, samples, sampleName, inProgress, isLimited, lit, onLight, onHide, onChoose } = props;
  const { at, playing, play, last } = samples;
  const columns = columnsOf(samples, COLUMNS);
  const height = rows.length > 16 ? 24 : 26;
  const head = "border-b border-ink/60 pb-1 align-bottom font-normal";
  return (
    <div>
      <div className="max-h-[612px] overflow-y-auto">
        <table className="w-full border-separate border-spacing-0" {...dragging(samples, columns)}>
          <caption className="sr-only">Phases by {sampleName}, highest trend first</caption>
          <thead className="sticky top-0 z-10 bg-paper">
            <tr className="text-soft">
              <th scope="col" className={clsx(head, "text-left")}>
                <span className="font-semibold text-ink">
                  <Explained text={`Phase by ${sampleName}`} />
                </span>
                {last > 0 && (
                  <button type="button" className="ml-2 link" onClick={play}>
                    {playing ? "pause" : "play"}
                  </button>
                )}
              </th>
              <th scope="col" className={clsx(head, "pl-3")}>
                <SampleHead {...{ samples, columns, days, sampleName, inProgress }} />
              </th>
              <th scope="col" className={clsx(head, "pl-3 text-right whitespace-nowrap")}>
                <Explained text="trend σ" />
              </th>
              <th scope="col" className={clsx(head, "pl-2 text-right")} title="The way of its last step on the dial">
                direction
              </th>
              <th scope="col" className={head}>
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
                  {isLimited ? (
                    <button
                      type="button"
                      aria-pressed={r.chosen}
                      aria-label={r.chosen ? `Leave out the trail of ${r.name}` : `Draw the trail of ${r.name}`}
                      title={r.chosen ? `Leave out the trail of ${r.name}` : `Draw the trail of ${r.name}`}
                      className="mr-1 inline-grid size-6 place-items-center align-middle"
                      onClick={() => {
                        onChoose(r.key);
                      }}
                    >
                      <Swatch row={r} />
                    </button>
                  ) : (
                    <span className="mr-2">
                      <Swatch row={r} />
                    </span>
                  )}
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
                    {r.name}
                  </Link>
                </th>
                <td className="border-b border-rule/70 pl-3">
                  <Ribbon row={r} columns={columns} samples={samples} height={height - 4} inProgress={inProgress} />
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
                  <DialHand trend={r.trend} momentum={r.momentum} at={at} sampleName={sampleName} />
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
      </div>
      <p className="mt-1 text-[12px] text-soft">
        Bars above the line: ahead of the benchmark; strong tint: gaining, pale tint: giving way
        {inProgress ? `; the ${sampleName} in progress has an amber foot` : ""}. Drag along the columns to look back; at their
        head the arrow keys step and Space plays.
        {isLimited && " Trails are drawn of the five that moved most and of those whose mark is pressed."}
      </p>
    </div>
  );
}

/** A mark in the member's colour, hollow where it has no trail. */
function Swatch({ row: { colour, traced, chosen } }: { row: RibbonRow }) {
  return (
    <i
      aria-hidden
      className={clsx("inline-block size-2.5 rounded-full", chosen && "outline-2 outline-offset-1 outline-indigo")}
      style={traced ? { background: colour } : { border: `1.5px solid ${colour}` }}
    />
  );
}

function Ribbon({
  row,
  columns: { from, count },
  samples,
  height,
  inProgress,
}: {
  row: RibbonRow;
  columns: Columns;
  samples: Samples;
  height: number;
  inProgress: boolean;
}) {
  const { at, last } = samples;
  const step = WIDTH / count;
  const middle = height / 2;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      preserveAspectRatio="none"
      className="block w-full cursor-ew-resize touch-pan-y"
      style={{ height }}
      role="img"
      aria-label={phaseOf(row.trend[at]!, row.momentum[at]!) ?? "no phase yet"}
      data-columns
    >
      <rect x={(at - from) * step} width={step} y={0} height={height} fill="var(--indigo)" opacity={at < last ? 0.22 : 0} />
      <line x1={0} x2={WIDTH} y1={middle} y2={middle} stroke="var(--rule)" />
      {Array.from({ length: count }, (_, k) => {
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
            opacity={(momentum >= 0 ? 0.95 : 0.4) * (from + k > at ? 0.25 : 1)}
          />
        );
      })}
      {inProgress && from + count > last && (
        <rect x={WIDTH - step} width={step} y={height - 1.5} height={1.5} fill="var(--amber-edge)" />
      )}
    </svg>
  );
}
