import { Link } from "react-router";
import type { Position } from "@studies/plans/journal-rows";
import { inRisks, money, signedMoney, STATUS_WORDS } from "@studies/plans/plan-words";
import { count, date, price } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { DeleteButton } from "~/ui/delete-button";
import { PlainTable } from "~/ui/table/plain-table";

interface Props {
  readonly title: string;
  readonly rows: readonly Position[];
  readonly onRemove: (id: string) => void;
}

/** Positions one by one: when, at what, and how things stood when they were entered. */
export function PositionsTable({ title, rows, onRemove }: Props) {
  const here = useHere();
  if (rows.length === 0) return null;
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="heading mb-1">
        {title} <span className="font-normal text-soft">{rows.length}</span>
      </h2>
      <PlainTable
        caption={`Positions that are ${title.toLowerCase()}`}
        rows={rows}
        rowKey={(row) => `${row.id} ${row.way} ${row.side}`}
        columns={[
          {
            key: "ticker",
            label: "position",
            cell: (row) => (
              <Link
                className="inline-block min-h-6 content-center hover:text-indigo"
                title={row.name}
                to={hrefOf(here, row.way === "by hand" ? `/chart/${encodeURIComponent(row.ticker)}` : `/plans/${row.id}`)}
              >
                <b className="font-semibold">{row.ticker}</b> {row.side}
                {row.way === "option" ? ", option (simulated)" : row.way === "by hand" ? ", by hand" : ""}
                {row.isLookingBack ? (
                  <span className="text-amber" title={explanationsOf("made looking back")}>
                    {" "}
                    looking back
                  </span>
                ) : (
                  ""
                )}
              </Link>
            ),
          },
          { key: "entered", label: "entered", cellClassName: "whitespace-nowrap", cell: (row) => date(row.entered) },
          { key: "fill", label: "at", cell: (row) => price(row.fill) },
          {
            key: "left",
            label: title === "Open" ? "now" : "left",
            cellClassName: "whitespace-nowrap",
            cell: (row) =>
              Number.isNaN(row.left) ? count(row.held, row.way === "option" ? "contract" : "unit") : date(row.left),
          },
          { key: "exit", label: "at", cell: (row) => price(row.exit) },
          {
            key: "status",
            label: "how",
            text: true,
            cell: (row) => `${STATUS_WORDS[row.status]}${row.isInDoubt ? " (order unknown)" : ""}`,
          },
          {
            key: "r",
            label: "R",
            about: "Money in planned risks",
            cell: (row) => (
              <b className={`font-semibold ${row.money < 0 ? "text-rust" : row.money > 0 ? "text-teal" : ""}`}>
                {inRisks(row.r)}
              </b>
            ),
          },
          {
            key: "money",
            label: "money",
            cellClassName: "whitespace-nowrap",
            cell: (row) => signedMoney(row.money, row.currency),
          },
          ...(title === "Open"
            ? [
                {
                  key: "value",
                  label: "worth",
                  about: "Of what is held at the last close; of a short side what it would cost",
                  cellClassName: "whitespace-nowrap",
                  cell: (row: Position) => money(row.value, row.currency),
                },
              ]
            : []),
          {
            key: "regime",
            label: "regime",
            text: true,
            about: "Of the market at the close before the entry",
            cell: (row) => row.regime || "–",
          },
          {
            key: "phase",
            label: "phase",
            text: true,
            about: "Of its sector at the close before the entry",
            cell: (row) => row.phase || "–",
          },
          {
            key: "setups",
            label: "setups",
            text: true,
            about: "That it was of at the close before the entry",
            cellClassName: "max-w-44 truncate",
            title: (row) => row.setups.join(", "),
            cell: (row) => row.setups.join(", ") || "–",
          },
          {
            key: "deeds",
            label: "",
            spoken: "Deeds",
            cell: (row) =>
              row.way === "by hand" ? (
                <DeleteButton
                  name={`the trade in ${row.ticker}`}
                  onDelete={() => {
                    onRemove(row.id);
                  }}
                />
              ) : null,
          },
        ]}
      />
    </section>
  );
}
