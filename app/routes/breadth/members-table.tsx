import { useMemo } from "react";
import { HORIZONS } from "@core/breadth/participation";
import type { MemberRow } from "@studies/breadth/members";
import { price, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
import { tint } from "~/ui/tint";

/** Every member with its distance from each of the five averages. */
export function MembersTable({ rows, horizon }: { rows: readonly MemberRow[]; horizon: number }) {
  const here = useHere();
  const columns = useMemo(() => memberColumns(), []);
  return (
    <section className="mt-5">
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
  return [
    {
      key: "name",
      label: "member",
      text: true,
      value: (r) => r.name,
      cell: (r) => (
        <>
          <b className="mr-2 font-semibold">{r.ticker}</b>
          {r.name}
        </>
      ),
    },
    { key: "sector", label: "sector", text: true, priority: 4, value: (r) => r.sector, cell: (r) => r.sector || "–" },
    { key: "close", label: "close", priority: 5, value: (r) => r.close, cell: (r) => price(r.close) },
    { key: "r1", label: "1 session", priority: 5, value: (r) => r.r1, cell: (r) => signedPercent(r.r1) },
    { key: "r5", label: "5 sessions", priority: 5, value: (r) => r.r5, cell: (r) => signedPercent(r.r5) },
    ...HORIZONS.map((n, h): Column<MemberRow> => ({
      key: `d${n}`,
      label: `from ${n}`,
      priority: n === 5 || n === 10 ? 3 : n === 20 ? 2 : 1,
      about: `Close against its ${n}-session average`,
      value: (r) => r.distances[h]!,
      cell: (r) => signedPercent(r.distances[h]!),
      tint: (r) => tint(r.distances[h]!, 0.03 + 0.006 * Math.sqrt(n) * 4),
    })),
    {
      key: "above",
      label: "averages above",
      about: "How many of the five averages it is above",
      value: (r) => r.above,
      cell: (r) => `${r.above} of 5`,
    },
  ];
}
