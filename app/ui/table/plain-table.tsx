import clsx from "clsx";
import type { CSSProperties, HTMLAttributes, ReactNode } from "react";

/** A column of a plain table; the first names the row. */
export interface PlainColumn<Row> {
  readonly key: string;
  /** Empty for one whose head only those hear who do not see it. */
  readonly label: ReactNode;
  /** What is heard where the label is empty. */
  readonly spoken?: string;
  /** Said on hover: what the figure means. */
  readonly about?: string | undefined;
  /** Left-aligned; the first always is. */
  readonly text?: boolean;
  /** Classes of head and cells: where there is room for it, how far from the one before. */
  readonly className?: string;
  readonly headClassName?: string;
  readonly cell: (row: Row) => ReactNode;
  readonly cellClassName?: string | ((row: Row) => string | false | undefined);
  readonly tint?: (row: Row) => CSSProperties | undefined;
  readonly title?: (row: Row) => string | undefined;
}

/** Rows under a head that goes across; without one they follow the heads of the columns. */
export interface PlainGroup<Row> {
  readonly key: string;
  readonly head?: ReactNode;
  readonly headClassName?: string;
  readonly rows: readonly Row[];
}

/** Its rows, or the same under heads of their own where they are told apart. */
type Rows<Row> =
  | { readonly rows: readonly Row[]; readonly groups?: never }
  | { readonly groups: readonly PlainGroup<Row>[]; readonly rows?: never };

interface PlainTableProps<Row> {
  /** Heard by those who do not see the table, or seen by all. */
  readonly caption: ReactNode;
  readonly isCaptionShown?: boolean;
  readonly columns: readonly PlainColumn<Row>[];
  readonly rowKey: (row: Row, index: number) => string | number;
  readonly rowClassName?: string | ((row: Row) => string | false | undefined);
  /** Further properties of a row, such as those by which the keyboard goes through them. */
  readonly rowProps?: (
    row: Row,
    index: number,
  ) => HTMLAttributes<HTMLTableRowElement> & Readonly<Record<`data-${string}`, string>>;
  /** Which row is the one in view. */
  readonly isCurrent?: (row: Row) => boolean;
  /** Without a line under each row. */
  readonly isOpen?: boolean;
  /** Without heads, where the cells say what they are. */
  readonly hasNoHead?: boolean;
  /** Whether its head stays in view within a box that scrolls. */
  readonly isHeadSticky?: boolean;
  readonly className?: string;
}

/** A short table in the order in which its rows come. */
export function PlainTable<Row>(props: PlainTableProps<Row> & Rows<Row>) {
  const { caption, isCaptionShown, columns, rowKey, rowClassName, rowProps, isCurrent, isOpen, hasNoHead, className } = props;
  const groups = props.groups ?? [{ key: "all", rows: props.rows }];
  const line = isOpen ? undefined : "border-b border-rule";
  const side = (c: PlainColumn<Row>, k: number) =>
    clsx(k > 0 && !/\bp[lx]-/.test(c.className ?? "") && "pl-3", k === 0 || c.text ? "text-left" : "text-right");
  return (
    <table className={clsx("w-full self-start border-separate border-spacing-0", className)}>
      <caption className={isCaptionShown ? "mb-1 text-left" : "sr-only"}>{caption}</caption>
      {!hasNoHead && (
        <thead>
          <tr className="text-soft">
            {columns.map((c, k) => (
              <th
                key={c.key}
                scope="col"
                title={c.about}
                className={clsx(
                  "border-b border-ink/60 pb-1 align-bottom font-normal",
                  props.isHeadSticky && "sticky top-0 z-10 bg-paper",
                  !c.headClassName?.includes("whitespace-") && "whitespace-nowrap",
                  side(c, k),
                  c.className,
                  c.headClassName,
                )}
              >
                {c.label || <span className="sr-only">{c.spoken}</span>}
              </th>
            ))}
          </tr>
        </thead>
      )}
      {groups.map((group) => (
        <tbody key={group.key}>
          {group.head !== undefined && (
            <tr>
              <th scope="rowgroup" colSpan={columns.length} className={clsx("text-left", group.headClassName)}>
                {group.head}
              </th>
            </tr>
          )}
          {group.rows.map((row, index) => (
            <tr
              key={rowKey(row, index)}
              {...rowProps?.(row, index)}
              aria-current={isCurrent?.(row) ? "true" : undefined}
              className={clsx(classOf(rowClassName, row) ?? "h-[27px]")}
            >
              {columns.map((c, k) => {
                const Cell = k === 0 ? "th" : "td";
                return (
                  <Cell
                    key={c.key}
                    scope={k === 0 ? "row" : undefined}
                    style={c.tint?.(row)}
                    title={c.title?.(row)}
                    className={clsx(line, k === 0 && "font-normal", side(c, k), c.className, classOf(c.cellClassName, row))}
                  >
                    {c.cell(row)}
                  </Cell>
                );
              })}
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}

function classOf<Row>(of: string | ((row: Row) => string | false | undefined) | undefined, row: Row): string | false | undefined {
  return typeof of === "function" ? of(row) : of;
}
