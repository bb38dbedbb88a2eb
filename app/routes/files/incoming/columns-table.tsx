import type { IncomingForm } from "@server/ingest/incoming.server";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
import { BARS_CHOICES, NAMES_CHOICES, ROLE_WORDS } from "./role-words";
import { SyncedSelect } from "./synced-fields";

interface Column {
  readonly k: number;
  readonly header: string;
}

/** Columns shown of a table that has very many. */
const MOST_SHOWN = 24;
const ROWS_SHOWN = 3;

/** The columns of files of one form, a row each: how it is headed, its first cells, and what it is taken for. */
export function ColumnsTable({ form }: { form: IncomingForm }) {
  const { mapping, headers, rows } = form;
  const choices = mapping.holds === "bars" ? BARS_CHOICES : NAMES_CHOICES;
  const all: Column[] = headers.map((header, k) => ({ k, header }));
  const shown = all.slice(0, MOST_SHOWN);
  const columns: PlainColumn<Column>[] = [
    {
      key: "header",
      label: "column",
      cellClassName: "py-0.5 max-w-[150px] truncate font-semibold",
      cell: ({ header, k }) => header || <span className="font-normal text-soft">column {k + 1}</span>,
      title: ({ header }) => header,
    },
    ...Array.from({ length: Math.min(ROWS_SHOWN, rows.length) }, (_, r): PlainColumn<Column> => ({
      key: `row-${r}`,
      label: r === 0 ? "first rows" : "",
      spoken: `row ${r + 1}`,
      cellClassName: "py-0.5 max-w-[120px] truncate text-soft",
      cell: ({ k }) => rows[r]![k] ?? "",
      title: ({ k }) => rows[r]![k] ?? "",
    })),
    {
      key: "role",
      label: "taken for",
      text: true,
      cellClassName: "py-0.5",
      cell: ({ k, header }) => (
        <SyncedSelect
          name={`role-${k}`}
          value={mapping.roles[k] ?? "nothing"}
          aria-label={`${header || `Column ${k + 1}`} is taken for`}
          className={`control w-40 py-0.5 ${mapping.roles[k] === "nothing" ? "text-soft" : ""}`}
        >
          {choices.map((role) => (
            <option key={role} value={role}>
              {ROLE_WORDS[role]}
            </option>
          ))}
        </SyncedSelect>
      ),
    },
  ];
  return (
    <>
      <PlainTable caption="Columns and what they are taken for" rows={shown} rowKey={({ k }) => k} columns={columns} />
      {all.length > shown.length && (
        <p className="text-soft">
          {all.length - shown.length} more columns are taken for what they look like, most of them for{" "}
          {ROLE_WORDS[mapping.roles.at(-1) ?? "nothing"]}.
        </p>
      )}
    </>
  );
}
