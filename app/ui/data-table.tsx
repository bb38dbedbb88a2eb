import { useVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { useMemo, useRef, useState, type CSSProperties, type KeyboardEvent, type ReactNode } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { useHrefWith } from "~/here";

export interface Column<Row> {
  readonly key: string;
  readonly label: string;
  /** Said on hover: what the figure means. */
  readonly about?: string;
  readonly text?: boolean;
  readonly width?: number;
  /** What it is sorted by; NaN and "" come last in either order. */
  value(row: Row): number | string;
  cell(row: Row): ReactNode;
  tint?(row: Row): CSSProperties | undefined;
}

interface Props<Row> {
  readonly caption: string;
  readonly rows: readonly Row[];
  readonly columns: readonly Column<Row>[];
  readonly rowKey: (row: Row) => string;
  /** Sorted by this column unless the address says otherwise; a leading minus for the largest first. */
  readonly defaultSort: string;
  /** Where Enter, and the link of the first column, leads. */
  readonly href: (row: Row) => string;
  /** Space, and the mark before the row. */
  readonly choose?: {
    readonly label: (row: Row) => string;
    readonly isChosen: (row: Row) => boolean;
    readonly toggle: (row: Row) => void;
  };
  readonly onBack?: () => void;
  /** Is told which row has the keyboard. */
  readonly onActive?: (row: Row) => void;
  readonly className?: string;
  /** Name of the parameter that keeps the order [sort]. */
  readonly sortParam?: string;
}

const ROW = 27;

/** A sorted table, virtual when long: arrows move, Enter opens, Space chooses. Its first column stays in view. */
export function DataTable<Row>(props: Props<Row>) {
  const { caption, rows, columns, rowKey, defaultSort, href, choose, onBack, onActive, className, sortParam = "sort" } = props;
  const [search] = useSearchParams();
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const sort = search.get(sortParam) ?? defaultSort;
  const descending = sort.startsWith("-");
  const by = columns.find((c) => c.key === sort.replace(/^-/, "")) ?? columns[0]!;
  const sorted = useMemo(() => sortRows(rows, by, descending), [rows, by, descending]);
  const [active, setActive] = useState(0);
  const box = useRef<HTMLDivElement>(null);
  const virtualizer = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 12,
    initialRect: { width: 1000, height: 420 },
  });
  const shown = virtualizer.getVirtualItems();
  const before = shown[0]?.start ?? 0;
  const after = virtualizer.getTotalSize() - (shown[shown.length - 1]?.end ?? 0);

  const focusRow = (index: number) => {
    const to = Math.max(0, Math.min(sorted.length - 1, index));
    setActive(to);
    virtualizer.scrollToIndex(to);
    const row = () => box.current?.querySelector<HTMLElement>(`tr[data-index="${to}"]`);
    // At once where the row is drawn already, so that the next key meets it; else when it is.
    if (row()) row()?.focus({ preventScroll: true });
    else
      requestAnimationFrame(() => {
        row()?.focus({ preventScroll: true });
      });
  };
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>, row: Row, index: number) => {
    const page = 12;
    if (event.key === "ArrowDown") focusRow(index + 1);
    else if (event.key === "ArrowUp") focusRow(index - 1);
    else if (event.key === "PageDown") focusRow(index + page);
    else if (event.key === "PageUp") focusRow(index - page);
    else if (event.key === "Home") focusRow(0);
    else if (event.key === "End") focusRow(sorted.length - 1);
    else if (event.key === "Enter" && event.target === event.currentTarget) void navigate(href(row));
    else if (event.key === " " && event.target === event.currentTarget && choose) choose.toggle(row);
    else if (event.key === "Backspace" && onBack) onBack();
    else return;
    event.preventDefault();
  };

  return (
    <div ref={box} className={clsx("overflow-auto border-y border-rule", className)}>
      <table className="w-full border-separate border-spacing-0" aria-rowcount={sorted.length + 1}>
        <caption className="sr-only">{caption}</caption>
        <thead>
          <tr>
            {choose && (
              <th className="sticky top-0 z-10 w-7 min-w-7 border-b border-ink/60 bg-paper">
                <span className="sr-only">In focus</span>
              </th>
            )}
            {columns.map((c, k) => {
              const current = c === by;
              const nextSort = current ? (descending ? c.key : `-${c.key}`) : c.text ? c.key : `-${c.key}`;
              return (
                <th
                  key={c.key}
                  scope="col"
                  title={c.about}
                  aria-sort={current ? (descending ? "descending" : "ascending") : undefined}
                  style={c.width ? { width: c.width } : undefined}
                  className={clsx(
                    "sticky top-0 border-b border-ink/60 bg-paper py-1 font-normal whitespace-nowrap text-soft",
                    k === 0 ? "left-0 z-20 px-1 text-left" : "z-10 px-1.5",
                    c.text ? "text-left" : "text-right",
                  )}
                >
                  <Link
                    to={hrefWith({ [sortParam]: nextSort })}
                    replace
                    preventScrollReset
                    className={clsx("hover:text-indigo", current && "font-semibold text-ink")}
                  >
                    {c.label}
                    {current && <span aria-hidden>{descending ? " ↓" : " ↑"}</span>}
                  </Link>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {before > 0 && <tr aria-hidden style={{ height: before }} />}
          {shown.map((item) => {
            const row = sorted[item.index]!;
            const key = rowKey(row);
            const chosen = choose?.isChosen(row) ?? false;
            return (
              <tr
                key={key}
                data-index={item.index}
                data-row={key}
                aria-rowindex={item.index + 2}
                tabIndex={item.index === Math.min(active, sorted.length - 1) ? 0 : -1}
                onFocus={() => {
                  setActive(item.index);
                  onActive?.(row);
                }}
                onKeyDown={(event) => {
                  onKeyDown(event, row, item.index);
                }}
                className={clsx(
                  "group/row h-[27px] outline-offset-[-2px] hover:bg-track/60 focus:bg-track/60",
                  chosen && "bg-chosen",
                )}
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
                      className={clsx(
                        "size-3 rounded-sm border align-middle",
                        chosen ? "border-indigo bg-indigo" : "border-soft/60 hover:border-indigo",
                      )}
                    />
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
                      <Link to={href(row)} tabIndex={-1} className="block hover:text-indigo">
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
          })}
          {after > 0 && <tr aria-hidden style={{ height: after }} />}
        </tbody>
      </table>
    </div>
  );
}

function sortRows<Row>(rows: readonly Row[], by: Column<Row>, descending: boolean): Row[] {
  const nothing = (v: number | string) => v === "" || (typeof v === "number" && Number.isNaN(v));
  return [...rows].sort((a, b) => {
    const x = by.value(a);
    const y = by.value(b);
    if (nothing(x) || nothing(y)) return Number(nothing(x)) - Number(nothing(y));
    const order = x < y ? -1 : x > y ? 1 : 0;
    return descending ? -order : order;
  });
}
