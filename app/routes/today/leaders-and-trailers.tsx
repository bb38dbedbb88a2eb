import { Lacking } from "~/ui/lacking";
import { Link } from "react-router";
import type { SectorLine } from "@studies/today/today";
import { fixed, signed } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { groupColour } from "~/ui/group-colour";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

const REACH = 2.5;

/** All sectors from the strongest to the weakest: z of the combined return as a bar to either side. */
export function LeadersAndTrailers({ sectors: rows }: { sectors: readonly SectorLine[] }) {
  const here = useHere();
  const { sectors } = useFrameValue();
  if (rows.length === 0) return <Lacking of={["sectors"]} without="no groups lead or trail yet" />;
  return (
    <PlainTable
      caption="Sectors from the strongest to the weakest"
      rows={rows}
      rowKey={(g) => g.name}
      rowClassName="h-6 hover:bg-track/60"
      isOpen
      columns={[
        {
          key: "name",
          label: "Sectors",
          headClassName: "font-semibold text-ink",
          cellClassName: "whitespace-nowrap",
          cell: (g) => (
            <Link to={hrefOf(here, "/groups", { in: g.key })} className="hover:text-indigo">
              <i
                aria-hidden
                className="mr-2 inline-block size-2.5 rounded-full"
                style={{ background: groupColour(g.name, sectors) }}
              />
              {g.name}
            </Link>
          ),
        },
        {
          key: "z",
          label: "z of 3+6 months",
          about: "z of the mean of three- and six-month returns",
          cellClassName: "w-32",
          cell: (g) => <ZBar z={g.combinedZ} />,
        },
        {
          key: "phase",
          label: "phase",
          about: "Phase of weekly rotation against the broad index",
          text: true,
          className: "hidden min-[1180px]:table-cell",
          cellClassName: "whitespace-nowrap",
          cell: (g) => (
            <Link
              to={hrefOf(here, "/rotation")}
              className={
                g.phase.startsWith("ahead")
                  ? "text-teal hover:text-indigo"
                  : g.phase === ""
                    ? "text-soft"
                    : "text-rust hover:text-indigo"
              }
            >
              {g.phase.replace(/^.*, /, "") || "–"}
            </Link>
          ),
        },
        {
          key: "rank",
          label: "rank, was",
          about: "Rank now, and five sessions ago",
          cellClassName: "whitespace-nowrap",
          cell: (g) => (
            <>
              {fixed(g.rank)}
              <span className={signColour(g.rankBefore - g.rank) || "text-soft"}>, {fixed(g.rankBefore)}</span>
            </>
          ),
        },
      ]}
    />
  );
}

function ZBar({ z }: { z: number }) {
  if (Number.isNaN(z)) return <span className="block text-right text-soft">–</span>;
  const share = (50 * Math.min(REACH, Math.abs(z))) / REACH;
  return (
    <span className="flex items-center gap-2">
      <span aria-hidden className="relative h-3 flex-1">
        <span className="absolute inset-y-0 left-1/2 w-px bg-soft" />
        <span
          className={`absolute inset-y-0 ${z > 0 ? "bg-teal" : "bg-rust"}`}
          style={z > 0 ? { left: "50%", width: `${share}%` } : { right: "50%", width: `${share}%` }}
        />
      </span>
      <span className="w-8 text-right">{signed(z)}</span>
    </span>
  );
}
