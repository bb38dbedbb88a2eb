import { useMemo } from "react";
import type { StockRow } from "@studies/strength/stocks";
import { STOCK_COLUMNS } from "@studies/strength/stock-columns";
import { notesOf } from "@studies/words/strength-notes";
import { hrefOf, useHere } from "~/here";
import { columnsOf, type Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { nameLook, notesLook, softLook, strengthLooks, volumeLook } from "./strength-columns";

/** The stocks of a group by strength within it. */
export function StocksTable({
  rows,
  from,
  short,
  onActive,
}: {
  rows: readonly StockRow[];
  from: string;
  short: boolean;
  onActive: (row: { key: string; name: string }) => void;
}) {
  const here = useHere();
  const columns = useMemo(() => stockColumns(), []);
  return (
    <section className="mt-4">
      {short && <h2 className="heading mb-1">Its stocks</h2>}
      <DataTable
        caption="Stocks by strength"
        main={!short}
        className={short ? "max-h-[calc(100dvh-400px)] min-h-52" : "max-h-[calc(100dvh-250px)] min-h-52"}
        rows={rows}
        columns={columns}
        rowKey={(s) => s.ticker}
        defaultSort="rank"
        href={(s) => hrefOf(here, `/chart/${encodeURIComponent(s.ticker)}`, { from })}
        onActive={(s) => {
          onActive({ key: s.ticker, name: s.name });
        }}
      />
    </section>
  );
}

const STANCES = ["Avoid", "Hold", "Favour"];

function stockColumns(): Column<StockRow>[] {
  return columnsOf(STOCK_COLUMNS, [
    ["name", nameLook<StockRow>()],
    ["rank"],
    ...strengthLooks<StockRow>(),
    ["trend", { priority: 3 }],
    [
      "stance",
      {
        priority: 1,
        value: (s) => (s.stance === "" ? NaN : STANCES.indexOf(s.stance)),
        cell: (s) => (
          <span className={s.stance === "Favour" ? "text-teal" : s.stance === "Avoid" ? "text-rust" : "text-soft"}>
            {s.stance || "–"}
          </span>
        ),
      },
    ],
    ["staying", { priority: 4 }],
    ["close", { priority: 5 }],
    ["r1", { priority: 5 }],
    ["position", { priority: 5 }],
    ["volume", volumeLook<StockRow>()],
    ["notes", notesLook<StockRow>(notesOf)],
    ["industry", { priority: 5, ...softLook<StockRow>((s) => s.industry) }],
  ]);
}
