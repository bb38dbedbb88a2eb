import { Link } from "react-router";
import type { fund, HoldingRow } from "@studies/strength/fund";
import { HOLDING_COLUMNS } from "@studies/strength/holding-columns";
import { notesOf } from "@studies/words/strength-notes";
import { fixed, percent, signedPercent } from "@studies/words/words";
import { hrefOf, useHere, useHrefWith } from "~/here";
import { columnsOf, type Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import type { ResultOf } from "~/wire";
import { nameLook, notesLook, softLook, strengthLooks } from "./strength-columns";
import { PlainTable } from "~/ui/table/plain-table";

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
          <PlainTable
            caption={<span className="heading">Its sectors beside the market’s</span>}
            isCaptionShown
            isOpen
            rows={f.sectors}
            rowKey={(s) => s.sector}
            rowClassName="h-6"
            columns={[
              {
                key: "sector",
                label: "sector",
                cell: (s) => (
                  <Link className="hover:text-indigo" to={hrefOf(here, "/groups", { in: `sector:${s.sector}` })}>
                    {s.sector}
                  </Link>
                ),
              },
              { key: "weight", label: "weight", cell: (s) => percent(s.weight) },
              { key: "market", label: "market", cell: (s) => percent(s.market) },
              { key: "more", label: "more", cell: (s) => signedPercent(s.weight - s.market) },
            ]}
          />
        )}
        {f.overlaps.length > 0 && (
          <PlainTable
            caption={<span className="heading">Funds that hold the same</span>}
            isCaptionShown
            isOpen
            rows={f.overlaps}
            rowKey={(o) => o.ticker}
            rowClassName="h-6"
            columns={[
              {
                key: "fund",
                label: "fund",
                cell: (o) => (
                  <Link className="hover:text-indigo" to={hrefWith({ in: `group:${o.ticker}` })}>
                    {o.name}
                  </Link>
                ),
              },
              { key: "shared", label: "in common", cell: (o) => o.shared },
              {
                key: "weight",
                label: "weight shared",
                about: "Sum of the smaller of both weights",
                cell: (o) => percent(o.weight, 0),
              },
            ]}
          />
        )}
      </div>
    </div>
  );
}

function holdingColumns(): Column<HoldingRow>[] {
  return columnsOf(HOLDING_COLUMNS, [
    ["name", nameLook<HoldingRow>()],
    [
      "weight",
      {
        priority: 1,
        width: 90,
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
      },
    ],
    ["rank"],
    ...strengthLooks<HoldingRow>(),
    ["gave", { priority: 4, cell: (h) => signedPercent(h.gave, 2) }],
    ["flags", { label: "notes", ...notesLook<HoldingRow>((h) => notesOf({ ...h, standing: "" })) }],
    ["sector", { priority: 5, ...softLook<HoldingRow>((h) => h.industry || h.kind) }],
  ]);
}
