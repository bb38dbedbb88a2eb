import { fileWriter, ParquetWriter } from "hyparquet-writer";

type SchemaElement = ConstructorParameters<typeof ParquetWriter>[0]["schema"][number];

/** How a column of a Parquet file is stored; dates are given as 2026-03-14. */
export interface ParquetColumn {
  readonly name: string;
  readonly type: "text" | "number" | "date";
}

/** Media type of such a file. */
export const PARQUET = "application/vnd.apache.parquet";

type Cell = string | number | null;

/** So many rows are held and written at once. */
const ROWS_AT_ONCE = 100_000;

/**
 * Writes rows as a Parquet file, some at a time.
 * @param rows cells in the order of the columns; NaN and null are nothing known
 * @returns how many rows were written
 */
export async function writeParquet(
  file: string,
  columns: readonly ParquetColumn[],
  rows: AsyncIterable<readonly Cell[]> | Iterable<readonly Cell[]>,
): Promise<number> {
  const writer = new ParquetWriter({ writer: fileWriter(file), schema: schemaOf(columns), createdBy: "yubrin" });
  let held: unknown[][] = columns.map(() => []);
  let written = 0;
  const flush = async () => {
    // A file without any row has its columns all the same.
    if (held[0]!.length === 0 && written > 0) return;
    written += held[0]!.length;
    await writer.write({ columnData: columns.map(({ name }, c) => ({ name, data: held[c]! })), rowGroupSize: ROWS_AT_ONCE });
    held = columns.map(() => []);
  };
  for await (const row of rows) {
    columns.forEach(({ type }, c) => held[c]!.push(stored(row[c] ?? null, type)));
    if (held[0]!.length >= ROWS_AT_ONCE) await flush();
  }
  await flush();
  await writer.finish();
  return written;
}

function schemaOf(columns: readonly ParquetColumn[]): SchemaElement[] {
  const optional = { repetition_type: "OPTIONAL" } as const;
  return [
    { name: "root", num_children: columns.length },
    ...columns.map(({ name, type }): SchemaElement => {
      if (type === "number") return { name, type: "DOUBLE", ...optional };
      if (type === "date") return { name, type: "INT32", converted_type: "DATE", ...optional };
      return { name, type: "BYTE_ARRAY", converted_type: "UTF8", ...optional };
    }),
  ];
}

function stored(value: Cell, type: ParquetColumn["type"]): unknown {
  if (value === null || value === "" || Number.isNaN(value)) return null;
  if (type === "number") return Number(value);
  return type === "date" ? new Date(value) : String(value);
}
