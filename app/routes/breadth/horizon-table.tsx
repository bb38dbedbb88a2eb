import clsx from "clsx";
import type { ParticipationRow } from "@studies/breadth/participation-rows";
import { fixed, share, signed } from "@studies/words/words";
import { ShareBar } from "~/ui/share-bar";
import { Explained } from "~/ui/term";

/** Share of members above each average: bar, mark of a week ago, count and change. */
export function HorizonTable({ rows, chosen }: { rows: readonly ParticipationRow[]; chosen: number }) {
  return (
    <table className="w-full border-separate border-spacing-0 self-start">
      <caption className="sr-only">Share of members above their averages</caption>
      <thead>
        <tr className="text-soft">
          {["average", "share of members", "", "count", "5 sessions", "place"].map((label, k) => (
            <th
              key={label}
              scope="col"
              title={label === "place" ? "Share of all earlier readings that were lower" : undefined}
              className={clsx(
                "border-b border-ink/60 pb-1 font-normal whitespace-nowrap",
                k < 2 ? "pr-3 text-left" : "pl-2 text-right",
              )}
            >
              {label || <span className="sr-only">percent</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, h) => {
          const all = Number.isNaN(row.horizon);
          const cell = "border-b border-rule";
          return (
            <tr key={h} className={clsx("h-[37px]", (all || h === chosen) && "font-semibold")}>
              <th scope="row" className={clsx(cell, "pr-2 text-left whitespace-nowrap", !all && h !== chosen && "font-normal")}>
                {all ? <Explained text="all five" /> : row.horizon}
              </th>
              <td className={clsx(cell, "w-2/5")}>
                <ShareBar percent={row.percent} before={row.weekAgo} strong={all || h === chosen} />
              </td>
              <td className={clsx(cell, "pl-2 text-right text-[15px]")}>{share(row.percent)}</td>
              <td className={clsx(cell, "pl-2 text-right font-normal whitespace-nowrap text-soft")}>
                {row.above} / {row.counted}
              </td>
              <td
                className={clsx(
                  cell,
                  "pl-2 text-right font-normal",
                  row.percent > row.weekAgo ? "text-teal" : row.percent < row.weekAgo && "text-rust",
                )}
              >
                {signed(row.percent - row.weekAgo, 0)}
              </td>
              <td className={clsx(cell, "pl-2 text-right font-normal text-soft")}>{fixed(row.place)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
