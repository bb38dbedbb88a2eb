import { fixed, percent, price, share, signed, signedPercent } from "@studies/words/words";

/**
 * How a figure is meant and reads: `fraction` 0.051 as "5.1%", `change` the same with its sign, `percent` 64 as "64%", `score` 0 to
 * 100 and `count` as whole numbers, `sigma` signed in standard deviations, `number` with two decimals, `price` by its tick.
 */
export type Unit = "text" | "fraction" | "change" | "percent" | "score" | "count" | "sigma" | "number" | "price";

/** A column of a table: what stands in it, for screens, CSV and the data twin alike. */
export interface Column<Row> {
  /** Its own within the table; the header of the CSV file. */
  readonly key: string;
  readonly label: string;
  readonly unit: Unit;
  /** What the figure means, in a sentence, where the label does not say. */
  readonly about?: string;
  readonly value: (row: Row) => string | number | null;
}

export type TableColumn = Omit<Column<never>, "value">;

/** The main table of an answer, at full precision. */
export interface Table {
  readonly columns: readonly TableColumn[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

/** A table of rows by its columns. */
export function tableOf<Row>(columns: readonly Column<Row>[], rows: readonly Row[]): Table {
  return {
    columns: columns.map(({ value: _value, ...column }) => column),
    rows: rows.map((row) => columns.map((column) => column.value(row))),
  };
}

/** A table of columns of one length, one behind the other. */
export function tableOfColumns(
  columns: readonly (readonly [key: string, label: string, unit: Unit, values: ArrayLike<string | number | null>])[],
): Table {
  const length = columns[0]?.[3].length ?? 0;
  return {
    columns: columns.map(([key, label, unit]) => ({ key, label, unit })),
    rows: Array.from({ length }, (_, k) => columns.map(([, , , values]) => values[k] ?? null)),
  };
}

/** A figure as it reads in a cell; a dash for none. */
export function cellText(unit: Unit, value: string | number | null): string {
  if (typeof value !== "number") return value === null || value === "" ? "–" : value;
  switch (unit) {
    case "fraction":
      return percent(value);
    case "change":
      return signedPercent(value);
    case "percent":
      return share(value);
    case "sigma":
      return signed(value, 2);
    case "number":
      return fixed(value, 2);
    case "price":
      return price(value);
    default:
      return Number.isNaN(value) ? "–" : fixed(value);
  }
}
