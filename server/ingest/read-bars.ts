import { group } from "d3-array";
import { isoDate, weekday } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";
import { count } from "@studies/words/words";
import type { Problem } from "../transfer/problems";
import { mendBar, type Changes } from "./mend-bar";
import type { Role } from "./column-roles";
import { readDate, type DateForm } from "./date-forms";
import type { Mapping } from "./mapping";
import { readNumber, type DecimalSign } from "./number-style";
import { RawBars } from "./raw-bars";
import { rowsOfTable, type Carrier } from "./table-rows";
import { Unreadable } from "./text-rows";

/** A file whose form is known. */
export interface FormFile {
  readonly path: string;
  /** How it is called in messages. */
  readonly name: string;
  readonly carrier: Carrier;
  readonly bytes: number;
  /** Headers of its columns; each may have tickers of its own. */
  readonly headers: readonly string[];
}

export interface BarsRead {
  readonly file: string;
  readonly bars: readonly InstrumentBars[];
  readonly problems: readonly Problem[];
  readonly problemCount: number;
  readonly rows: number;
  readonly changes: Changes;
}

export interface ReadBarsOptions {
  readonly mapping: Mapping;
  /** Ticker of all bars of a file that has no column of tickers. */
  readonly ticker: string;
  /** Tickers that are known already, by their capital letters: a file may write them otherwise. */
  readonly known?: ReadonlyMap<string, string>;
  readonly progress?: (bytes: number) => void;
}

const MOST_PROBLEMS = 200;

/** Bars of a file as its mapping takes them; rows that cannot be are listed with their line and left out. */
export async function readBars(file: FormFile, options: ReadBarsOptions): Promise<BarsRead> {
  const reading = new Reading(file, options);
  try {
    let row = 0;
    for await (const { rows, lines } of rowsOfTable(file.path, file.carrier, options.progress))
      for (let k = 0; k < rows.length; k++) if (row++ >= options.mapping.headerRows) reading.take(rows[k]!, lines[k]!);
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    reading.refuse(0, error.message);
  }
  return reading.end();
}

const NUMBERS = ["open", "high", "low", "close", "volume", "adjusted"] as const;

class Reading {
  readonly #bars = new RawBars();
  readonly #problems: Problem[] = [];
  #problemCount = 0;
  #rows = 0;
  readonly #changes: Changes = { scaled: 0, roundedVolumes: 0, empty: 0, zeros: 0, widened: 0, repeated: 0 };
  readonly #at: Readonly<Partial<Record<Role, number>>>;
  readonly #closesOf: readonly { readonly k: number; readonly ticker: string }[];
  readonly #numberAt: Readonly<Record<(typeof NUMBERS)[number], number>>;
  readonly #dates: DateForm;
  readonly #decimal: DecimalSign;
  /** The date in the file's name, for a file of one day without a column of dates. */
  readonly #fileDay: number;
  readonly #width: number;

