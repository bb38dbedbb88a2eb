import fs from "node:fs";
import { parquetMetadataAsync, parquetReadObjects, parquetSchema } from "hyparquet";
import { compressors } from "hyparquet-compressors";
import { rowsOfText, Unreadable, type Encoding, type RowsBlock } from "./text-rows";

/** How a file carries its table. JSON and Parquet name the fields of every row; their rows are cells as text like any other. */
export type Carrier =
  | { readonly type: "text"; readonly delimiter: string; readonly encoding: Encoding }
  | { readonly type: "json" }
  | { readonly type: "parquet" };

/** Larger JSON and Parquet are refused: they are read as a whole. */
const MOST_BYTES = 400_000_000;
const PARQUET_ROWS = 50_000;

/**
 * Rows of a table, the names of JSON and Parquet fields as its first one.
 * @param progress is told the bytes that have been read
 * @throws Unreadable for a file that is not what its carrier says
 */
export function rowsOfTable(path: string, carrier: Carrier, progress?: (bytes: number) => void): AsyncGenerator<RowsBlock> {
  if (carrier.type === "json") return rowsOfJson(path, progress);
  if (carrier.type === "parquet") return rowsOfParquet(path, progress);
  return rowsOfText(path, { ...carrier, strict: false, progress });
}

async function* rowsOfJson(path: string, progress?: (bytes: number) => void): AsyncGenerator<RowsBlock> {
  const bytes = fs.statSync(path).size;
  requireSize(bytes, "JSON");
  const objects = await Promise.resolve(objectsOf(fs.readFileSync(path, "utf8").replace(/^\ufeff/, "")));
  progress?.(bytes);
  yield named(objects, 0);
}

function requireSize(bytes: number, what: string): void {
  if (bytes > MOST_BYTES) throw new Unreadable(`is ${what} of more than ${MOST_BYTES / 1e6} MB: save it as CSV`);
}

/** The objects of a JSON table: a list of them, one field that holds the list, or one a line. */
function objectsOf(text: string): readonly Record<string, unknown>[] {
  let found: unknown;
  try {
    found = JSON.parse(text);
  } catch {
    try {
      found = text
        .split("\n")
        .filter((line) => line.trim() !== "")
        .map((line): unknown => JSON.parse(line));
    } catch {
      throw new Unreadable("is not JSON that can be read: it needs a list of rows, or one row a line");
    }
  }
  const list = Array.isArray(found)
    ? found
    : isObject(found)
      ? Object.values(found).find((value) => Array.isArray(value))
      : undefined;
  const rows = (list as unknown[] | undefined) ?? [];
  if (rows.length === 0 || !rows.every(isObject))
    throw new Unreadable("is JSON without rows: it needs a list of objects, each with the same fields");
  return rows;
}

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

async function* rowsOfParquet(path: string, progress?: (bytes: number) => void): AsyncGenerator<RowsBlock> {
  const bytes = fs.statSync(path).size;
  requireSize(bytes, "Parquet");
  try {
    // In memory, so that nothing of it is still being read when it is given up.
    const whole = fs.readFileSync(path);
    const file = whole.buffer.slice(whole.byteOffset, whole.byteOffset + whole.byteLength);
    const metadata = await parquetMetadataAsync(file);
    const total = Number(metadata.num_rows);
    const columns = parquetSchema(metadata)
      .children.filter((child) => child.children.length === 0)
      .map((child): unknown => child.element.name)
      .filter((name): name is string => typeof name === "string");
    for (let rowStart = 0; rowStart < total || rowStart === 0; rowStart += PARQUET_ROWS) {
      const rowEnd = Math.min(total, rowStart + PARQUET_ROWS);
      const rows = await parquetReadObjects({ file, metadata, columns, compressors, rowStart, rowEnd });
      // What a damaged file says of its length may be anything.
      if (rows.length === 0 && rowStart > 0) return;
      const block = named(rows, rowStart, columns);
      yield rowStart === 0 ? block : { ...block, rows: block.rows.slice(1), lines: block.lines.slice(1) };
      progress?.((bytes * rowEnd) / Math.max(1, total));
    }
  } catch (error) {
    if (error instanceof Unreadable) throw error;
    throw new Unreadable("is not a Parquet file that can be read");
  }
}

/** Objects as rows, their fields as the first; the place of a row is its number, from 1. */
function named(objects: readonly Record<string, unknown>[], before: number, fields?: readonly string[]): RowsBlock {
  const names = fields ?? [...new Set(objects.slice(0, 1000).flatMap((object) => Object.keys(object)))];
  const rows = objects.map((object) => names.map((name) => cellText(object[name])));
  return { rows: [names, ...rows], lines: [0, ...objects.map((_, k) => before + k + 1)], ended: true };
}

function cellText(value: unknown): string {
  if (value === null || value === undefined) return "";
  if (typeof value === "string") return value;
  if (value instanceof Date) return Number.isNaN(value.getTime()) ? "" : value.toISOString();
  if (typeof value === "number") return Number.isFinite(value) ? String(value) : "";
  if (typeof value === "bigint" || typeof value === "boolean") return String(value);
  return JSON.stringify(value);
}
