/*
 * How columns of numbers cross from a loader to the browser: the router gives typed arrays no length, so they travel
 * as base64 text and are made into columns again where they are used. Floats travel with the 7 digits that a screen
 * can show; full precision is what the data twin is for. Long tables of rows travel column by column in the same way.
 */

import type { Study } from "@studies/define-study";

type Columns = Float64Array | Int32Array | Int8Array | Uint16Array;

interface Packed {
  readonly packed: "f32" | "i32" | "i8" | "u16";
  readonly bytes: string;
}

/** A value whose columns are packed; read it with `fromWire`. */
export interface Wired {
  readonly wired: string;
}

/** What a study answers, once it has an answer. */
export type ResultOf<S> = S extends Study<infer _P, infer R> ? Exclude<R, undefined> : never;

export function toWire(value: unknown): Wired {
  const packed = walk(value, (x) => {
    if (isTable(x)) return packTable(x);
    if (isNumbers(x) && x.length >= LEAST_ROWS) return { list: packNumbers(x) };
    if (x instanceof Float64Array) return pack("f32", new Float32Array(x));
    if (x instanceof Int32Array) return pack("i32", x.slice());
    if (x instanceof Int8Array) return pack("i8", x.slice());
    if (x instanceof Uint16Array) return pack("u16", x.slice());
    return undefined;
  });
  return { wired: packed as string };
}

/** The value again, with the type that the study gave it. */
export function fromWire<T>({ wired }: Wired): T {
  return walk(wired, (x) =>
    isPacked(x) ? unpack(x) : isPackedTable(x) ? unpackTable(x) : isPackedList(x) ? Array.from(unpack(x.list)) : undefined,
  ) as T;
}

function walk(value: unknown, change: (x: object) => unknown): unknown {
  if (typeof value !== "object" || value === null) return value;
  const changed = change(value);
  if (changed !== undefined) return changed;
  if (Array.isArray(value)) return value.map((x) => walk(x, change));
  return Object.fromEntries(Object.entries(value).map(([key, x]) => [key, walk(x, change)]));
}

type Row = Readonly<Record<string, unknown>>;

/** Rows of one shape, column by column: numbers packed, lists of so many numbers packed one behind the other. */
interface PackedTable {
  readonly rows: number;
  readonly columns: Readonly<
    Record<string, Packed | { readonly width: number; readonly numbers: Packed } | { readonly values: unknown }>
  >;
}

const LEAST_ROWS = 12;

/** A list of many plain rows with the same keys. */
function isTable(x: object): x is readonly Row[] {
  if (!Array.isArray(x) || x.length < LEAST_ROWS) return false;
  const plain = (row: unknown): row is Row => typeof row === "object" && row !== null && row.constructor === Object;
  const rows = x as unknown[];
  if (!plain(rows[0])) return false;
  const keys = Object.keys(rows[0]);
  return rows.every((row) => plain(row) && Object.keys(row).length === keys.length && keys.every((key) => key in row));
}

const isNumbers = (x: unknown): x is number[] => Array.isArray(x) && x.length > 0 && x.every((v) => typeof v === "number");

function packTable(rows: readonly Row[]): PackedTable {
  const columns = Object.keys(rows[0]!).map((key) => {
    const values = rows.map((row) => row[key]);
    const width = isNumbers(values[0]) ? values[0].length : 0;
    if (isNumbers(values)) return [key, packNumbers(values)] as const;
    if (width > 0 && values.every((v) => isNumbers(v) && v.length === width)) {
      return [key, { width, numbers: packNumbers(values.flat() as number[]) }] as const;
    }
    return [key, { values: toWire(values).wired }] as const;
  });
  return { rows: rows.length, columns: Object.fromEntries(columns) as PackedTable["columns"] };
}

const packNumbers = (values: readonly number[]): Packed => pack("f32", Float32Array.from(values));

/** A plain list of many numbers. */
interface PackedList {
  readonly list: Packed;
}

function isPackedList(x: object): x is PackedList {
  return "list" in x && Object.keys(x).length === 1 && typeof x.list === "object" && x.list !== null && isPacked(x.list);
}

function isPackedTable(x: object): x is PackedTable {
  return "rows" in x && "columns" in x && Object.keys(x).length === 2 && typeof x.rows === "number";
}

function unpackTable({ rows, columns }: PackedTable): Row[] {
  const read = Object.entries(columns).map(([key, column]) => {
    if (isPacked(column)) {
      const numbers = unpack(column);
      return [key, (k: number): unknown => numbers[k]] as const;
    }
    if ("width" in column) {
      const numbers = Array.from(unpack(column.numbers));
      return [key, (k: number): unknown => numbers.slice(k * column.width, (k + 1) * column.width)] as const;
    }
    const values = fromWire<unknown[]>({ wired: column.values as string });
    return [key, (k: number): unknown => values[k]] as const;
  });
  return Array.from({ length: rows }, (_, k) => Object.fromEntries(read.map(([key, at]) => [key, at(k)])));
}

function isPacked(x: object): x is Packed {
  return "packed" in x && "bytes" in x;
}

function pack(packed: Packed["packed"], column: Float32Array | Int32Array | Int8Array | Uint16Array): Packed {
  return { packed, bytes: toBase64(new Uint8Array(column.buffer, column.byteOffset, column.byteLength)) };
}

/** Node's own way is many times faster than what browsers and Node have in common. */
const nodeBuffer = typeof Buffer === "undefined" ? undefined : Buffer;

function toBase64(bytes: Uint8Array): string {
  if (nodeBuffer) return nodeBuffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString("base64");
  let text = "";
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

function fromBase64(text: string): ArrayBuffer {
  if (nodeBuffer) return Uint8Array.from(nodeBuffer.from(text, "base64")).buffer;
  const binary = atob(text);
  const bytes = new Uint8Array(binary.length);
  for (let k = 0; k < bytes.length; k++) bytes[k] = binary.charCodeAt(k);
  return bytes.buffer;
}

function unpack({ packed, bytes }: Packed): Columns {
  const buffer = fromBase64(bytes);
  if (packed === "f32") return Float64Array.from(new Float32Array(buffer));
  if (packed === "i32") return new Int32Array(buffer);
  return packed === "i8" ? new Int8Array(buffer) : new Uint16Array(buffer);
}
