import { Link } from "react-router";
import type { ParticipationRow } from "@studies/breadth/participation-rows";
import { share, signed } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { ShareBar } from "~/ui/share-bar";
import { Explained } from "~/ui/term";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";

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
      <PlainTable
        caption="Share of members above their averages, with the change in five sessions"
        hasNoHead
        isOpen
        rows={rows}
        rowKey={(_, h) => h}
        rowClassName="h-6"
        columns={[
          {
            key: "average",
            label: "average",
            className: "w-16",
            cellClassName: "text-soft",
            cell: (row) => (Number.isNaN(row.horizon) ? <Explained text="all five" /> : row.horizon),
          },
          {
            key: "bar",
            label: "",
            className: "pl-0",
            cell: (row) => (
              <ShareBar
                percent={row.percent}
                before={row.weekAgo}
                strong={Number.isNaN(row.horizon) || row.horizon === 50}
                slim
              />
            ),
          },
          {
            key: "share",
            label: "share",
            className: "w-12 pl-0",
            cellClassName: "font-semibold",
            cell: (row) => share(row.percent),
          },
          {
            key: "change",
            label: "change",
            className: "w-12 pl-0",
            cellClassName: (row) => signColour(row.percent - row.weekAgo),
            cell: (row) => signed(row.percent - row.weekAgo, 0),
          },
        ]}
      />
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
