import { useMemo } from "react";
import type { ConsistencyRow, consistency } from "@studies/seasons/consistency";
import { signedPercent, signed } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { peerColours } from "~/ui/peer-colours";
import type { Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";
import { YearStrip } from "./year-strip";

interface Props {
  readonly answer: ResultOf<typeof consistency>;
  /** Where a member leads: the same month one level down, or its chart. */
  readonly href: (row: ConsistencyRow) => string;
  readonly onActive: (row: ConsistencyRow) => void;
}

const STRIP = 300;

/** All members of a set in one month, each with the results of its years in their order. */
export function ConsistencyTable({ answer, href, onActive }: Props) {
  const { rows, side } = answer;
  const { sectors } = useFrameValue();
  const columns = useMemo(() => columnsFor(answer, sectors), [answer, sectors]);
  return (
    <DataTable
      caption="Consistency of the members"
      main
      className="max-h-[calc(100dvh-410px)] min-h-44"
      rows={rows}
      rowKey={(r) => r.key}
      defaultSort={side === "rose" ? "-wins,-median" : "-wins,median"}
      href={href}
      onActive={onActive}
      columns={columns}
    />
  );
}

function columnsFor({ rows, years, without, side }: Props["answer"], sectors: readonly string[]): Column<ConsistencyRow>[] {
  const colours = peerColours(rows, sectors);
  const full = Math.max(
    ...rows.flatMap((r) => [...Array.from(r.values), r.soFar].filter((x) => !Number.isNaN(x)).map(Math.abs)),
    1e-6,
  );
  const change = (key: string, label: string, value: (r: ConsistencyRow) => number, about?: string): Column<ConsistencyRow> => ({
    key,
    label,
    ...(about === undefined ? {} : { about }),
    value,
    cell: (r) => <span className={signColour(value(r))}>{signedPercent(value(r))}</span>,
    priority: key === "median" ? 0 : 2,
  });
  const [first, last] = [years[0], years[years.length - 1]];
  return [
    {
      key: "name",
      label: "member",
      text: true,
      width: 200,
      value: (r) => r.name,
      cell: (r) => (
        <>
          <span aria-hidden className="mr-2 inline-block h-2.5 w-2.5 rounded-full" style={{ background: colours.get(r.key) }} />
          {r.name}
        </>
      ),
    },
    {
      key: "years",
      label: first === undefined ? "" : `${first} to ${last}`,
      about: "The results of the years in their order, on one scale",
      width: STRIP + 20,
      value: (r) => r.mean,
      cell: (r) => <YearStrip years={years} values={r.values} without={without} soFar={r.soFar} full={full} width={STRIP} />,
    },
    {
      key: "wins",
      label: side,
      value: (r) => r.wins,
      cell: (r) => <b className="font-semibold">{`${r.wins} of ${r.n}`}</b>,
      width: 76,
    },
    change("median", "median", (r) => r.median),
    change("worst", "worst", (r) => (side === "rose" ? r.worst : r.best), "The worst year for the way that is counted"),
    change("excess", "excess", (r) => r.excess, "Mean return less that of the benchmark"),
    { key: "t", label: "t", about: "Mean over its standard error", priority: 3, value: (r) => r.t, cell: (r) => signed(r.t, 1) },
    change("so_far", "so far", (r) => r.soFar, "What the month in progress has made"),
  ];
}
