import { useMemo } from "react";
import { LIST_COLUMNS, type ListRow } from "@studies/lists/list-columns";
import { hrefOf, useHere } from "~/here";
import { columnsOf } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { tint } from "~/ui/tint";

interface Props {
  readonly rows: readonly ListRow[];
  readonly main: boolean;
  readonly onRemove: (name: string) => unknown;
}

/** All lists, with what has changed in each. */
export function ListsTable({ rows, main, onRemove }: Props) {
  const here = useHere();
  const columns = useMemo(
    () =>
      columnsOf(LIST_COLUMNS, [
        ["name", { cell: (r) => <b className="font-semibold">{r.name}</b> }],
        ["kind", { priority: 4 }],
        ["size"],
        ["arrived", { cell: (r) => <Tickers tickers={r.arrived} sign="+" /> }],
        ["left", { cell: (r) => <Tickers tickers={r.left} sign="−" /> }],
        ["above 50", { priority: 3 }],
        ["since made", { priority: 1, tint: (r) => tint(r.sinceMade - r.index, 0.15) }],
        ["index", { priority: 2 }],
        ["made", { priority: 5 }],
        ["note", { priority: 6, cell: (r) => <span className="block max-w-64 truncate text-soft">{r.note}</span> }],
      ]),
    [],
  );
  return (
    <DataTable
      caption="Lists"
      main={main}
      className="max-h-[40dvh]"
      rows={rows}
      columns={columns}
      rowKey={(r) => r.name}
      defaultSort="name"
      onDelete={(row) => onRemove(row.name)}
      href={(r) => hrefOf(here, "/lists", { open: r.name })}
      isChoosingColumns={false}
    />
  );
}

function Tickers({ tickers, sign }: { readonly tickers: readonly string[]; readonly sign: string }) {
  if (tickers.length === 0) return <span className="text-soft">–</span>;
  return (
    <span title={tickers.join(", ")}>
      {sign}
      {tickers.length}
    </span>
  );
}
