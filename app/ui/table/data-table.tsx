import type { RowData } from "@tanstack/react-table";
import { useVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { useLayoutEffect, useRef, useState, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { count, list } from "@studies/words/words";
import { broughtOn, hereNow, useHere } from "~/here";
import { useRemembered } from "../remembered";
import { flickHref, tickerOfHref } from "../flick";
import { useKeys } from "../use-keys";
import type { Column } from "./column";
import { ColumnMenu } from "./column-menu";
import { useFittingColumns } from "./fitting-columns";
import { SortHead } from "./sort-head";
import { TableRow, type Choosing } from "./table-row";
import { paramsOf, useTableState } from "./table-state";

interface Props<Row> {
  readonly caption: string;
  readonly rows: readonly Row[];
  /** All that can be shown; the first names the row. */
  readonly columns: readonly Column<Row>[];
  readonly rowKey: (row: Row) => string;
  /** Sorted by these columns unless the address says otherwise: "-strength,name". */
  readonly defaultSort: string;
  /** Where Enter, and the link of the first column, leads. */
  readonly href: (row: Row) => string;
  readonly choose?: Choosing<Row>;
  /** Further keys of the row in hand, where the table is what the screen is for. */
  readonly rowKeys?: Readonly<Record<string, (row: Row) => unknown>>;
  /** Deletes what a row is, with the Delete key on it. */
  readonly onDelete?: (row: Row) => unknown;
  /** Is told which row has the keyboard. */
  readonly onActive?: (row: Row) => void;
  readonly className?: string;
  /** Name of the parameter that keeps the order [sort]. */
  readonly sortParam?: string;
  /** Whether which columns are shown is chosen here [yes]. */
  readonly isChoosingColumns?: boolean;
  /** Whether it is what the screen is for: the keyboard arrives here. */
  readonly main?: boolean;
}

const ROW = 27;
const PAGE = 12;
/** Rows by which it is told whether a table is of several instruments. */
const LOOKED_AT = 40;

/**
 * A sorted table, virtual when long: arrows move, Enter opens, Space chooses. Its first column stays in view; columns
 * that do not fit are left out in the order of their priority, unless they were chosen.
 */
export function DataTable<Row extends RowData>(props: Props<Row>) {
  const { caption, rows: unsorted, columns: all, rowKey, defaultSort, href, choose, onActive, className } = props;
  const { sortParam = "sort", main = false, isChoosingColumns = true } = props;
  const navigate = useNavigate();
  const here = useHere();
  const params = paramsOf(sortParam);
  const { rows, columns: chosen, isChosen, sorting } = useTableState(unsorted, all, { params, defaultSort, rowKey });
  const box = useRef<HTMLDivElement>(null);
  const fitting = useFittingColumns(box, all, sorting[0]!.id);
  const spared = isChosen ? new Set<string>() : fitting;
  const [isWhole, setWhole] = useState(false);
  const columns = isWhole ? chosen : chosen.filter((c) => !spared.has(c.key));
  const [activeKey, setActiveKey] = useRemembered<string | undefined>(`row of ${caption}`, undefined);
  const active = Math.max(
    0,
    rows.findIndex((row) => rowKey(row) === activeKey),
  );
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 1000, height: 420 },
  });
  const shown = virtualizer.getVirtualItems();
  const before = shown[0]?.start ?? 0;
  const after = virtualizer.getTotalSize() - (shown[shown.length - 1]?.end ?? 0);

  // Coming back, the row that one left is in view; from then on the keyboard moves it.
  const first = useRef(true);
  useLayoutEffect(() => {
    if (first.current && active > 0) virtualizer.scrollToIndex(active, { align: "center" });
    first.current = false;
  }, [active, virtualizer]);
  const focusRow = (index: number) => {
    const to = Math.max(0, Math.min(rows.length - 1, index));
    if (rows[to]) setActiveKey(rowKey(rows[to]));
    virtualizer.scrollToIndex(to);
    const row = () => box.current?.querySelector<HTMLElement>(`tr[data-index="${to}"]`);
    // At once where the row is drawn already, so that the next key meets it; else when it is.
    if (row()) row()?.focus({ preventScroll: true });
    else
      requestAnimationFrame(() => {
        row()?.focus({ preventScroll: true });
      });
  };
  const firstTicker = rows[0] && tickerOfHref(href(rows[0]));
  const isFlicked = firstTicker !== undefined && rows.slice(1, LOOKED_AT).some((row) => tickerOfHref(href(row)) !== firstTicker);
  // Those of the table whose row has the keyboard; of none, those of the table that the screen is for.
  const goThrough = (row: Row | undefined) => {
    const to = flickHref(hereNow(), rows.map(href), caption, row && href(row));
    if (to !== undefined) void navigate(to);
    return to !== undefined;
  };
  const own = Object.entries(props.rowKeys ?? {}).map(([key, deed]): [string, () => unknown] => [
    key,
    () => (rows[active] ? deed(rows[active]) : false),
  ]);
  useKeys(main ? { ".": () => goThrough(rows[active]), ...Object.fromEntries(own) } : {});
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>, row: Row, index: number) => {
    const isOnRow = event.target === event.currentTarget;
    if (event.key === "ArrowDown") focusRow(index + 1);
    else if (event.key === "ArrowUp") focusRow(index - 1);
    else if (event.key === "PageDown") focusRow(index + PAGE);
    else if (event.key === "PageUp") focusRow(index - PAGE);
    else if (event.key === "Home") focusRow(0);
    else if (event.key === "End") focusRow(rows.length - 1);
    else if (event.key === "Enter" && isOnRow) void navigate(broughtOn(href(row), here, hereNow()));
    else if (event.key === " " && isOnRow && choose) choose.toggle(row);
    else if (event.key === "Delete" && isOnRow && props.onDelete) props.onDelete(row);
    else if (event.key === "." && isOnRow && !main) goThrough(row);
    else return;
    event.preventDefault();
  };

  return (
    <div data-main={main || undefined}>
      <div
        ref={box}
        className={clsx(
          "relative overflow-y-auto border-y border-rule",
          isWhole || isChosen ? "overflow-x-auto" : "overflow-x-hidden",
          className,
        )}
      >
        <table className="w-full border-separate border-spacing-0" aria-rowcount={rows.length + 1}>
          <caption className="sr-only">{caption}</caption>
          <thead>
            <tr>
              {choose && (
                <th data-column="choose" className="sticky top-0 z-10 w-8 min-w-8 border-b border-ink/60 bg-paper">
                  <span className="sr-only">{choose.heading ?? "In focus"}</span>
                </th>
              )}
              {columns.map((c, k) => (
                <SortHead key={c.key} column={c} isFirst={k === 0} sorting={sorting} param={params.sort} />
              ))}
            </tr>
          </thead>
          <tbody>
            {before > 0 && <tr aria-hidden style={{ height: before }} />}
            {shown.map(({ index }) => {
              const row = rows[index]!;
              const key = rowKey(row);
              return (
                <TableRow
                  key={key}
                  {...{ row, index, columns, choose }}
                  rowKey={key}
                  href={href(row)}
                  isActive={index === active}
                  onFocus={() => {
                    if (key !== activeKey) setActiveKey(key);
                    onActive?.(row);
                  }}
                  onKeyDown={(event) => {
                    onKeyDown(event, row, index);
                  }}
                />
              );
            })}
            {after > 0 && <tr aria-hidden style={{ height: after }} />}
          </tbody>
        </table>
      </div>
      {(all.length > 3 || isFlicked) && (
        <p className="flex justify-end gap-4 pt-1 text-[12px] text-soft">
          {isFlicked && (
            <button type="button" className="min-h-6 hover:text-indigo" onClick={() => goThrough(rows[active])}>
              charts one by one (<kbd>.</kbd>)
            </button>
          )}
          {spared.size > 0 && (
            <button
              type="button"
              aria-expanded={isWhole}
              className="min-h-6 text-right hover:text-indigo"
              onClick={() => {
                setWhole(!isWhole);
              }}
            >
              {isWhole
                ? "only the columns that fit"
                : `${count(spared.size, "more column")}: ${list(all.filter((c) => spared.has(c.key)).map((c) => c.label))}`}
            </button>
          )}
          {isChoosingColumns && (
            <ColumnMenu all={all} shown={isChosen ? chosen : columns} isChosen={isChosen} param={params.columns} />
          )}
        </p>
      )}
    </div>
  );
}
