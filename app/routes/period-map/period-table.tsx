import type { PeriodRow } from "@studies/period-map/period-map";
import { EXCESS, PERIOD_COLUMNS } from "@studies/period-map/period-columns";
import { signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { columnsOf } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { TickerName } from "~/ui/ticker-name";
import { tint } from "~/ui/tint";

interface Props {
  readonly rows: readonly PeriodRow[];
  readonly chosen: ReadonlySet<string>;
  readonly onToggle: (key: string) => void;
  readonly reference: number;
  readonly full: number;
}

/** Every member of the period, best first; Space chooses. */
export function PeriodTable({ rows, chosen, onToggle, reference, full }: Props) {
  const here = useHere();
  const stocks = rows.some((r) => r.industry !== "");
  const columns = columnsOf(PERIOD_COLUMNS, [
    [
      "name",
      {
        cell: (r) => (
          <>
            <TickerName {...r} />
            {r.ended && <span className="ml-2 text-amber">ended</span>}
          </>
        ),
      },
    ],
    ["change", { tint: (r) => tint(r.change, full) }],
    {
      key: "excess",
      ...EXCESS,
      value: (r) => r.change - reference,
      cell: (r) => signedPercent(r.change - reference),
    },
    ...(stocks
      ? [
          {
            key: "held",
            label: "held above",
            priority: 2,
            text: true,
            about: "Averages above which every close of the period was",
            value: (r: PeriodRow) => Number(r.held50) + 2 * Number(r.held200),
            cell: (r: PeriodRow) => [r.held50 ? "50" : "", r.held200 ? "200" : ""].filter((x) => x !== "").join(" and ") || "–",
          },
          ["volume", { priority: 3, cell: (r: PeriodRow) => signedPercent(r.volumeRise, 0) }] as const,
        ]
      : []),
    [
      "family",
      {
        priority: 4,
        value: (r) => r.industry || r.family,
        cell: (r) => <span className="text-soft">{[r.family, r.industry].filter((x) => x !== "").join(" · ") || "–"}</span>,
      },
    ],
  ]);
  return (
    <DataTable
      caption="Members by change"
      main
      className="mt-3 max-h-[520px] min-h-40"
      rows={rows}
      columns={columns}
      rowKey={(r) => r.key}
      defaultSort="-change"
      href={(r) =>
        r.ticker === "" ? hrefOf(here, "/groups", { in: r.key }) : hrefOf(here, `/chart/${encodeURIComponent(r.ticker)}`)
      }
      choose={{
        label: (r) => (chosen.has(r.key) ? `Leave ${r.name} out` : `Choose ${r.name}`),
        isChosen: (r) => chosen.has(r.key),
        toggle: (r) => {
          onToggle(r.key);
        },
      }}
    />
  );
}
