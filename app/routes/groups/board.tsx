import { Link } from "react-router";
import type { Family, GroupRow } from "@studies/strength/groups";
import type { PeerSet } from "@studies/sets/peer-names";
import { signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { tint } from "~/ui/tint";
import { hrefOfMember } from "./groups-table";
import { PlainTable } from "~/ui/table/plain-table";

/** Members of regions, classes or families side by side: each three-month return, above or below its region's index (or the mean of its own). */
export function Board({ rows, families, peers }: { rows: readonly GroupRow[]; families: readonly Family[]; peers: PeerSet }) {
  const here = useHere();
  const named = families.filter((f) => f.name !== "");
  if (named.length < 2) return null;
  const groups = named
    .map((family) => {
      const own = rows.filter((r) => r.family === family.name).sort((a, b) => b.returns[2] - a.returns[2]);
      return { ...family, own };
    })
    .sort((a, b) => b.r63 - a.r63);
  const set = groups[0]!.ofIndex ? "its region’s index" : "the mean of its own";
  return (
    <section aria-label="Board" className="mb-4">
      <div className="grid gap-4" style={{ gridTemplateColumns: `repeat(${groups.length}, minmax(0, 1fr))` }}>
        {groups.map(({ name, own, r63, ofIndex }) => (
          <PlainTable
            key={name}
            caption={
              <span className="flex items-baseline justify-between border-b border-ink/60 pb-0.5">
                <Link
                  className="heading hover:text-indigo"
                  to={hrefOf(here, "/rotation", { set: peers, in: peers === "asset-class" ? undefined : `group:${name}` })}
                >
                  {name}
                </Link>
                <span className="text-soft" title="Three-month return">
                  {ofIndex ? "index" : "mean"} {signedPercent(r63)}
                </span>
              </span>
            }
            isCaptionShown
            hasNoHead
            isOpen
            rows={own}
            rowKey={(r) => r.key}
            rowClassName="h-6"
            columns={[
              {
                key: "name",
                label: "member",
                className: "w-[60%] max-w-0 truncate",
                cell: (r) => (
                  <Link className="hover:text-indigo" to={hrefOfMember(here, r, peers)}>
                    {r.name}
                  </Link>
                ),
              },
              {
                key: "r63",
                label: "3 months",
                className: "px-1",
                tint: (r) => tint(r.gap, 0.15),
                cell: (r) => signedPercent(r.returns[2]),
              },
              {
                key: "gap",
                label: "to its own",
                className: "w-12 pl-1 text-[12px]",
                cellClassName: "text-soft",
                cell: (r) => (r.gap > 0 ? "above" : r.gap < 0 ? "below" : "at it"),
              },
            ]}
          />
        ))}
      </div>
      <p className="mt-1 text-[12px] text-soft">Returns of three months; above or below {set}.</p>
    </section>
  );
}
