import { Link } from "react-router";
import type { SectorBreadth } from "@studies/breadth/breadth-sectors";
import { HORIZON_NAMES } from "@studies/breadth/sector-columns";
import { fixed, signed } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { useHrefWith } from "~/here";
import { groupColour } from "~/ui/group-colour";
import { tint } from "~/ui/tint";
import { PlainTable } from "~/ui/table/plain-table";

/** Participation of every sector at every horizon, with the week's change under each figure's hover and for the chosen one beside it. */
export function SectorMatrix({ rows, chosen, group }: { rows: readonly SectorBreadth[]; chosen: number; group: string }) {
  const { sectors } = useFrameValue();
  const hrefWith = useHrefWith();
  return (
    <PlainTable
      caption="Breadth by sector: percent above each average"
      rows={rows}
      rowKey={(r) => r.key}
      rowClassName={(r) => `h-[24px] ${r.key === group ? "bg-chosen" : ""}`}
      columns={[
        {
          key: "name",
          label: "Sectors",
          headClassName: "font-semibold text-ink",
          cellClassName: "whitespace-nowrap",
          cell: (r) => (
            <Link
              to={hrefWith({ group: r.key === group ? undefined : r.key })}
              preventScrollReset
              className="hover:text-indigo"
              title={r.key === group ? "Back to the whole market" : `Ask all of this screen of ${r.name}`}
            >
              <i
                aria-hidden
                className="mr-2 inline-block size-2.5 rounded-full"
                style={{ background: groupColour(r.name, sectors) }}
              />
              {r.name}
            </Link>
          ),
        },
        { key: "members", label: "members", className: "pl-2", cellClassName: "text-soft", cell: (r) => r.members },
        ...HORIZON_NAMES.map((label, k) => ({
          key: `p${k}`,
          label,
          className: "px-2",
          headClassName: k === chosen ? "font-semibold text-ink" : "",
          cellClassName: k === chosen ? "font-semibold" : "",
          tint: (r: SectorBreadth) => tint(r.percents[k]! - 50, 50),
          title: (r: SectorBreadth) => `${signed(r.percents[k]! - r.before[k]!, 0)} points in a week`,
          cell: (r: SectorBreadth) => fixed(r.percents[k]!),
        })),
        {
          key: "week",
          label: `${HORIZON_NAMES[chosen]} in a week`,
          className: "pl-2",
          cell: (r) => signed(r.percents[chosen]! - r.before[chosen]!, 0),
        },
      ]}
    />
  );
}