  constructor(
    private readonly file: FormFile,
    private readonly options: ReadBarsOptions,
  ) {
    const { roles, dates, decimal } = options.mapping;
    this.#at = Object.fromEntries(roles.map((role, k) => [role, k]));
    this.#closesOf = roles.flatMap((role, k) =>
      role === "closes-of" ? [{ k, ticker: this.#known(file.headers[k] ?? "") }] : [],
    );
    this.#dates = dates ?? "year-first";
    this.#fileDay = this.#at.date === undefined ? dayInName(file.name) : NaN;
    this.#numberAt = Object.fromEntries(NUMBERS.map((role) => [role, roles.indexOf(role)])) as Record<
      (typeof NUMBERS)[number],
      number
    >;
    this.#decimal = decimal ?? ".";
    this.#width = 1 + Math.max(...roles.flatMap((role, k) => (role === "nothing" || role === "time" ? [] : [k])));
  }

  refuse(line: number, reason: string): void {
    this.#problemCount++;
    if (this.#problems.length < MOST_PROBLEMS) this.#problems.push({ file: this.file.name, line, reason });
  }

  take(row: readonly string[], line: number): void {
    if (row.length < 2 && (row[0] ?? "").trim() === "") return;
    this.#rows++;
    if (row.length < this.#width) {
      if (row.every((cell) => cell.trim() === "")) return;
      this.refuse(line, `has ${row.length} cells where ${this.#width} are needed`);
      return;
    }
    const day = this.#dayOf(row, line);
    if (Number.isNaN(day)) return;
    if (this.#closesOf.length > 0) {
      for (const { k, ticker } of this.#closesOf) this.#addClose(ticker, day, row[k]!.trim(), line);
      return;
    }
    const ticker = this.#at.ticker === undefined ? this.options.ticker : this.#known(row[this.#at.ticker]!.trim());
    if (ticker === "") {
      this.refuse(line, "ticker is empty");
      return;
    }
    this.#addBar(ticker, day, row, line);
  }

  end(): BarsRead {
    const { bars, twice } = this.#bars.finish();
    for (const { lines, isSame } of twice) if (isSame) this.#changes.repeated += lines.length - 1;
    const different = group(
      twice.filter((one) => !one.isSame),
      ({ ticker }) => ticker,
    );
    for (const [ticker, own] of different) {
      const { day, lines } = own[0]!;
      const others = own.length === 1 ? "" : `, and on ${count(own.length - 1, "other day")}`;
      this.refuse(
        lines[1]!,
        `${ticker} has several different bars on ${isoDate(day)} (lines ${lines[0]} and ${lines[1]})${others}: one bar a session is taken, so save daily bars, or leave one of each`,
      );
      // Each row that is left out is counted; they are told together.
      this.#problemCount += own.reduce((rows, one) => rows + one.lines.length, 0) - 1;
    }
    return {
      file: this.file.name,
      bars,
      problems: this.#problems,
      problemCount: this.#problemCount,
      rows: this.#rows,
      changes: this.#changes,
    };
  }

  #known(ticker: string): string {
    return this.options.known?.get(ticker.toUpperCase()) ?? ticker;
  }

  #dayOf(row: readonly string[], line: number): number {
    const at = this.#at.date;
    if (at === undefined) {
      if (Number.isNaN(this.#fileDay)) this.refuse(line, "has no date: no column has one, nor has the file's name");
      return this.#fileDay;
    }
    const text = trimmed(row[at]!);
    const day = readDate(text, this.#dates);
    if (Number.isNaN(day)) {
      this.refuse(line, text === "" ? "date is empty" : `"${text.slice(0, 40)}" is no date as the others are written`);
      return NaN;
    }
    if (weekday(day) > 5) {
      this.refuse(line, `${isoDate(day)} is a ${weekday(day) === 6 ? "Saturday" : "Sunday"}: sessions are Monday to Friday`);
      return NaN;
    }
    return day;
  }

  /** A number of a row: NaN for "not known", undefined where it is none, which is then told. */
  #number(row: readonly string[], column: (typeof NUMBERS)[number], line: number): number | undefined {
    const at = this.#numberAt[column];
    if (at < 0) return NaN;
    const text = trimmed(row[at]!);
    const value = this.#parsed(text);
    if (value === undefined)
      this.refuse(line, `${column === "adjusted" ? "adjusted close" : column} "${text.slice(0, 40)}" is no number`);
    return value;
  }

  #parsed(text: string): number | undefined {
    const value = readNumber(text, this.#decimal);
    return value === null ? NaN : value;
  }

  #addClose(ticker: string, day: number, text: string, line: number): void {
    const close = this.#parsed(text);
    if (close === undefined || close <= 0)
      this.refuse(line, `the close of ${ticker} is "${text.slice(0, 40)}": a price is above 0`);
    else if (!Number.isNaN(close)) this.#bars.add(ticker, day, [NaN, NaN, NaN, close, NaN], line);
  }

  #addBar(ticker: string, day: number, row: readonly string[], line: number): void {
    const open = this.#number(row, "open", line);
    const high = this.#number(row, "high", line);
    const low = this.#number(row, "low", line);
    const close = this.#number(row, "close", line);
    const volume = this.#number(row, "volume", line);
    const adjusted = this.options.mapping.adjust ? this.#number(row, "adjusted", line) : NaN;
    if (open === undefined || high === undefined || low === undefined || close === undefined || volume === undefined) return;
    if (adjusted === undefined) return;
    if (Number.isNaN(close) && !(open > 0 || high > 0 || low > 0)) {
      this.#changes.empty++;
      return;
    }
    const bar = [open, high, low, close, volume];
    const isScaled = this.options.mapping.adjust && this.#at.adjusted !== undefined;
    const reason = mendBar(bar, isScaled ? adjusted : undefined, this.#changes);
    if (reason === undefined) this.#bars.add(ticker, day, bar, line);
    else this.refuse(line, reason);
  }
}

/** Without blanks around it; most cells have none. */
function trimmed(cell: string): string {
  return cell.charCodeAt(0) > 32 && cell.charCodeAt(cell.length - 1) > 32 && cell.charCodeAt(cell.length - 1) < 127
    ? cell
    : cell.trim();
}

/** The date in a file's name, such as 2024-01-05 or 20240105; NaN without one. */
export function dayInName(name: string): number {
  const [, year, month, date] = /(\d{4})[-_.]?(\d{2})[-_.]?(\d{2})(?!\d)/.exec(name) ?? [];
  return year === undefined ? NaN : readDate(`${year}-${month}-${date}`, "year-first");
}
