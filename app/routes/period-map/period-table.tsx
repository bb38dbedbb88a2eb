import type { PeriodRow } from "@studies/period-map/period-map";
import { signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { DataTable, type Column } from "~/ui/data-table";
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
  const columns: Column<PeriodRow>[] = [
    {
      key: "name",
      label: "member",
      text: true,
      value: (r) => r.name,
      cell: (r) => (
        <>
          {r.ticker !== "" && <b className="mr-2 font-semibold">{r.ticker}</b>}
          {r.name}
          {r.ended && <span className="ml-2 text-amber">ended</span>}
        </>
      ),
    },
    {
      key: "change",
      label: "change",
      value: (r) => r.change,
      cell: (r) => signedPercent(r.change),
      tint: (r) => tint(r.change, full),
    },
    {
      key: "excess",
      label: "to the index",
      about: "Change less that of the broad index",
      value: (r) => r.change - reference,
      cell: (r) => signedPercent(r.change - reference),
    },
    ...(stocks
      ? ([
          {
            key: "held",
            label: "held above",
            priority: 2,
            text: true,
            about: "Averages above which every close of the period was",
            value: (r) => Number(r.held50) + 2 * Number(r.held200),
            cell: (r) => [r.held50 ? "50" : "", r.held200 ? "200" : ""].filter((x) => x !== "").join(" and ") || "–",
          },
          {
            key: "volume",
            label: "rise of volume",
            priority: 3,
            about: "Mean volume of the period against the 50 sessions before it",
            value: (r) => r.volumeRise,
            cell: (r) => signedPercent(r.volumeRise, 0),
          },
        ] satisfies Column<PeriodRow>[])
      : []),
    {
      key: "family",
      label: "belongs to",
      priority: 4,
      text: true,
      value: (r) => r.industry || r.family,
      cell: (r) => <span className="text-soft">{[r.family, r.industry].filter((x) => x !== "").join(" · ") || "–"}</span>,
    },
  ];
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
