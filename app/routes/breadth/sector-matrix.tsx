import { Link } from "react-router";
import type { SectorBreadth } from "@studies/breadth/breadth-sectors";
import { fixed, signed } from "@studies/words/words";
import { useFrameValue } from "~/frame-context";
import { useHrefWith } from "~/here";
import { groupColour } from "~/ui/group-colour";
import { tint } from "~/ui/tint";

const HEADS = ["5", "10", "20", "50", "200", "all five"];

/** Participation of every sector at every horizon, with the week's change under each figure's hover and for the chosen one beside it. */
export function SectorMatrix({ rows, chosen, group }: { rows: readonly SectorBreadth[]; chosen: number; group: string }) {
  const { sectors } = useFrameValue();
  const hrefWith = useHrefWith();
  return (
    <table className="w-full border-separate border-spacing-0 self-start">
      <caption className="sr-only">Breadth by sector: percent above each average</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className="border-b border-ink/60 pb-1 text-left font-semibold text-ink">
            Sectors
          </th>
          <th scope="col" className="border-b border-ink/60 pb-1 pl-2 text-right font-normal">
            members
          </th>
          {HEADS.map((h, k) => (
            <th
              key={h}
              scope="col"
              className={`border-b border-ink/60 pb-1 text-right ${k === chosen ? "font-semibold text-ink" : "font-normal"}`}
            >
              {h}
            </th>
          ))}
          <th scope="col" className="border-b border-ink/60 pb-1 pl-2 text-right font-normal whitespace-nowrap">
            {HEADS[chosen]} in a week
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.key} className={`h-[24px] ${r.key === group ? "bg-chosen" : ""}`}>
            <th scope="row" className="border-b border-rule text-left font-normal whitespace-nowrap">
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
            </th>
            <td className="border-b border-rule pl-2 text-right text-soft">{r.members}</td>
            {r.percents.map((p, k) => (
              <td
                key={k}
                style={tint(p - 50, 50)}
                title={`${signed(p - r.before[k]!, 0)} points in a week`}
                className={`border-b border-rule px-2 text-right ${k === chosen ? "font-semibold" : ""}`}
              >
                {fixed(p)}
              </td>
            ))}
            <td className="border-b border-rule pl-2 text-right">{signed(r.percents[chosen]! - r.before[chosen]!, 0)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
