import { useMemo } from "react";
import { HORIZONS } from "@core/breadth/participation";
import type { MemberRow } from "@studies/breadth/members";
import { MEMBER_COLUMNS } from "@studies/breadth/member-columns";
import { hrefOf, useHere } from "~/here";
import { columnsOf, type Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { TickerName } from "~/ui/ticker-name";
import { tint } from "~/ui/tint";
import { pinProps } from "~/ui/pin/pin-props";

/** Every member with its distance from each of the five averages. */
export function MembersTable({ rows, horizon, twin }: { rows: readonly MemberRow[]; horizon: number; twin: string }) {
  const here = useHere();
  const columns = useMemo(() => memberColumns(), []);
  return (
    <section className="mt-5" {...pinProps({ twin, show: "table", name: "the members" })}>
      <h2 className="heading mb-1">The members</h2>
      <DataTable
        caption="Members with their distance from each average"
        className="max-h-[440px]"
        rows={rows}
        columns={columns}
        rowKey={(r) => r.ticker}
        defaultSort={`-d${HORIZONS[horizon]}`}
        href={(r) => hrefOf(here, `/chart/${encodeURIComponent(r.ticker)}`)}
      />
    </section>
  );
}

function memberColumns(): Column<MemberRow>[] {
  return columnsOf(MEMBER_COLUMNS, [
    [
      "name",
      {
        cell: (r) => (
          <>
            <TickerName {...r} />
          </>
        ),
      },
    ],
    ["sector", { priority: 4 }],
    ["close", { priority: 5 }],
    ["r1", { priority: 5 }],
    ["r5", { priority: 5 }],
    ...HORIZONS.map(
      (n, h) =>
        [
          `d${n}`,
          {
            priority: n === 5 || n === 10 ? 3 : n === 20 ? 2 : 1,
            tint: (r: MemberRow) => tint(r.distances[h]!, 0.03 + 0.006 * Math.sqrt(n) * 4),
          },
        ] as const,
    ),
    ["above", { cell: (r) => `${r.above} of 5` }],
  ]);
}
