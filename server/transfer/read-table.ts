import fs from "node:fs";
import Papa from "papaparse";
import { clipped } from "@studies/words/words";
import type { TableFormat } from "./formats";
import type { Problems } from "./problems";

export interface TableFile {
  readonly path: string;
  /** How the file is called in messages. */
  readonly name: string;
}

export interface ReadOptions {
  readonly problems: Problems;
  readonly notes: string[];
  readonly progress?: (bytes: number) => void;
}

/** Rows are refused beyond this many, so that no file can hold the process for ever. */
const MOST_ROWS = 40_000_000;

/**
 * Reads a CSV file row by row, checking each cell. Rows with a problem are listed and not handed on.
 * @param file where it is and how it is called
 * @param format the columns it may have
 * @param options where problems, notes and progress go
 * @param take is given each good row: its cells in the order of the format, null where empty, and its line
 */
export async function readTable(
  file: TableFile,
  format: TableFormat,
  { problems, notes, progress }: ReadOptions,
  take: (cells: readonly unknown[], line: number) => void,
): Promise<void> {
  const names = Object.keys(format.columns);
  const columns = Object.values(format.columns);
  const refuse = (line: number, reason: string) => {
    problems.add(file.name, line, reason);
  };
  let at: (number | undefined)[] | undefined;
  let width = 0;
  let line = 1;
  let rows = 0;
  const cells: unknown[] = new Array(names.length).fill(null);
  try {
    const cut = () => {
      notes.push(`${file.name}: line ${line}, the last, has no end of line as the others have: perhaps the file was cut short`);
    };
    for await (const { block, ended } of wholeRows(decoded(file.path, progress))) {
      if (!ended && at) cut();
      // The parser gives nothing for an empty line that stands alone.
      const parsed = block === "" ? [[""]] : Papa.parse<string[]>(block, { delimiter: "," }).data;
      for (const row of parsed) {
        const here = line;
        line += 1 + linesWithin(row);
        if (!at) {
          at = readHeader(row, format, file.name, problems, notes);
          if (!at) return;
          width = row.length;
          continue;
        }
        if (row.length === 1 && row[0]!.trim() === "") continue;
        if (++rows > MOST_ROWS) {
          refuse(here, `has more than ${MOST_ROWS.toLocaleString("en-GB")} rows`);
          return;
        }
        if (row.length !== width) {
          const comma = row.length > width && row.some((cell) => /^\s*\d+\s*$/.test(cell));
          refuse(
            here,
            `has ${row.length} cells where the first line names ${width}${comma ? "; perhaps a decimal comma: numbers need a decimal dot" : ""}`,
          );
          continue;
        }
        let good = true;
        for (let k = 0; k < names.length; k++) {
          const position = at[k];
          const value = position === undefined ? null : columns[k]!.cell((row[position] ?? "").trim());
          if (value instanceof Error) {
            refuse(here, `${names[k]} ${value.message}`);
            good = false;
          } else if (value === null && columns[k]!.required) {
            refuse(here, `${names[k]} is empty`);
            good = false;
          }
          cells[k] = value;
        }
        if (good) take(cells, here);
      }
    }
    if (!at) refuse(0, "is empty: its first line should name the columns");
  } catch (error) {
    if (!(error instanceof NotText)) throw error;
    refuse(0, error.message);
  }
}

/** Positions of the format's columns in the header; undefined when one that is needed is missing. */
function readHeader(
  row: string[],
  format: TableFormat,
  name: string,
  problems: Problems,
  notes: string[],
): (number | undefined)[] | undefined {
  const found = row.map((cell) => cell.trim().toLowerCase());
  const names = Object.keys(format.columns);
  const missing = names.filter((column) => format.columns[column]!.required && !found.includes(column));
  if (missing.length > 0) {
    const shown = row.slice(0, 12).join(",").slice(0, 120);
    problems.add(name, 1, `is not a ${format.file}: its first line lacks ${missing.join(", ")}; it reads "${shown}"`);
    return undefined;
  }
  const unknown = found.filter((column) => column !== "" && !names.includes(column));
  if (unknown.length > 0) notes.push(`${name}: unknown columns are ignored (${clipped(unknown.join(", "), 200)})`);
  const doubled = names.filter((column) => found.indexOf(column) !== found.lastIndexOf(column));
  if (doubled.length > 0) {
    problems.add(name, 1, `names ${doubled.join(", ")} twice`);
    return undefined;
  }
  return names.map((column) => (found.includes(column) ? found.indexOf(column) : undefined));
}

/** Line ends inside quoted cells. */
function linesWithin(row: readonly string[]): number {
  let lines = 0;
  for (const cell of row) if (cell.includes("\n")) lines += cell.split("\n").length - 1;
  return lines;
}

const LONGEST_ROW = 1_000_000;

/** Whole rows of a file, without the end of the last; the file's own last row may have none. */
interface RowsBlock {
  readonly block: string;
  readonly ended: boolean;
}

/** Cuts a stream of text into blocks of whole rows; a line end between quotes ends no row. */
async function* wholeRows(texts: AsyncIterable<string>): AsyncGenerator<RowsBlock> {
  let rest = "";
  for await (const text of texts) {
    const block = rest + text;
    const end = lastRowEnd(block);
    rest = block.slice(end + 1);
    if (rest.length > LONGEST_ROW)
      throw new NotText("has a row of more than a million characters: perhaps a quote is not closed");
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

class NotText extends Error {}

async function* decoded(path: string, progress?: (bytes: number) => void): AsyncGenerator<string> {
  const decoder = new TextDecoder("utf-8", { fatal: true });
  let bytes = 0;
  for await (const chunk of fs.createReadStream(path, { highWaterMark: 1 << 20 })) {
    const part = chunk as Buffer;
    if (part.includes(0))
      throw new NotText("is not a CSV file: it holds bytes that no text has (perhaps a spreadsheet or an archive)");
    bytes += part.length;
    progress?.(bytes);
    let text: string;
    try {
      text = decoder.decode(part, { stream: true });
    } catch {
      throw new NotText("is not UTF-8 text: save it as CSV in UTF-8");
    }
    if (text !== "") yield text;
  }
}
