import { useMemo } from "react";
import { cellOf } from "@studies/scans/scan-cell";
import type { scan } from "@studies/scans/scan";
import { hrefOf, useHere } from "~/here";
import type { Column } from "~/ui/table/column";
import { measureCell } from "~/ui/table/measure-cell";
import { DataTable } from "~/ui/table/data-table";
import type { Choosing } from "~/ui/table/table-row";
import { TickerName } from "~/ui/ticker-name";
import { tint } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof scan>;
type Row = Answer["rows"][number] & { readonly place: number };

interface Props {
  readonly answer: Answer;
  readonly choose: Choosing<Row>;
}

const SIDES = { both: "both", first: "only the first", second: "only the second" } as const;

/** Those that pass (or that a clause took away), in their order, with the columns that were chosen. */
export function ScanTable({ answer, choose }: Props) {
  const here = useHere();
  const rows = useMemo(() => answer.rows.map((row, k): Row => ({ ...row, place: k + 1 })), [answer.rows]);
  const columns = useMemo(() => columnsFor(answer), [answer]);
  return (
    <DataTable
      caption="Those that pass"
      main
      className="max-h-[max(300px,calc(100dvh-430px))]"
      isChoosingColumns={false}
      rows={rows}
      columns={columns}
      rowKey={(row) => row.ticker}
      defaultSort="place"
      href={(row) => hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`)}
      choose={choose}
    />
  );
}

function columnsFor({ columns, overlay, of }: Answer): Column<Row>[] {
  return [
    {
      key: "name",
      label: "name",
      text: true,
      value: (r) => r.ticker,
      cell: (r) => (
        <span className="block max-w-64 truncate">
          <TickerName {...r} />
        </span>
      ),
    },
    {
      key: "place",
      label: "place",
      about: "Its place by what is ranked by",
      priority: 5,
      value: (r) => r.place,
      cell: (r) => r.place,
    },
    ...(overlay
      ? [{ key: "side", label: "passes", text: true, value: (r: Row) => r.side, cell: (r: Row) => SIDES[r.side] } as const]
      : []),
    ...(of !== "stocks"
      ? []
      : [
          {
            key: "sector",
            label: "sector",
            text: true,
            priority: 6,
            value: (r: Row) => r.sector,
            cell: (r: Row) => <span className="text-soft">{r.sector}</span>,
          } as const,
        ]),
    ...columns.map((column, k): Column<Row> => ({
      key: column.text,
      label: column.label,
      about: column.about,
      ...(column.labels ? { text: true } : {}),
      priority: 4,
      value: (r) => (column.labels ? String(cellOf(column, r.values[k]!)) : r.values[k]!),
      cell: (r) => measureCell(column, r.values[k]!),
      ...(column.unit === "change" ? { tint: (r: Row) => tint(r.values[k]!, fullOf(column.text)) } : {}),
    })),
  ];
}

/** A return is strongest in tint at twice what is usual over so many sessions. */
function fullOf(text: string): number {
  const sessions = Number(/^return_(\d+)/.exec(text)?.[1] ?? 21);
  return 0.03 * Math.sqrt(sessions);
}
