import clsx from "clsx";
import { Link, useNavigate } from "react-router";
import { findEntry } from "@studies/words/terms";
import { hrefNowWith, useHrefWith } from "~/here";
import type { Column } from "./column";
import { sortingAfter, writeSorting, type Sorting } from "./table-state";

interface Props<Row> {
  readonly column: Column<Row>;
  readonly isFirst: boolean;
  readonly sorting: readonly Sorting[];
  readonly param: string;
}

/** The head of a column: pressed it sorts by it, with Shift it becomes a further key. */
export function SortHead<Row>({ column, isFirst, sorting, param }: Props<Row>) {
  const hrefWith = useHrefWith();
  const navigate = useNavigate();
  const { key, label, about, text, width } = column;
  const place = sorting.findIndex((s) => s.id === key);
  const own = sorting[place];
  const after = (isFurther: boolean) => ({ [param]: writeSorting(sortingAfter(sorting, column, isFurther)) });
  return (
    <th
      data-column={key}
      scope="col"
      title={about ?? findEntry(label)?.says}
      aria-sort={own && place === 0 ? (own.desc ? "descending" : "ascending") : undefined}
      style={width ? { width } : undefined}
      className={clsx(
        "sticky top-0 border-b border-ink/60 bg-paper py-1 font-normal whitespace-nowrap text-soft",
        isFirst ? "left-0 z-20 px-1 text-left" : "z-10 px-1.5",
        text ? "text-left" : "text-right",
      )}
    >
      <Link
        to={hrefWith(after(false))}
        replace
        preventScrollReset
        onClick={(event) => {
          if (!event.shiftKey) return;
          event.preventDefault();
          void navigate(hrefNowWith(after(true)), { replace: true, preventScrollReset: true });
        }}
        className={clsx("inline-block min-h-6 content-center hover:text-indigo", own && "font-semibold text-ink")}
      >
        {label}
        {own && (
          <span aria-hidden>
            {own.desc ? " ↓" : " ↑"}
            {sorting.length > 1 && <sub>{place + 1}</sub>}
          </span>
        )}
      </Link>
    </th>
  );
}
