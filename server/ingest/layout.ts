import fs from "node:fs";
import { isUtf8 } from "node:buffer";
import Papa from "papaparse";
import { BAR_ROLES, plainName, roleOfName, rolesByNames, type Role } from "./column-roles";
import { MOST_COLUMNS } from "./mapping";
import { looksLikeDate } from "./date-forms";
import { looksLikeNumber } from "./number-style";
import { rowsOfTable, type Carrier } from "./table-rows";
import { Unreadable, type Encoding } from "./text-rows";

/** How a file is laid out, as far as its beginning tells. */
export interface Layout {
  readonly carrier: Carrier;
  /** Rows before the first one of data. */
  readonly headerRows: number;
  /** What heads each column; empty for none. */
  readonly headers: readonly string[];
  /** What each column is likely to hold. */
  readonly roles: readonly Role[];
  /** Bars of sessions, or a table of who is who. */
  readonly holds: "bars" | "names";
  /** The first rows of data. */
  readonly rows: readonly (readonly string[])[];
}

const HEAD_BYTES = 32_000;
const HEAD_ROWS = 60;
/** Rows by which the sign between cells is found. */
const FEW_ROWS = 20;
const DELIMITERS = [",", ";", "\t", "|"] as const;

/**
 * Looks at the beginning of a file.
 * @throws Unreadable for what holds no table
 */
export async function findLayout(path: string): Promise<Layout> {
  const head = readHead(path);
  const carrier = carrierOf(head);
  const rows = carrier.type === "text" ? rowsOfHead(head, carrier) : await firstRows(path, carrier);
  const widths = rows.slice(-20).map((row) => row.length);
  const width = mode(widths);
  if (rows.length === 0 || width < 2) throw new Unreadable("holds no table: no sign separates its lines into columns");
  if (width > MOST_COLUMNS) throw new Unreadable(`has more than ${MOST_COLUMNS.toLocaleString("en-GB")} columns`);
  const headerRows = carrier.type === "text" ? countHeaderRows(rows, width) : 1;
  const headers = headersOf(rows.slice(0, headerRows), width);
  const data = rows.slice(headerRows).filter((row) => row.some((cell) => cell !== ""));
  const found = rolesOf(headers, data, width);
  if (found.holds === "names" && headerRows === 0 && data.length < 2)
    throw new Unreadable("holds no table of prices or of names");
  return { carrier, headerRows, headers, ...found, rows: data };
}

/** What tells files of one form from those of another. */
export function signatureOf({ carrier, headerRows, headers, roles }: Layout): string {
  const kind =
    carrier.type === "text"
      ? { ",": "comma", ";": "semicolon", "\t": "tab", "|": "vertical bar" }[carrier.delimiter]
      : carrier.type;
  // Each file of closes names its own tickers, and a file without headers is told by what its columns look like.
  const names = roles.map((role, k) => (role === "closes-of" ? "*" : headers[k] === "" ? `(${role})` : plainName(headers[k]!)));
  const own = names.filter((name, k) => name !== "*" || names[k - 1] !== "*").join(", ");
  return `${kind}, ${headerRows === 0 ? "no header" : `${headerRows} header row${headerRows > 1 ? "s" : ""}`}: ${own}`;
}

function readHead(path: string): Buffer {
  const file = fs.openSync(path, "r");
  try {
    const buffer = Buffer.alloc(HEAD_BYTES);
    return buffer.subarray(0, fs.readSync(file, buffer, 0, HEAD_BYTES, 0));
  } finally {
    fs.closeSync(file);
  }
}

