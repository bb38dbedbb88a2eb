import { useMemo } from "react";
import { WINDOW_COLUMNS, windowKey } from "@studies/seasons/window-columns";
import type { WindowRow } from "@studies/seasons/window-row";
import { dayMonth, signed, signedPercent } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { peerColours } from "~/ui/peer-colours";
import { columnsOf, type Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { signColour } from "~/ui/tint";
import { YearStrip } from "../year-strip";

interface Props {
  readonly rows: readonly WindowRow[];
  readonly href: (row: WindowRow) => string;
  /** Keys of those that go into a calendar. */
  readonly picked: ReadonlySet<string>;
  readonly onPick: (row: WindowRow) => void;
  /** Turns a row into a plan; false where it has none. */
  readonly onPlan: (row: WindowRow) => boolean;
}

const STRIP = 104;
/** Bars reach their full length at this share of all moves, so that one far out does not flatten the others. */
const FULL_AT = 0.97;
const LEANS = 0.3;

/** The windows that were found, each with the results of its years in their order. */
export function WindowsTable({ rows, href, picked, onPick, onPlan }: Props) {
  const { sectors } = useFrameValue();
  const columns = useMemo(() => columnsFor(rows, sectors), [rows, sectors]);
  return (
    <DataTable
      caption="Windows"
      main
      className="max-h-[calc(100dvh-500px)] min-h-56"
      rows={rows}
      rowKey={windowKey}
      defaultSort="-wins,-move"
      href={href}
      rowKeys={{ b: onPlan }}
      columns={columns}
      choose={{
        heading: "For a calendar",
        label: (row) => `${picked.has(windowKey(row)) ? "Leave out of" : "Take into"} the calendar: ${row.name}`,
        isChosen: (row) => picked.has(windowKey(row)),
        toggle: onPick,
      }}
    />
  );
}

function columnsFor(rows: readonly WindowRow[], sectors: readonly string[]): Column<WindowRow>[] {
  const colours = peerColours(rows, sectors);
  const sizes = rows.flatMap((r) => Array.from(r.moves, Math.abs)).sort((a, b) => a - b);
  const full = sizes[Math.floor(FULL_AT * (sizes.length - 1))] ?? 1;
  const move = (value: (r: WindowRow) => number, priority: number) => ({
    priority,
    cell: (r: WindowRow) => <span className={signColour(value(r))}>{signedPercent(value(r))}</span>,
  });
  return columnsOf(WINDOW_COLUMNS, [
    [
      "name",
      {
        label: "instrument",
        width: 178,
        cell: (r) => (
          <>
            <span aria-hidden className="mr-2 inline-block h-2.5 w-2.5 rounded-full" style={{ background: colours.get(r.key) }} />
            {r.ticker !== "" && <b className="font-semibold">{r.ticker} </b>}
            <span className={r.ticker === "" ? "" : "text-soft"}>{r.name}</span>
          </>
        ),
      },
    ],
    ["from", { text: true, width: 62, cell: (r) => dayMonth(r.from) }],
    ["to", { text: true, width: 62, cell: (r) => dayMonth(r.to) }],
    ["sessions", { width: 60 }],
    {
      key: "wins",
      label: "went its way",
      width: 96,
      value: (r) => r.wins / r.years.length,
      cell: (r) => (
        <>
          <b className="font-semibold">{`${r.wins} of ${r.years.length}`}</b> {r.way}
        </>
      ),
    },
    {
      key: "move",
      label: "year by year",
      about: "What each of the years made, the earliest first, on one scale; sorted by the size of the median",
      text: true,
      width: STRIP + 16,
      value: (r) => Math.abs(r.median),
      cell: (r) => <YearStrip years={Array.from(r.years)} values={r.moves} without={[]} soFar={NaN} full={full} width={STRIP} />,
    },
    ["median", move((r) => r.median, 0)],
    ["worst", move((r) => r.worst, 1)],
    ["on_the_way", move((r) => r.worstOnTheWay, 3)],
    ["lean", { label: "lean", text: true, width: 86, priority: 2, cell: (r) => leanWords(r.lean) }],
    {
      key: "inside",
      label: "inside",
      about: "Whether it has begun, and the report and days without a session that are expected before it ends",
      text: true,
      width: 120,
      priority: 1,
      value: (r) => insideWords(r),
      cell: (r) => (
        <span className="block max-w-30 truncate" title={insideWords(r)}>
          {insideWords(r)}
        </span>
      ),
    },
  ]);
}

function leanWords(lean: number): string {
  if (Number.isNaN(lean)) return "–";
  return `${lean >= LEANS ? "growing" : lean <= -LEANS ? "shrinking" : "level"} ${signed(lean, 2)}`;
}

/** "begun, report 4 Nov, closed 2 Nov". */
function insideWords({ hasBegun, reports, holidays }: WindowRow): string {
  const parts = [
    ...(hasBegun ? ["begun"] : []),
    ...reports.map((day) => `report ${dayMonth(day)}`),
    ...(holidays.length > 0 ? [`closed ${holidays.map(dayMonth).join(", ")}`] : []),
  ];
  return parts.join("; ");
}
