/*
 * How columns of numbers cross from a loader to the browser: the router gives typed arrays no length, so they travel
 * as base64 text and are made into columns again where they are used. Floats travel with the 7 digits that a screen
 * can show; full precision is what the data twin is for.
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
  return walk(wired, (x) => (isPacked(x) ? unpack(x) : undefined)) as T;
}

function walk(value: unknown, change: (x: object) => unknown): unknown {
  if (typeof value !== "object" || value === null) return value;
  const changed = change(value);
  if (changed !== undefined) return changed;
  if (Array.isArray(value)) return value.map((x) => walk(x, change));
  return Object.fromEntries(Object.entries(value).map(([key, x]) => [key, walk(x, change)]));
}

function isPacked(x: object): x is Packed {
  return "packed" in x && "bytes" in x;
}

function pack(packed: Packed["packed"], column: Float32Array | Int32Array | Int8Array | Uint16Array): Packed {
  const bytes = new Uint8Array(column.buffer, column.byteOffset, column.byteLength);
  let text = "";
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return { packed, bytes: btoa(text) };
}

function unpack({ packed, bytes }: Packed): Columns {
  const buffer = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0)).buffer;
  if (packed === "f32") return Float64Array.from(new Float32Array(buffer));
  if (packed === "i32") return new Int32Array(buffer);
  return packed === "i8" ? new Int8Array(buffer) : new Uint16Array(buffer);
}
