import type { model } from "@studies/trials/rebalanced-model";
import type { HoldingRow } from "@studies/trials/model-columns";
import { fixed, percent, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import type { Column } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof model>;

const STANDS = { stays: "stays", goes: "would go", comes: "would come" } as const;

/** What the model holds, what it has made since the last rebalancing, and what a rebalancing at this close would change. */
export function HoldingsTable({ answer }: { readonly answer: Answer }) {
  const here = useHere();
  return (
    <DataTable
      caption="Holdings"
      main
      isChoosingColumns={false}
      className="max-h-80"
      rows={answer.holdings}
      columns={columnsFor(answer)}
      rowKey={(r) => r.ticker}
      defaultSort="-weight,place"
      href={(r) => hrefOf(here, `/chart/${encodeURIComponent(r.ticker)}`)}
    />
  );
}

function columnsFor({ by, average, isDue }: Answer): Column<HoldingRow>[] {
  const isReturn = by.startsWith("combined") || by.startsWith("return");
  return [
    {
      key: "name",
      label: "holds",
      text: true,
      value: (r) => r.name,
      cell: (r) => <span className={`block max-w-52 truncate ${r.stands === "comes" ? "text-soft italic" : ""}`}>{r.name}</span>,
    },
    { key: "weight", label: "weight", value: (r) => r.weight, cell: (r) => (r.weight === 0 ? "–" : percent(r.weight)) },
    {
      key: "since",
      label: "since then",
      about: "Its close from the open of the last rebalancing",
      value: (r) => r.since,
      cell: (r) => <span className={signColour(r.since)}>{signedPercent(r.since)}</span>,
    },
    {
      key: "held",
      label: "times running",
      about: "Rebalancings running after which it was held",
      priority: 2,
      value: (r) => r.held,
      cell: (r) => (r.held === 0 ? "–" : r.held),
    },
    {
      key: "measure",
      label: "ranked by",
      about: `At this close, by ${by}`,
      priority: 1,
      value: (r) => r.measure,
      cell: (r) => (isReturn ? signedPercent(r.measure) : fixed(r.measure, 2)),
    },
    {
      key: "place",
      label: "place",
      about: "At this close, among all of the set",
      value: (r) => r.place,
      cell: (r) => fixed(r.place),
    },
    ...(average === 0
      ? []
      : [
          {
            key: "above",
            label: `above ${average}`,
            about: `Whether its close is above its own average of ${average}`,
            text: true,
            priority: 3,
            value: (r: HoldingRow) => (r.isAbove === null ? "" : r.isAbove ? "yes" : "no"),
            cell: (r: HoldingRow) => (r.isAbove === null ? "–" : r.isAbove ? "yes" : "no"),
          },
        ]),
    {
      key: "stands",
      label: isDue ? "at the next open" : "if it were today",
      text: true,
      value: (r) => r.stands,
      cell: (r) => <span className={r.stands === "stays" ? "text-soft" : "font-semibold text-indigo"}>{STANDS[r.stands]}</span>,
    },
  ];
}
