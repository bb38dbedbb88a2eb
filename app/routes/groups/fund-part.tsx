import { Link } from "react-router";
import type { fund, HoldingRow } from "@studies/strength/fund";
import { notesOf } from "@studies/words/strength-notes";
import { fixed, percent, signedPercent } from "@studies/words/words";
import { hrefOf, useHere, useHrefWith } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
import type { ResultOf } from "~/wire";
import { notesColumn, rankColumn, strengthColumns } from "./strength-columns";

interface Props {
  readonly fund: ResultOf<typeof fund>;
  readonly onActive: (row: { key: string; name: string }) => void;
}

/** What a fund holds: the holdings by strength with their weights, its sectors beside the market's, and funds like it. */
export function FundPart({ fund: f, onActive }: Props) {
  const here = useHere();
  const hrefWith = useHrefWith();
  const columns = holdingColumns();
  return (
    <div className="mt-3">
      {f.leverage !== 1 && (
        <p className="mb-2 border-l-2 border-amber pl-2 text-amber">
          {fixed(f.leverage)} times the daily return of what it holds: over longer spans it does not make so many times their
          return.
        </p>
      )}
      <DataTable
        caption="Holdings by strength"
        main
        className="max-h-[calc(100dvh-430px)] min-h-48"
        rows={f.holdings}
        columns={columns}
        rowKey={(h) => h.ticker}
        defaultSort="rank"
        href={(h) => hrefOf(here, `/chart/${encodeURIComponent(h.ticker)}`, { from: `group:${f.ticker}` })}
        onActive={(h) => {
          onActive({ key: h.ticker, name: h.name });
        }}
      />
      <div className="mt-4 grid grid-cols-2 gap-8">
        {f.sectors.length > 0 && (
          <table className="w-full self-start">
            <caption className="heading mb-1 text-left">Its sectors beside the market’s</caption>
            <thead>
              <tr className="text-soft">
                <th scope="col" className="border-b border-ink/60 text-left font-normal">
                  sector
                </th>
                <th scope="col" className="border-b border-ink/60 text-right font-normal">
                  weight
                </th>
                <th scope="col" className="border-b border-ink/60 text-right font-normal">
                  market
                </th>
                <th scope="col" className="border-b border-ink/60 text-right font-normal">
                  more
                </th>
              </tr>
            </thead>
            <tbody>
              {f.sectors.map((s) => (
                <tr key={s.sector} className="h-6">
                  <th scope="row" className="text-left font-normal">
                    <Link className="hover:text-indigo" to={hrefOf(here, "/groups", { in: `sector:${s.sector}` })}>
                      {s.sector}
                    </Link>
                  </th>
                  <td className="text-right">{percent(s.weight)}</td>
                  <td className="text-right">{percent(s.market)}</td>
                  <td className="text-right">{signedPercent(s.weight - s.market)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {f.overlaps.length > 0 && (
          <table className="w-full self-start">
            <caption className="heading mb-1 text-left">Funds that hold the same</caption>
            <thead>
              <tr className="text-soft">
                <th scope="col" className="border-b border-ink/60 text-left font-normal">
                  fund
                </th>
                <th scope="col" className="border-b border-ink/60 text-right font-normal">
                  in common
                </th>
                <th
                  scope="col"
                  className="border-b border-ink/60 text-right font-normal"
                  title="Sum of the smaller of both weights"
                >
                  weight shared
                </th>
              </tr>
            </thead>
            <tbody>
              {f.overlaps.map((o) => (
                <tr key={o.ticker} className="h-6">
                  <th scope="row" className="text-left font-normal">
                    <Link className="hover:text-indigo" to={hrefWith({ in: `group:${o.ticker}` })}>
                      {o.name}
                    </Link>
                  </th>
                  <td className="text-right">{o.shared}</td>
                  <td className="text-right">{percent(o.weight, 0)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </div>
  );
}

function holdingColumns(): Column<HoldingRow>[] {
  return [
    {
      key: "name",
      label: "holding",
      text: true,
      value: (h) => h.name,
      cell: (h) => (
        <>
          <b className="mr-2 font-semibold">{h.ticker}</b>
          {h.name}
        </>
      ),
    },
    {
      key: "weight",
      label: "weight",
      priority: 1,
      about: "As published at the last review",
      value: (h) => h.weight,
      cell: (h) => (
        <span className="relative block">
          <i
            aria-hidden
            className="absolute inset-y-0.5 right-0 rounded-sm bg-indigo/15"
            style={{ width: `${Math.min(100, 320 * h.weight)}%` }}
          />
          <span className="relative">{percent(h.weight)}</span>
        </span>
      ),
      width: 90,
    },
    rankColumn<HoldingRow>(),
    ...strengthColumns<HoldingRow>(),
    {
      key: "gave",
      label: "gave",
      priority: 4,
      about: "Weight times the three-month return",
      value: (h) => h.gave,
      cell: (h) => signedPercent(h.gave, 2),
    },
    notesColumn<HoldingRow>((h) => notesOf({ ...h, standing: "" })),
    {
      key: "sector",
      label: "sector",
      priority: 5,
      text: true,
      value: (h) => h.sector,
      cell: (h) => <span className="text-soft">{h.industry || h.kind}</span>,
    },
  ];
}
