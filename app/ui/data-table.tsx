import { useVirtualizer } from "@tanstack/react-virtual";
import clsx from "clsx";
import { useLayoutEffect, useMemo, useRef, useState, type CSSProperties, type KeyboardEvent, type ReactNode } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { findEntry } from "@studies/words/terms";
import { count, list } from "@studies/words/words";
import { hereNow, useHrefWith, withHere } from "~/here";
import { useFittingColumns } from "./fitting-columns";
import { useRemembered } from "./remembered";

export interface Column<Row> {
  readonly key: string;
  readonly label: string;
  /** Said on hover: what the figure means. */
  readonly about?: string;
  readonly text?: boolean;
  readonly width?: number;
  /** How soon it can be spared where there is little room: 0 never, 1 last of all [0]. */
  readonly priority?: number;
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
  /** Is told which row has the keyboard. */
  readonly onActive?: (row: Row) => void;
  readonly className?: string;
  /** Name of the parameter that keeps the order [sort]. */
  readonly sortParam?: string;
  /** Whether it is what the screen is for: the keyboard arrives here. */
  readonly main?: boolean;
}

const ROW = 27;

/**
 * A sorted table, virtual when long: arrows move, Enter opens, Space chooses. Its first column stays in view; columns
 * that do not fit are left out in the order of their priority, and can be asked for.
 */
export function DataTable<Row>(props: Props<Row>) {
  const { caption, rows, columns: all, rowKey, defaultSort, href, choose, onActive, className } = props;
  const { sortParam = "sort", main = false } = props;
  const [search] = useSearchParams();
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const sort = search.get(sortParam) ?? defaultSort;
  const descending = sort.startsWith("-");
  const by = all.find((c) => c.key === sort.replace(/^-/, "")) ?? all[0]!;
  const sorted = useMemo(() => sortRows(rows, by, descending), [rows, by, descending]);
  const box = useRef<HTMLDivElement>(null);
  const spared = useFittingColumns(box, all, by.key);
  const [isWhole, setWhole] = useState(false);
  const columns = isWhole ? all : all.filter((c) => !spared.has(c.key));
  const [activeKey, setActiveKey] = useRemembered<string | undefined>(`row of ${caption}`, undefined);
  const active = Math.max(
    0,
    sorted.findIndex((row) => rowKey(row) === activeKey),
  );
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

  // Coming back, the row that one left is in view; from then on the keyboard moves it.
  const first = useRef(true);
  useLayoutEffect(() => {
    if (first.current && active > 0) virtualizer.scrollToIndex(active, { align: "center" });
    first.current = false;
  }, [active, virtualizer]);
  const focusRow = (index: number) => {
    const to = Math.max(0, Math.min(sorted.length - 1, index));
    if (sorted[to]) setActiveKey(rowKey(sorted[to]));
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
    else if (event.key === "Enter" && event.target === event.currentTarget) void navigate(withHere(href(row), hereNow()));
    else if (event.key === " " && event.target === event.currentTarget && choose) choose.toggle(row);
    else return;
    event.preventDefault();
  };

  return (
    <div data-main={main || undefined}>
      <div
        ref={box}
        className={clsx(
          "relative overflow-y-auto border-y border-rule",
          isWhole ? "overflow-x-auto" : "overflow-x-hidden",
          className,
        )}
      >
        <table className="w-full border-separate border-spacing-0" aria-rowcount={sorted.length + 1}>
          <caption className="sr-only">{caption}</caption>
          <thead>
            <tr>
              {choose && (
                <th data-column="choose" className="sticky top-0 z-10 w-8 min-w-8 border-b border-ink/60 bg-paper">
                  <span className="sr-only">In focus</span>
                </th>
              )}
              {columns.map((c, k) => {
                const current = c === by;
                const nextSort = current ? (descending ? c.key : `-${c.key}`) : c.text ? c.key : `-${c.key}`;
                return (
                  <th
                    key={c.key}
                    data-column={c.key}
                    scope="col"
                    title={c.about ?? findEntry(c.label)?.says}
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
                      className={clsx(
                        "inline-block min-h-6 content-center hover:text-indigo",
                        current && "font-semibold text-ink",
                      )}
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
                  tabIndex={item.index === active ? 0 : -1}
                  onFocus={() => {
                    if (key !== activeKey) setActiveKey(key);
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
                        <Link to={href(row)} tabIndex={-1} className="block min-h-6 content-center hover:text-indigo">
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
      {spared.size > 0 && (
        <p className="pt-1 text-right text-[12px] text-soft">
          <button
            type="button"
            aria-expanded={isWhole}
            className="min-h-6 hover:text-indigo"
            onClick={() => {
              setWhole(!isWhole);
            }}
          >
            {isWhole ? "only the columns that fit" : `${count(spared.size, "more column")}: ${labelsOf(all, spared)}`}
          </button>
        </p>
      )}
    </div>
  );
}

function labelsOf<Row>(columns: readonly Column<Row>[], spared: ReadonlySet<string>): string {
  return list(columns.filter((c) => spared.has(c.key)).map((c) => c.label));
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
