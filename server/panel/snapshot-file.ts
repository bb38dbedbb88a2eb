import fs from "node:fs";
import { deserialize, serialize } from "node:v8";
import { crc32 } from "node:zlib";

/*
 * A value with long columns of numbers as a file that is read at the speed of the disk: 24 bytes of preamble (mark, length and
 * CRC-32 of the head), the head in Node's own serialisation, then the columns one behind the other, each at a multiple of 8 and
 * with its CRC-32 in the head. Columns come back in memory that threads share.
 */

const MARK = "YUBRIN01";
const PREAMBLE = 24;
/** Shorter columns stand in the head. */
const LEAST_BYTES = 512;
const TYPES = { Float64Array, Int32Array, Int8Array, Uint8Array, Uint16Array } as const;
type Column = InstanceType<(typeof TYPES)[keyof typeof TYPES]>;

/** Where a column stands behind the head. */
interface Placed {
  readonly type: keyof typeof TYPES;
  readonly offset: number;
  readonly bytes: number;
  readonly crc: number;
}

interface Head {
  readonly value: unknown;
  readonly columns: readonly Placed[];
}

/** Marks the place of a column in the head. */
interface Mark {
  readonly $column: number;
}

/**
 * Writes a file as a whole, and waits until it has reached the disk.
 * @param file its path; what was there is overwritten
 * @param value plain objects, lists, texts, numbers and typed arrays; what stands in two places comes back as one
 */
export function writeSnapshotFile(file: string, value: unknown): void {
  const views: Uint8Array[] = [];
  const columns: Placed[] = [];
  let offset = 0;
  const marked = replaced(value, (column) => {
    const bytes = new Uint8Array(column.buffer, column.byteOffset, column.byteLength);
    if (bytes.byteLength < LEAST_BYTES) return undefined;
    const type = column.constructor.name as keyof typeof TYPES;
    columns.push({ type, offset, bytes: bytes.byteLength, crc: crc32(bytes) });
    views.push(bytes);
    offset += padded(bytes.byteLength);
    return { $column: columns.length - 1 } satisfies Mark;
  });
  const head = serialize({ value: marked, columns } satisfies Head);
  const preamble = Buffer.alloc(PREAMBLE);
  preamble.write(MARK, "latin1");
  preamble.writeUInt32LE(head.byteLength, 8);
  preamble.writeUInt32LE(crc32(head), 12);
  const fd = fs.openSync(file, "w");
  try {
    writeAll(fd, preamble);
    writeAll(fd, head);
    writeAll(fd, Buffer.alloc(padded(head.byteLength) - head.byteLength));
    for (const view of views) {
      writeAll(fd, view);
      writeAll(fd, Buffer.alloc(padded(view.byteLength) - view.byteLength));
    }
    fs.fsyncSync(fd);
  } finally {
    fs.closeSync(fd);
  }
}

/**
 * The value of a file; undefined where there is none, or it is not what was written.
 * @param file its path
 * @param isWanted judges the value before its long columns are read: places of them stand for them
 */
export function readSnapshotFile(file: string, isWanted: (value: unknown) => boolean = () => true): unknown {
  let fd: number;
  try {
    fd = fs.openSync(file, "r");
  } catch {
    return undefined;
  }
  try {
    const preamble = readBytes(fd, 0, Buffer.alloc(PREAMBLE));
    if (preamble.toString("latin1", 0, 8) !== MARK) return undefined;
    const bytes = readBytes(fd, PREAMBLE, Buffer.alloc(preamble.readUInt32LE(8)));
    if (crc32(bytes) !== preamble.readUInt32LE(12)) return undefined;
    const head = deserialize(bytes) as Head;
    if (!isWanted(head.value)) return undefined;
    const start = PREAMBLE + padded(bytes.byteLength);
    const columns = head.columns.map(({ type, offset, bytes: length, crc }) => {
      const memory = new SharedArrayBuffer(length);
      if (crc32(readBytes(fd, start + offset, new Uint8Array(memory))) !== crc) throw new Error("a column is damaged");
      return new (TYPES[type] as new (memory: SharedArrayBuffer) => Column)(memory);
    });
    return restored(head.value, columns);
  } catch {
    return undefined;
  } finally {
    fs.closeSync(fd);
  }
}

function padded(bytes: number): number {
  return 8 * Math.ceil(bytes / 8);
}

/** The system takes at most two gigabytes at once. */
const MOST_AT_ONCE = 2 ** 28;

function writeAll(fd: number, bytes: Uint8Array): void {
  for (let at = 0; at < bytes.byteLength;) at += fs.writeSync(fd, bytes, at, Math.min(MOST_AT_ONCE, bytes.byteLength - at));
}

function readBytes<T extends Uint8Array>(fd: number, position: number, into: T): T {
  for (let at = 0; at < into.byteLength;) {
    const read = fs.readSync(fd, into, at, Math.min(MOST_AT_ONCE, into.byteLength - at), position + at);
    if (read === 0) throw new Error("the file ends early");
    at += read;
  }
  return into;
}

function replaced(value: unknown, replace: (column: Column) => Mark | undefined): unknown {
  const done = new Map<object, unknown>();
  const walk = (x: unknown): unknown => {
    if (typeof x !== "object" || x === null) return x;
    if (done.has(x)) return done.get(x);
    if (ArrayBuffer.isView(x)) {
      // A view of a part is written as what it shows.
      const found = replace(x as Column) ?? (x as Column).slice();
      done.set(x, found);
      return found;
    }
    const copy: Record<string, unknown> | unknown[] = Array.isArray(x) ? [] : {};
    done.set(x, copy);
    for (const [key, item] of Object.entries(x)) (copy as Record<string, unknown>)[key] = walk(item);
    return copy;
  };
  return walk(value);
}

function restored(value: unknown, columns: readonly Column[]): unknown {
  const done = new Set<object>();
  const isMark = (x: unknown): x is Mark => typeof x === "object" && x !== null && "$column" in x;
  const walk = (x: unknown): void => {
    if (typeof x !== "object" || x === null || ArrayBuffer.isView(x) || done.has(x)) return;
    done.add(x);
    for (const [key, item] of Object.entries(x)) {
      if (isMark(item)) (x as Record<string, unknown>)[key] = columns[item.$column];
      else walk(item);
    }
  };
  const root = { value };
  walk(root);
  return isMark(root.value) ? columns[root.value.$column] : root.value;
}
