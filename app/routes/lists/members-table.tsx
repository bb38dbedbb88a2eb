import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useMemo } from "react";
import type { scan } from "@studies/scans/scan";
import { hrefOf, useHere } from "~/here";
import type { Column } from "~/ui/table/column";
import { measureCell } from "~/ui/table/measure-cell";
import { DataTable } from "~/ui/table/data-table";
import { TickerName } from "~/ui/ticker-name";
import { tint } from "~/ui/tint";
import type { ResultOf } from "~/wire";

export interface MemberRow {
  readonly ticker: string;
  readonly name: string;
  readonly place: number;
  readonly note: string;
  readonly arrived: boolean;
  /** In the order of the columns; none where nothing is known of it here. */
  readonly values: readonly number[];
}

type Columns = ResultOf<typeof scan>["columns"];

interface Props {
  readonly listName: string;
  readonly rows: readonly MemberRow[];
  readonly columns: Columns;
  /** Of a list that was picked by hand: what can be done to a member. */
  readonly deeds:
    | {
        readonly onMove: (ticker: string, step: -1 | 1) => void;
        readonly onRemove: (ticker: string) => void;
        readonly onNote: (ticker: string, note: string) => void;
      }
    | undefined;
}

/** The members of a list in its own order, with their figures and the analyst's notes on them. */
export function MembersTable({ listName, rows, columns: shown, deeds }: Props) {
  const here = useHere();
  const columns = useMemo(() => columnsFor(shown, deeds), [shown, deeds]);
  return (
    <DataTable
      caption={`Members of ${listName}`}
      main
      className="max-h-[max(280px,calc(100dvh-480px))]"
      rows={rows}
      columns={columns}
      rowKey={(row) => row.ticker}
      defaultSort="place"
      sortParam="members"
      href={(row) => hrefOf(here, `/chart/${encodeURIComponent(row.ticker)}`)}
      isChoosingColumns={false}
    />
  );
}

function columnsFor(shown: Columns, deeds: Props["deeds"]): Column<MemberRow>[] {
  return [
    {
      key: "name",
      label: "member",
      text: true,
      value: (r) => r.ticker,
      cell: (r) => (
        <span className="block max-w-60 truncate">
          <TickerName {...r} />
          {r.arrived && <span className="text-teal"> arrived</span>}
        </span>
      ),
    },
    { key: "place", label: "place", value: (r) => r.place, cell: (r) => r.place },
    ...shown.map((column, k): Column<MemberRow> => {
      const valueOf = (r: MemberRow) => r.values[k] ?? NaN;
      return {
        key: column.text,
        label: column.label,
        about: column.about,
        priority: 4,
        value: valueOf,
        cell: (r) => measureCell(column, valueOf(r)),
        ...(column.unit === "change" ? { tint: (r: MemberRow) => tint(valueOf(r), 0.2) } : {}),
      };
    }),
    ...(deeds ? [noteColumn(deeds.onNote), deedsColumn(deeds)] : []),
  ];
}

function noteColumn(onNote: (ticker: string, note: string) => void): Column<MemberRow> {
  return {
    key: "note",
    label: "note",
    text: true,
    width: 180,
    value: (r) => r.note,
    cell: (r) => (
      <input
        key={`${r.ticker} ${r.note}`}
        aria-label={`Note on ${r.ticker}`}
        defaultValue={r.note}
        maxLength={1000}
        placeholder="–"
        className="min-h-6 w-44 bg-transparent outline-none focus:border-b focus:border-indigo"
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") event.currentTarget.blur();
          if (event.key === "Escape") {
            event.currentTarget.value = r.note;
            event.currentTarget.blur();
          }
        }}
        onBlur={(event) => {
          const next = event.currentTarget.value.trim();
          if (next !== r.note) onNote(r.ticker, next);
        }}
      />
    ),
  };
}

function deedsColumn({ onMove, onRemove }: NonNullable<Props["deeds"]>): Column<MemberRow> {
  const button = "inline-grid size-6 place-items-center text-soft hover:text-indigo";
  return {
    key: "deeds",
    label: "",
    width: 84,
    value: () => null,
    cell: (r) => (
      <span className="whitespace-nowrap">
        <button
          type="button"
          className={button}
          aria-label={`${r.ticker} further up`}
          onClick={() => {
            onMove(r.ticker, -1);
          }}
        >
          <ArrowUp size={14} />
        </button>
        <button
          type="button"
          className={button}
          aria-label={`${r.ticker} further down`}
          onClick={() => {
            onMove(r.ticker, 1);
          }}
        >
          <ArrowDown size={14} />
        </button>
        <button
          type="button"
          className={button}
          aria-label={`Take ${r.ticker} out`}
          onClick={() => {
            onRemove(r.ticker);
          }}
        >
          <X size={14} />
        </button>
      </span>
    ),
  };
}
