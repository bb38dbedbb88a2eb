import fs from "node:fs";
import Papa from "papaparse";

/** How the letters of a text file are written. */
export type Encoding = "utf-8" | "utf-16le" | "utf-16be" | "windows-1252";

export interface TextOptions {
  readonly delimiter: string;
  readonly encoding?: Encoding;
  /** Whether bytes that the encoding does not have refuse the file; else they become a sign that stands for them [yes]. */
  readonly strict?: boolean;
  /** Is told the bytes that have been read. */
  readonly progress?: ((bytes: number) => void) | undefined;
}

/** Whole rows of a table, each with the line it begins on. */
export interface RowsBlock {
  readonly rows: readonly (readonly string[])[];
  readonly lines: readonly number[];
  /** Whether its last row has its end; that of a file may have none. */
  readonly ended: boolean;
}

/** A file that cannot be read as what it was taken for; the message goes behind its name. */
export class Unreadable extends Error {}

/**
 * Rows of a delimited text file (RFC 4180 quoting), a block at a time, with memory for one block.
 * @throws Unreadable for what is no text of that encoding, or a row without end
 */
export async function* rowsOfText(path: string, options: TextOptions): AsyncGenerator<RowsBlock> {
  let line = 1;
  for await (const { block, ended } of wholeRows(decoded(path, options))) {
    const rows = parsedRows(block, options.delimiter);
    const quoted = block.includes('"');
    const lines = rows.map((row) => {
      const here = line;
      line += 1 + (quoted ? linesWithin(row) : 0);
      return here;
    });
    yield { rows, lines, ended };
  }
}

/** Rows of a block; without quotes they are what stands between the signs, which is found in half the time. */
function parsedRows(block: string, delimiter: string): string[][] {
  // The parser gives nothing for an empty line that stands alone.
  if (block === "") return [[""]];
  if (block.includes('"')) return Papa.parse<string[]>(block, { delimiter }).data;
  const lines = block.includes("\r") ? block.replaceAll("\r\n", "\n") : block;
  return lines.includes("\r")
    ? Papa.parse<string[]>(block, { delimiter }).data
    : lines.split("\n").map((line) => line.split(delimiter));
}

/** Line ends inside quoted cells. */
function linesWithin(row: readonly string[]): number {
  let lines = 0;
  for (const cell of row) if (cell.includes("\n")) lines += cell.split("\n").length - 1;
  return lines;
}

const LONGEST_ROW = 1_000_000;

/** Cuts a stream of text into blocks of whole rows, without the end of the last; a line end between quotes ends no row. */
async function* wholeRows(texts: AsyncIterable<string>): AsyncGenerator<{ readonly block: string; readonly ended: boolean }> {
  let rest = "";
  for await (const text of texts) {
    const block = rest + text;
    const end = lastRowEnd(block);
    rest = block.slice(end + 1);
    if (rest.length > LONGEST_ROW)
      throw new Unreadable("has a row of more than a million characters: perhaps a quote is not closed");
    if (end >= 0) yield { block: block.slice(0, block[end - 1] === "\r" ? end - 1 : end), ended: true };
  }
  if (rest !== "") yield { block: rest, ended: false };
}

const QUOTE = 34;
const LINE_END = 10;

/** Place of the last line end that stands between rows, -1 for none: before it the quotes are even. */
function lastRowEnd(text: string): number {
  if (!text.includes('"')) return text.lastIndexOf("\n");
  let end = -1;
  let even = true;
  for (let k = 0; k < text.length; k++) {
    const code = text.charCodeAt(k);
    if (code === QUOTE) even = !even;
    else if (code === LINE_END && even) end = k;
  }
  return end;
}

async function* decoded(path: string, { encoding = "utf-8", strict = true, progress }: TextOptions): AsyncGenerator<string> {
  const decoder = new TextDecoder(encoding, { fatal: strict });
  const hasZeros = encoding.startsWith("utf-16");
  let bytes = 0;
  for await (const chunk of fs.createReadStream(path, { highWaterMark: 1 << 20 })) {
    const part = chunk as Buffer;
    if (!hasZeros && part.includes(0))
      throw new Unreadable("is not a CSV file: it holds bytes that no text has (perhaps a spreadsheet or an archive)");
    bytes += part.length;
    progress?.(bytes);
    let text: string;
    try {
      text = decoder.decode(part, { stream: true });
    } catch {
      throw new Unreadable("is not UTF-8 text: save it as CSV in UTF-8");
    }
    if (text !== "") yield text;
  }
}
