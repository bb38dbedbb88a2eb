import type { CSSProperties, ReactNode } from "react";
import { cellText, type Column as StudyColumn } from "@studies/table";

/** A column as a table shows it. */
export interface Column<Row> {
  readonly key: string;
  readonly label: string;
  /** Said on hover: what the figure means. */
  readonly about?: string;
  readonly text?: boolean;
  readonly width?: number;
  /** How soon it can be spared where there is little room: 0 never, 1 last of all [0]. */
  readonly priority?: number;
  /** What it is sorted by; NaN, null and "" come last in either order. */
  readonly value: (row: Row) => number | string | null;
  readonly cell: (row: Row) => ReactNode;
  readonly tint?: (row: Row) => CSSProperties | undefined;
}

/** How a screen shows a column of a study, where it differs from how its unit reads. */
export type Look<Row> = Partial<Omit<Column<Row>, "key">>;

/**
 * Columns of a study as a screen shows them, in the order in which it names them.
 * @param columns of the study
 * @param shown keys, with their looks where they have one; or columns that only the screen has
 * @throws Error for a key that the study has not
 */
export function columnsOf<Row>(
  columns: readonly StudyColumn<Row>[],
  shown: readonly (readonly [key: string, look?: Look<Row>] | Column<Row>)[],
): Column<Row>[] {
  const own = new Map(columns.map((column) => [column.key, column]));
  return shown.map((one) => {
    if (!isNamed(one)) return one;
    const [key, look] = one;
    const column = own.get(key);
    if (!column) throw new Error(`columnsOf: there is no column "${key}"`);
    const { label, unit, about } = column;
    return {
      key,
      label,
      ...(about === undefined ? {} : { about }),
      ...(unit === "text" ? { text: true } : {}),
      value: column.value,
      cell: (row: Row) => cellText(unit, column.value(row)),
      ...look,
    };
  });
}

function isNamed<Row>(one: readonly [string, Look<Row>?] | Column<Row>): one is readonly [string, Look<Row>?] {
  return Array.isArray(one);
}
