import { useRef } from "react";
import { Link, useNavigate } from "react-router";
import { clipped, date } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { DeleteButton } from "~/ui/delete-button";
import { PlainTable } from "~/ui/table/plain-table";
import { walkRows } from "~/ui/table/walk-rows";

export interface BriefRow {
  readonly id: string;
  readonly title: string;
  readonly purpose: string;
  readonly asOf: number;
  /** How many parts have an answer, and how many are calls. */
  readonly parts: number;
  readonly calls: number;
  /** Its first words. */
  readonly words: string;
}

interface Props {
  readonly rows: readonly BriefRow[];
  readonly onRemove: (id: string) => void;
}

/** Briefs, the latest first; the keyboard goes from one to the next. */
export function BriefsTable({ rows, onRemove }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  const box = useRef<HTMLDivElement>(null);
  const hrefFor = (row: BriefRow) => hrefOf(here, `/briefs/${row.id}`);
  const nameOf = (row: BriefRow) => (row.title === "" ? row.purpose : row.title);
  return (
    <div ref={box}>
      <PlainTable
        caption="Briefs, the latest first"
        rows={rows}
        rowKey={(row) => row.id}
        rowClassName="align-baseline hover:bg-chosen/50"
        rowProps={(row, index) => ({
          tabIndex: index === 0 ? 0 : -1,
          onKeyDown: (event) => {
            if (walkRows(event, box.current?.querySelectorAll<HTMLElement>("tbody tr") ?? [])) return;
            if (event.target !== event.currentTarget) return;
            if (event.key !== "Enter") return;
            void navigate(hrefFor(row));
            event.preventDefault();
          },
        })}
        columns={[
          {
            key: "brief",
            label: "brief",
            className: "py-1",
            cell: (row) => (
              <>
                <Link className="font-serif text-[16px] font-semibold hover:text-indigo" to={hrefFor(row)}>
                  {nameOf(row)}
                </Link>
                {row.title !== "" && <span className="ml-2 text-[12px] text-soft">{row.purpose}</span>}
                {row.words !== "" && <span className="block truncate text-soft">{clipped(row.words, 110)}</span>}
              </>
            ),
          },
          {
            key: "close",
            label: "close",
            text: true,
            cellClassName: "whitespace-nowrap text-soft",
            cell: (row) => date(row.asOf),
          },
          { key: "parts", label: "parts", cell: (row) => row.parts },
          { key: "calls", label: "calls", cell: (row) => (row.calls === 0 ? "–" : row.calls) },
          {
            key: "delete",
            label: "",
            spoken: "Delete",
            cell: (row) => (
              <DeleteButton
                name={`${nameOf(row)} of ${date(row.asOf)}`}
                onDelete={() => {
                  onRemove(row.id);
                }}
              />
            ),
          },
        ]}
      />
    </div>
  );
}
