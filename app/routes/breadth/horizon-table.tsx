import clsx from "clsx";
import type { ParticipationRow } from "@studies/breadth/participation-rows";
import { fixed, share, signed } from "@studies/words/words";
import { ShareBar } from "~/ui/share-bar";
import { Explained } from "~/ui/term";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

/** Share of members above each average: bar, mark of a week ago, count and change. */
export function HorizonTable({ rows, chosen }: { rows: readonly ParticipationRow[]; chosen: number }) {
  const isStrong = (row: ParticipationRow) => Number.isNaN(row.horizon) || rows.indexOf(row) === chosen;
  return (
    <PlainTable
      caption="Share of members above their averages"
      rows={rows}
      rowKey={(_, h) => h}
      rowClassName={(row) => clsx("h-[37px]", isStrong(row) && "font-semibold")}
      columns={[
        {
          key: "average",
          label: "average",
          className: "pr-2",
          cellClassName: (row) => clsx("whitespace-nowrap", isStrong(row) && "font-semibold"),
          cell: (row) => (Number.isNaN(row.horizon) ? <Explained text="all five" /> : row.horizon),
        },
        {
          key: "bar",
          label: "share of members",
          text: true,
          className: "w-2/5 pl-0",
          cell: (row) => <ShareBar percent={row.percent} before={row.weekAgo} strong={isStrong(row)} />,
        },
        {
          key: "share",
          label: "",
          spoken: "percent",
          className: "pl-2",
          cellClassName: "text-[15px]",
          cell: (row) => share(row.percent),
        },
        {
          key: "count",
          label: "count",
          className: "pl-2",
          cellClassName: "font-normal whitespace-nowrap text-soft",
          cell: (row) => `${row.above} / ${row.counted}`,
        },
        {
          key: "change",
          label: "5 sessions",
          className: "pl-2",
          cellClassName: (row) => clsx("font-normal", signColour(row.percent - row.weekAgo)),
          cell: (row) => signed(row.percent - row.weekAgo, 0),
        },
        {
          key: "place",
          label: "place",
          about: "Share of all earlier readings that were lower",
          className: "pl-2",
          cellClassName: "font-normal text-soft",
          cell: (row) => fixed(row.place),
        },
      ]}
    />
  );
}
