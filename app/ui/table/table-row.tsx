import clsx from "clsx";
import type { KeyboardEvent } from "react";
import { Link } from "react-router";
import type { Column } from "./column";

/** Space, and the mark before a row. */
export interface Choosing<Row> {
  /** What the column of marks is for [the focus]. */
  readonly heading?: string;
  readonly label: (row: Row) => string;
  readonly isChosen: (row: Row) => boolean;
  readonly toggle: (row: Row) => void;
}

interface Props<Row> {
  readonly row: Row;
  readonly rowKey: string;
  /** Its place in the order, from 0. */
  readonly index: number;
  readonly columns: readonly Column<Row>[];
  readonly href: string;
  readonly choose: Choosing<Row> | undefined;
  /** Whether Tab reaches it. */
  readonly isActive: boolean;
  readonly onFocus: () => void;
  readonly onKeyDown: (event: KeyboardEvent<HTMLTableRowElement>) => void;
}

/** One row of a table: its name leads on, the mark before it chooses it. */
export function TableRow<Row>(props: Props<Row>) {
  const { row, rowKey, index, columns, href, choose, isActive, onFocus, onKeyDown } = props;
  const chosen = choose?.isChosen(row) ?? false;
  return (
    <tr
      data-index={index}
      data-row={rowKey}
      aria-rowindex={index + 2}
      tabIndex={isActive ? 0 : -1}
      onFocus={onFocus}
      onKeyDown={onKeyDown}
      className={clsx("group/row h-[27px] outline-offset-[-2px] hover:bg-track/60 focus:bg-track/60", chosen && "bg-chosen")}
    >
      {choose && (
        <td className="border-b border-rule/70 text-center">
          <button
            type="button"
            tabIndex={-1}
            aria-pressed={chosen}
            aria-label={choose.label(row)}
            title={choose.label(row)}
            onClick={() => {
              choose.toggle(row);
            }}
            className="group/mark inline-grid size-6 place-items-center align-middle"
          >
            <span
              className={clsx(
                "size-3 rounded-sm border",
                chosen ? "border-indigo bg-indigo" : "border-soft/60 group-hover/mark:border-indigo",
              )}
            />
          </button>
        </td>
      )}
      {columns.map((c, k) =>
        k === 0 ? (
          <th
            key={c.key}
            scope="row"
            className={clsx(
              "sticky left-0 border-b border-rule/70 px-1 text-left font-normal whitespace-nowrap group-hover/row:bg-track group-focus/row:bg-track",
              chosen ? "bg-chosen" : "bg-paper",
            )}
          >
            <Link to={href} tabIndex={-1} className="block min-h-6 content-center hover:text-indigo">
              {c.cell(row)}
            </Link>
          </th>
        ) : (
          <td
            key={c.key}
            style={c.tint?.(row)}
            className={clsx("border-b border-rule/70 px-1.5 whitespace-nowrap", c.text ? "text-left" : "text-right")}
          >
            {c.cell(row)}
          </td>
        ),
      )}
    </tr>
  );
}
