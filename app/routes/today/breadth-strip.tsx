import { Link } from "react-router";
import type { ParticipationRow } from "@studies/breadth/participation-rows";
import { share, signed } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { ShareBar } from "~/ui/share-bar";
import { Explained } from "~/ui/term";

interface Stances {
  readonly favour: number;
  readonly avoid: number;
  readonly stocks: number;
  readonly favourBefore: number;
  readonly avoidBefore: number;
}

/** Participation in short, and how many stocks stand at Favour and Avoid. */
export function BreadthStrip({ rows, stances }: { rows: readonly ParticipationRow[]; stances: Stances }) {
  const here = useHere();
  const hold = stances.stocks - stances.favour - stances.avoid;
  const part = (n: number) => `${(100 * n) / Math.max(1, stances.stocks)}%`;
  return (
    <section>
      <h2 className="heading border-b border-ink/60 pb-1">
        <Link className="hover:text-indigo" to={hrefOf(here, "/breadth")}>
          Members above their averages
        </Link>
      </h2>
      <table className="w-full">
        <caption className="sr-only">Share of members above their averages, with the change in five sessions</caption>
        <tbody>
          {rows.map((row, h) => (
            <tr key={h} className="h-6">
              <th scope="row" className="w-16 text-left font-normal text-soft">
                {Number.isNaN(row.horizon) ? <Explained text="all five" /> : row.horizon}
              </th>
              <td>
                <ShareBar
                  percent={row.percent}
                  before={row.weekAgo}
                  strong={Number.isNaN(row.horizon) || row.horizon === 50}
                  slim
                />
              </td>
              <td className="w-12 text-right font-semibold">{share(row.percent)}</td>
              <td
                className={`w-12 text-right ${row.percent > row.weekAgo ? "text-teal" : row.percent < row.weekAgo ? "text-rust" : ""}`}
              >
                {signed(row.percent - row.weekAgo, 0)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="heading mt-3 border-b border-ink/60 pb-1">
        <Link className="hover:text-indigo" to={hrefOf(here, "/groups", { in: "market:", sort: "-stance" })}>
          Stances of {stances.stocks} members
        </Link>
      </h2>
      <div aria-hidden className="mt-2 flex h-3">
        <span className="bg-teal" style={{ width: part(stances.favour) }} />
        <span className="bg-track" style={{ width: part(hold) }} />
        <span className="bg-rust" style={{ width: part(stances.avoid) }} />
      </div>
      <p className="mt-1 flex justify-between">
        <span>
          Favour <b className="font-semibold">{stances.favour}</b>{" "}
          <span className="text-soft">({signed(stances.favour - stances.favourBefore, 0)})</span>
        </span>
        <span>Hold {hold}</span>
        <span>
          Avoid <b className="font-semibold">{stances.avoid}</b>{" "}
          <span className="text-soft">({signed(stances.avoid - stances.avoidBefore, 0)})</span>
        </span>
      </p>
    </section>
  );
}