function carrierOf(head: Buffer): Carrier {
  if (head.length === 0) throw new Unreadable("is empty");
  if (head.subarray(0, 4).toString("latin1") === "PAR1") return { type: "parquet" };
  const encoding = encodingOf(head);
  const text = textOf(head, encoding);
  if (/^\s*[[{]/.test(text)) return { type: "json" };
  return { type: "text", encoding, delimiter: delimiterOf(text) };
}

function encodingOf(head: Buffer): Encoding {
  if (head[0] === 0xff && head[1] === 0xfe) return "utf-16le";
  if (head[0] === 0xfe && head[1] === 0xff) return "utf-16be";
  const zeros = (from: number) => {
    let n = 0;
    for (let k = from; k < Math.min(head.length, 400); k += 2) if (head[k] === 0) n++;
    return n / (Math.min(head.length, 400) / 2);
  };
  if (zeros(1) > 0.7) return "utf-16le";
  if (zeros(0) > 0.7) return "utf-16be";
  if (head.includes(0)) throw new Unreadable("holds bytes that no text has: it may be a spreadsheet; save it as CSV");
  // The head may end within a letter of up to four bytes.
  const cut = (n: number) => isUtf8(head.subarray(0, head.length - n));
  return cut(0) || (head.length === HEAD_BYTES && (cut(1) || cut(2) || cut(3))) ? "utf-8" : "windows-1252";
}

function textOf(head: Buffer, encoding: Encoding): string {
  return new TextDecoder(encoding).decode(head);
}

/** The rows of the head but for one that may be cut. */
function rowsOfHead(head: Buffer, { encoding, delimiter }: Extract<Carrier, { type: "text" }>): string[][] {
  return parsedHead(textOf(head, encoding), delimiter);
}

function parsedHead(text: string, delimiter: string, most = HEAD_ROWS): string[][] {
  const whole = firstLines(text, 2 * most);
  const rows = Papa.parse<string[]>(whole.trimEnd(), { delimiter, preview: most }).data;
  return rows.map((row) => row.map((cell) => cell.trim()));
}

/** The first lines of a text that may be cut; quotes may hold line ends, so more of them than rows are wanted. */
function firstLines(text: string, most: number): string {
  let end = -1;
  for (let lines = 0; lines < most; lines++) {
    const next = text.indexOf("\n", end + 1);
    if (next < 0) return text.length < HEAD_BYTES / 4 || end < 0 ? text : text.slice(0, end);
    end = next;
  }
  return text.slice(0, end);
}

async function firstRows(path: string, carrier: Carrier): Promise<string[][]> {
  for await (const { rows } of rowsOfTable(path, carrier)) return rows.slice(0, HEAD_ROWS).map((row) => [...row]);
  return [];
}

/** The sign that makes the most of the rows: of one width, with cells that are numbers, dates, or names of columns. */
function delimiterOf(text: string): string {
  const scored = DELIMITERS.map((delimiter) => ({ delimiter, score: scoreOf(parsedHead(text, delimiter, FEW_ROWS)) }));
  const best = scored.reduce((a, b) => (b.score > a.score ? b : a));
  return best.score > 0 ? best.delimiter : ",";
}

function scoreOf(rows: readonly (readonly string[])[]): number {
  const width = mode(rows.slice(-20).map((row) => row.length));
  if (width < 2) return 0;
  const regular = rows.filter((row) => row.length === width);
  const cells = regular.slice(0, 20).flat();
  const known = cells.filter(
    (cell) => cell === "" || looksLikeNumber(cell) || looksLikeDate(cell) || roleOfName(cell) !== undefined,
  );
  return (regular.length / rows.length) * (0.2 + known.length / cells.length);
}

function mode(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts].reduce<readonly [number, number]>((a, b) => (b[1] > a[1] ? b : a), [0, 0])[0];
}

/** Rows before the first that has what bars have, a date and a number; for other tables, up to the one that names columns. */
function countHeaderRows(rows: readonly (readonly string[])[], width: number): number {
  const isBar = (row: readonly string[]) =>
    row.length === width && row.some(looksLikeDate) && row.some((cell) => looksLikeNumber(cell) && !looksLikeDate(cell));
  const bar = rows.findIndex(isBar);
  const named = rows.findIndex((row) => row.length === width && row.filter((cell) => roleOfName(cell) !== undefined).length >= 2);
  // The first rows of a table of names may lack a date or a number; what follows its header is data all the same.
  const isData = (row: readonly string[]) => row.some((cell) => looksLikeDate(cell) || looksLikeNumber(cell));
  if (named >= 0 && (bar < 0 || (named < bar && rows.slice(named + 1, bar).some(isData)))) return named + 1;
  if (bar >= 0) return bar;
  return 1 + rows.findIndex((row) => row.length === width && row.some((cell) => roleOfName(cell) !== undefined));
}

/** What heads each column: of several rows the last name that is known, else the last that says anything. */
function headersOf(rows: readonly (readonly string[])[], width: number): string[] {
  const own = rows.filter((row) => row.length === width);
  return Array.from({ length: width }, (_, k) => {
    const said = own.map((row) => row[k]!).filter((cell) => cell !== "");
    return said.findLast((cell) => roleOfName(cell) !== undefined) ?? said.at(-1) ?? "";
  });
}

function rolesOf(
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  width: number,
): Pick<Layout, "roles" | "holds"> {
  const columns = Array.from({ length: width }, (_, k) => rows.map((row) => row[k] ?? "").filter((cell) => cell !== ""));
  const isDates = columns.map((cells) => cells.length > 0 && cells.every(looksLikeDate));
  const isNumbers = columns.map((cells) => cells.length > 0 && cells.every((cell) => looksLikeNumber(cell)));
  if (headers.every((header) => header === "")) {
    const holds = isDates.some(Boolean) ? "bars" : "names";
    return { holds, roles: holds === "bars" ? rolesByContent(columns, isDates, isNumbers) : rolesOfNames(columns, isNumbers) };
  }
  const roles = rolesByNames(headers);
  const isPriced = roles.includes("close");
  const saysWho = roles.some((role) => WHO.includes(role));
  const isDated = roles.includes("date") || isDates.some((is, k) => is && roles[k] === "nothing");
  const isOneDay = roles.includes("ticker") && isPriced && BAR_ROLES.filter((role) => roles.includes(role)).length > 2;
  // One row an instrument, with its sector and its latest price, is no history of prices.
  const tickers = columns[roles.indexOf("ticker")] ?? [];
  const isOneRowEach = saysWho && tickers.length > 1 && new Set(tickers).size === tickers.length && !roles.includes("high");
  if (isOneRowEach) return { holds: "names", roles: asNames(headers, roles) };
  if (isDated ? saysWho && !isPriced : !isOneDay) return { holds: "names", roles: asNames(headers, roles) };
  if (!roles.includes("date")) {
    const date = isDates.findIndex((is, k) => is && roles[k] === "nothing");
    if (date >= 0) roles[date] = "date";
  }
  // The name of an instrument tells whose bars they are where nothing else does.
  if (!roles.includes("ticker") && roles.includes("name")) roles[roles.indexOf("name")] = "ticker";
  if (!roles.includes("close") && !roles.includes("ticker"))
    roles.forEach((role, k) => {
      if (role === "nothing" && isNumbers[k] && headers[k] !== "") roles[k] = "closes-of";
    });
  const own: readonly Role[] = [...BAR_ROLES, "closes-of", "time"];
  return { holds: "bars", roles: roles.map((role) => (own.includes(role) ? role : "nothing")) };
}

/** What only tables of who is who have. */
const WHO: readonly Role[] = ["kind", "sector", "industry", "shares", "group"];

/** A column called index says to what its tickers belong, where there are no prices. */
function asNames(headers: readonly string[], roles: readonly Role[]): Role[] {
  const own: readonly Role[] = ["ticker", "name", "kind", "sector", "industry", "currency", "shares", "group"];
  return roles.map((role, k) => (plainName(headers[k]!) === "index" ? "group" : own.includes(role) ? role : "nothing"));
}

/** Columns of bars without a header: the date, a ticker, four prices in the order in which they bound each other, and volume. */
function rolesByContent(columns: readonly string[][], isDates: readonly boolean[], isNumbers: readonly boolean[]): Role[] {
  const roles: Role[] = columns.map(() => "nothing");
  const date = isDates.indexOf(true);
  roles[date] = "date";
  const ticker = columns.findIndex((cells, k) => k !== date && cells.length > 0 && !isNumbers[k] && !isDates[k]);
  if (ticker >= 0) roles[ticker] = "ticker";
  const numbers = columns.flatMap((_, k) => (isNumbers[k] && k !== date ? [k] : []));
  const order: readonly Role[] = numbers.length >= 4 ? ["open", "high", "low", "close", "volume"] : ["close", "volume"];
  numbers.forEach((k, place) => {
    roles[k] = order[place] ?? "nothing";
  });
  return roles;
}

/** Columns of names without a header: the shortest texts are the tickers, the longest their names. */
function rolesOfNames(columns: readonly string[][], isNumbers: readonly boolean[]): Role[] {
  const mean = (cells: readonly string[]) => cells.reduce((sum, cell) => sum + cell.length, 0) / Math.max(1, cells.length);
  const roles: Role[] = columns.map(() => "nothing");
  const texts = columns.flatMap((cells, k) =>
    isNumbers[k] || cells.length === 0 ? [] : [{ k, distinct: new Set(cells).size, mean: mean(cells) }],
  );
  const own = texts.filter(({ distinct }) => distinct === Math.max(...texts.map((t) => t.distinct)));
  const ticker = own.reduce<(typeof own)[number] | undefined>((a, b) => (a && a.mean <= b.mean ? a : b), undefined);
  if (ticker) roles[ticker.k] = "ticker";
  const name = own.filter((t) => t !== ticker).at(0);
  if (name) roles[name.k] = "name";
  return roles;
}
