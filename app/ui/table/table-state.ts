import {
  columnOrderingFeature,
  columnPinningFeature,
  columnVisibilityFeature,
  createSortedRowModel,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type RowData,
} from "@tanstack/react-table";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Column } from "./column";

/** What a table is sorted by, the first key first. */
export interface Sorting {
  readonly id: string;
  readonly desc: boolean;
}

const features = tableFeatures({
  rowSortingFeature,
  columnVisibilityFeature,
  columnOrderingFeature,
  columnPinningFeature,
  sortedRowModel: createSortedRowModel(),
});

/** "-strength,name": the strongest first, of equal ones by name. */
export function readSorting(text: string): Sorting[] {
  return text
    .split(",")
    .filter((part) => part.replace(/^-/, "") !== "")
    .map((part) => ({ id: part.replace(/^-/, ""), desc: part.startsWith("-") }));
}

export function writeSorting(sorting: readonly Sorting[]): string {
  return sorting.map(({ id, desc }) => (desc ? `-${id}` : id)).join(",");
}

/**
 * What a press of a column's head sorts by.
 * @param sorting as it is
 * @param column whose head is pressed: figures begin with the largest, words with the first
 * @param isFurther whether it is to be a further key behind those there are
 */
export function sortingAfter(
  sorting: readonly Sorting[],
  { key, text }: Pick<Column<never>, "key" | "text">,
  isFurther: boolean,
): Sorting[] {
  const known = sorting.find((s) => s.id === key);
  const next = { id: key, desc: known ? !known.desc : text !== true };
  if (!isFurther) return [next];
  return known ? sorting.map((s) => (s.id === key ? next : s)) : [...sorting, next];
}

/** Names of the parameters that a table keeps in the address. */
export interface TableParams {
  readonly sort: string;
  readonly columns: string;
}

export function paramsOf(sortParam: string): TableParams {
  return { sort: sortParam, columns: sortParam === "sort" ? "columns" : `${sortParam}-columns` };
}

/**
 * The rows of a table in their order and the columns in theirs, as the address has them.
 * @param rows unsorted
 * @param columns all that there are, the first of which names the row
 * @param options what stands where the address says nothing
 */
export function useTableState<Row extends RowData>(
  rows: readonly Row[],
  columns: readonly Column<Row>[],
  { params, defaultSort, rowKey }: { params: TableParams; defaultSort: string; rowKey: (row: Row) => string },
) {
  const [search] = useSearchParams();
  const asked = search.get(params.sort) ?? defaultSort;
  const keys = useMemo(() => new Set(columns.map((c) => c.key)), [columns]);
  const sorting = useMemo(() => {
    const known = readSorting(asked).filter((s) => keys.has(s.id));
    return known.length > 0 ? known : [{ id: columns[0]!.key, desc: false }];
  }, [asked, keys, columns]);
  const wanted = search.get(params.columns);
  const first = columns[0]!.key;
  // The one that names the row is always there, and stays in view.
  const chosen = useMemo(
    () => (wanted === null ? undefined : [first, ...wanted.split(",").filter((key) => key !== first && keys.has(key))]),
    [wanted, first, keys],
  );
  const definitions = useMemo(() => columns.map(definitionOf), [columns]);
  const table = useTable({
    features,
    columns: definitions,
    data: rows,
    getRowId: rowKey,
    state: {
      sorting: sorting,
      columnOrder: chosen ?? [],
      columnPinning: { start: [first], end: [] },
      columnVisibility: chosen ? Object.fromEntries([...keys].map((key) => [key, chosen.includes(key)])) : {},
    },
  });
  const byKey = useMemo(() => new Map(columns.map((c) => [c.key, c])), [columns]);
  return {
    sorting,
    /** Whether the address says which columns there are. */
    isChosen: chosen !== undefined,
    rows: table.getRowModel().rows.map((row) => row.original),
    columns: table.getVisibleLeafColumns().map((column) => byKey.get(column.id)!),
  };
}

function definitionOf<Row extends RowData>(column: Column<Row>): ColumnDef<typeof features, Row> {
  return {
    id: column.key,
    // Nothing comes last, whichever way it is sorted.
    accessorFn: (row) => {
      const value = column.value(row);
      return value === "" || value === null || Number.isNaN(value) ? undefined : value;
    },
    sortUndefined: "last",
    sortFn: (a, b, id) => {
      const [x, y] = [a.getValue<number | string>(id), b.getValue<number | string>(id)];
      return x < y ? -1 : x > y ? 1 : 0;
    },
  };
}
