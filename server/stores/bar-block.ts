import { crc32 } from "node:zlib";
import { BAR_COLUMNS } from "@core/columns/panel";
import type { InstrumentBars } from "@core/columns/dataset";
import { yearOf } from "@core/columns/epoch-day";
import { Unavailable } from "../errors";

/*
 * A block holds the bars of one instrument and year: n days as Int32, padded to a multiple of 8 bytes, then n values
 * as Float64 for each of open, high, low, close, volume. Little-endian, as every machine that Node runs on writes them.
 */

export interface BarBlock {
  readonly year: number;
  readonly bars: number;
  readonly block: Buffer;
  /** CRC-32 of the block, so that a damaged one is noticed. */
  readonly checksum: number;
}

export type StoredBlock = Pick<BarBlock, "bars" | "block" | "checksum">;

/** Whether a block is what was written. */
export function isIntact({ bars, block, checksum }: StoredBlock): boolean {
  return block.byteLength === headBytes(bars) + 8 * bars * BAR_COLUMNS.length && crc32(block) === checksum;
}

/** Bars of one instrument as year blocks, in the order of the years. */
export function toBlocks(bars: InstrumentBars): BarBlock[] {
  const blocks: BarBlock[] = [];
  for (let start = 0; start < bars.days.length;) {
    const year = yearOf(bars.days[start]!);
    let end = start + 1;
    while (end < bars.days.length && yearOf(bars.days[end]!) === year) end++;
    const block = blockOf(bars, start, end);
    blocks.push({ year, bars: end - start, block, checksum: crc32(block) });
    start = end;
  }
  return blocks;
}

/** The bytes of some bars, from one row to before another; all of one year. */
export function blockOf(bars: InstrumentBars, start = 0, end = bars.days.length): Buffer {
  const n = end - start;
  const head = headBytes(n);
  const bytes = new ArrayBuffer(head + 8 * n * BAR_COLUMNS.length);
  new Int32Array(bytes, 0, n).set(bars.days.subarray(start, end));
  BAR_COLUMNS.forEach((column, k) => {
    new Float64Array(bytes, head + 8 * n * k, n).set(bars[column].subarray(start, end));
  });
  return Buffer.from(bytes);
}

/**
 * Bars of one instrument from its blocks, given in the order of the years.
 * @throws Unavailable, naming instrument and year, for a block that is damaged
 */
export function fromBlocks(ticker: string, blocks: readonly (StoredBlock & { readonly year?: number })[]): InstrumentBars {
  const damaged = blocks.find((block) => !isIntact(block));
  if (damaged) {
    const which = damaged.year === undefined ? "a delivered session" : `${ticker} of ${damaged.year}`;
    throw new Unavailable(
      `The bars of ${which} are damaged in the database. Import them again on the Data screen, or put a copy of the database in its place.`,
    );
  }
  const total = blocks.reduce((sum, b) => sum + b.bars, 0);
  const column = () => new Float64Array(total);
  const out = {
    ticker,
    days: new Int32Array(total),
    open: column(),
    high: column(),
    low: column(),
    close: column(),
    volume: column(),
  };
  let at = 0;
  for (const { bars: n, block } of blocks) {
    const { bytes, start } = aligned(block);
    const head = start + headBytes(n);
    out.days.set(new Int32Array(bytes, start, n), at);
    BAR_COLUMNS.forEach((name, k) => {
      out[name].set(new Float64Array(bytes, head + 8 * n * k, n), at);
    });
    at += n;
  }
  return out;
}

/** The driver's buffers may start anywhere in memory; columns need them at a multiple of 8. */
function aligned(block: Buffer): { bytes: ArrayBufferLike; start: number } {
  if (block.byteOffset % 8 === 0) return { bytes: block.buffer, start: block.byteOffset };
  return { bytes: block.buffer.slice(block.byteOffset, block.byteOffset + block.byteLength), start: 0 };
}

function headBytes(n: number): number {
  return 8 * Math.ceil(n / 2);
}
