import { Lacking } from "~/ui/lacking";
import { Link } from "react-router";
import type { SectorLine } from "@studies/today/today";
import { fixed, signed } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { hrefOf, useHere } from "~/here";
import { groupColour } from "~/ui/group-colour";

const REACH = 2.5;

/** All sectors from the strongest to the weakest: z of the combined return as a bar to either side. */
export function LeadersAndTrailers({ sectors: rows }: { sectors: readonly SectorLine[] }) {
  const here = useHere();
  const { sectors } = useFrameValue();
  if (rows.length === 0) return <Lacking of={["sectors"]} without="no groups lead or trail yet" />;
  return (
    <table className="w-full self-start border-separate border-spacing-0">
      <caption className="sr-only">Sectors from the strongest to the weakest</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className="border-b border-ink/60 pb-1 text-left font-semibold text-ink">
            Sectors
          </th>
          <th
            scope="col"
            className="border-b border-ink/60 pb-1 pl-3 text-right font-normal"
            title="z of the mean of three- and six-month returns"
          >
            z of 3+6 months
          </th>
          <th
            scope="col"
            className="hidden border-b border-ink/60 pb-1 pl-3 text-left font-normal whitespace-nowrap min-[1180px]:table-cell"
            title="Phase of weekly rotation against the broad index"
          >
            phase
          </th>
          <th
            scope="col"
            className="border-b border-ink/60 pb-1 pl-3 text-right font-normal whitespace-nowrap"
            title="Rank now, and five sessions ago"
          >
            rank, was
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((g) => (
          <tr key={g.name} className="h-6 hover:bg-track/60">
            <th scope="row" className="text-left font-normal whitespace-nowrap">
              <Link to={hrefOf(here, "/groups", { in: g.key })} className="hover:text-indigo">
                <i
                  aria-hidden
                  className="mr-2 inline-block size-2.5 rounded-full"
                  style={{ background: groupColour(g.name, sectors) }}
                />
                {g.name}
              </Link>
            </th>
            <td className="w-32">
              <ZBar z={g.combinedZ} />
            </td>
            <td className="hidden pl-3 whitespace-nowrap min-[1180px]:table-cell">
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
            </td>
            <td className="pl-2 text-right whitespace-nowrap">
              {fixed(g.rank)}
              <span className={g.rankBefore > g.rank ? "text-teal" : g.rankBefore < g.rank ? "text-rust" : "text-soft"}>
                , {fixed(g.rankBefore)}
              </span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
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
