import { useMemo } from "react";
import type { StockRow } from "@studies/strength/stocks";
import { notesOf } from "@studies/words/strength-notes";
import { fixed, price, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
import { dayPositionColumn, notesColumn, rankColumn, stayingColumn, strengthColumns, volumeColumn } from "./strength-columns";

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
  return [
    {
      key: "name",
      label: "stock",
      text: true,
      value: (s) => s.name,
      cell: (s) => (
        <>
          <b className="mr-2 font-semibold">{s.ticker}</b>
          {s.name}
        </>
      ),
    },
    rankColumn(),
    ...strengthColumns<StockRow>(),
    {
      key: "trend",
      label: "Trend",
      priority: 3,
      about: "Trend score among the market's members, 0 to 100",
      value: (s) => s.trend,
      cell: (s) => fixed(s.trend),
    },
    {
      key: "stance",
      label: "stance",
      priority: 1,
      text: true,
      about: "Favour, Hold or Avoid: trailing stop, Trend and the strength of the industry",
      value: (s) => (s.stance === "" ? NaN : STANCES.indexOf(s.stance)),
      cell: (s) => (
        <span className={s.stance === "Favour" ? "text-teal" : s.stance === "Avoid" ? "text-rust" : "text-soft"}>
          {s.stance || "–"}
        </span>
      ),
    },
    stayingColumn<StockRow>(),
    { key: "close", label: "close", priority: 5, value: (s) => s.close, cell: (s) => price(s.close) },
    { key: "r1", label: "1 session", priority: 5, value: (s) => s.r1, cell: (s) => signedPercent(s.r1) },
    dayPositionColumn<StockRow>(),
    volumeColumn<StockRow>(),
    notesColumn<StockRow>(notesOf),
    {
      key: "industry",
      label: "industry",
      priority: 5,
      text: true,
      value: (s) => s.industry,
      cell: (s) => <span className="text-soft">{s.industry || "–"}</span>,
    },
  ];
}
