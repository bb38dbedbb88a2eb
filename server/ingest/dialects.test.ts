import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import fc from "fast-check";
import { afterAll, describe, expect, it } from "vitest";
import { epochDay, isoDate, weekday } from "@core";
import type { InstrumentBars } from "@core/columns/dataset";
import { seeded } from "@core/testing";
import { DATES, writeDialect, type Dialect, type Field } from "../testing/write-dialect";
import { lookAtFiles, type FilesSeen } from "./look-at-files";
import { lackOf, type Mapping } from "./mapping";
import { readNumber } from "./number-style";
import { readBatch } from "./read-forms";

/* Forty ways to write the same bars, each read as they were written. */

const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-dialects-"));
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});
let count = 0;

function makeBars(
  tickers: readonly string[],
  { sessions = 60, seed = 5, from = "2023-11-20", price = 20 } = {},
): InstrumentBars[] {
  const random = seeded(seed);
  return tickers.map((ticker) => {
    const days: number[] = [];
    for (let day = epochDay(from); days.length < sessions; day++) if (weekday(day) <= 5) days.push(day);
    const cents = (x: number) => Math.round(100 * x) / 100;
    const close = days.map(() => cents(price * (1 + random())));
    const open = days.map((_, k) => cents(close[k]! * (0.97 + 0.06 * random())));
    return {
      ticker,
      days: Int32Array.from(days),
      open: Float64Array.from(open),
      high: Float64Array.from(days, (_, k) => cents(Math.max(open[k]!, close[k]!) + random())),
      low: Float64Array.from(days, (_, k) => cents(Math.min(open[k]!, close[k]!) - random())),
      close: Float64Array.from(close),
      volume: Float64Array.from(days, () => Math.round(2_000_000 * random())),
    };
  });
}

async function seen(bars: readonly InstrumentBars[], dialect: Dialect): Promise<FilesSeen> {
  const own = path.join(folder, String(count++));
  const into = path.join(own, "unpacked");
  fs.mkdirSync(into, { recursive: true });
  const files = writeDialect(bars, dialect).map(({ name, bytes }) => {
    fs.writeFileSync(path.join(own, name), bytes);
    return { path: path.join(own, name), name };
  });
  return lookAtFiles(files, into);
}

async function readBack(bars: readonly InstrumentBars[], dialect: Dialect, choose: Partial<Mapping> = {}) {
  const { forms, unreadable } = await seen(bars, dialect);
  expect(unreadable).toEqual([]);
  expect(forms).toHaveLength(1);
  const mapping = { ...forms[0]!.mapping, ...choose };
  expect(lackOf(mapping)).toBeUndefined();
  const form = { files: forms[0]!.files, mapping, ticker: undefined };
  const read = await readBatch({ form, files: form.files, known: new Map() }, () => undefined);
  expect(read.bars.flatMap((one) => one.problems)).toEqual([]);
  const found = read.bars.flatMap((one) => one.bars).sort((a, b) => (a.ticker < b.ticker ? -1 : 1));
  return { found, changes: read.bars.map((one) => one.changes), mapping };
}

const plain = (bars: readonly InstrumentBars[], has: readonly Field[]) =>
  bars.map((own) => ({
    ticker: own.ticker,
    days: Array.from(own.days, isoDate),
    ...Object.fromEntries(
      (["open", "high", "low", "close", "volume"] as const).map((column) => [
        column,
        has.includes(column) ? Array.from(own[column]) : own.days.length,
      ]),
    ),
  }));
const ALL_FIELDS: readonly Field[] = ["date", "open", "high", "low", "close", "volume"];

const headed = (...headers: readonly (readonly [Field, string])[]): Pick<Dialect, "headers"> => ({ headers });
const USUAL = headed(
  ["date", "Date"],
  ["open", "Open"],
  ["high", "High"],
  ["low", "Low"],
  ["close", "Close"],
  ["volume", "Volume"],
).headers!;
const WITH_TICKER = [["ticker", "Symbol"], ...USUAL] as const;

const DIALECTS: readonly (readonly [name: string, dialect: Dialect])[] = [
  ["a file a ticker with ISO dates", { files: { before: "", after: "" } }],
  ["many in one", { headers: WITH_TICKER }],
  [
    "small letters and other words",
    headed(
      ["ticker", "code"],
      ["date", "timestamp"],
      ["open", "o"],
      ["high", "h"],
      ["low", "l"],
      ["close", "c"],
      ["volume", "v"],
    ),
  ],
  [
    "capital letters in angle brackets",
    headed(
      ["ticker", "<TICKER>"],
      ["date", "<DTYYYYMMDD>"],
      ["open", "<OPEN>"],
      ["high", "<HIGH>"],
      ["low", "<LOW>"],
      ["close", "<CLOSE>"],
      ["volume", "<VOL>"],
    ),
  ],
  [
    "a name instead of a ticker, as the last column",
    headed(
      ["date", "date"],
      ["open", "open"],
      ["high", "high"],
      ["low", "low"],
      ["close", "close"],
      ["volume", "volume"],
      ["ticker", "Name"],
    ),
  ],
  [
    "columns in another order",
    headed(
      ["date", "Date"],
      ["close", "Close/Last"],
      ["volume", "Volume"],
      ["open", "Open"],
      ["high", "High"],
      ["low", "Low"],
      ["ticker", "Ticker"],
    ),
  ],
  [
    "prices by their longer names",
    headed(
      ["ticker", "Instrument"],
      ["date", "Trade Date"],
      ["open", "Opening Price"],
      ["high", "High Price"],
      ["low", "Low Price"],
      ["close", "Closing Price"],
      ["volume", "Total Volume"],
    ),
  ],
  ["semicolons and decimal commas", { headers: WITH_TICKER, delimiter: ";", decimal: "," }],
  [
    "semicolons, decimal commas and dots between thousands",
    { headers: WITH_TICKER, delimiter: ";", decimal: ",", thousands: "." },
  ],
  [
    "semicolons, decimal commas and blanks between thousands",
    { headers: WITH_TICKER, delimiter: ";", decimal: ",", thousands: " " },
  ],
  ["semicolons with decimal dots", { headers: WITH_TICKER, delimiter: ";" }],
  ["tabs", { headers: WITH_TICKER, delimiter: "\t" }],
  ["tabs and decimal commas", { headers: WITH_TICKER, delimiter: "\t", decimal: "," }],
  ["bars", { headers: WITH_TICKER, delimiter: "|" }],
  ["commas with quoted thousands", { headers: WITH_TICKER, thousands: ",", quoted: true }],
  ["commas with quoted decimal commas", { headers: WITH_TICKER, decimal: ",", quoted: true }],
  ["apostrophes between thousands", { headers: WITH_TICKER, delimiter: ";", thousands: "'" }],
  ["dates without signs", { headers: WITH_TICKER, date: DATES.plain }],
  ["dates with the year first and slashes", { headers: WITH_TICKER, date: DATES.slashes }],
  ["the day first", { headers: WITH_TICKER, date: DATES.dayFirst }],
  ["the day first, with dots and without zeros", { headers: WITH_TICKER, date: DATES.dayFirstDots }],
  ["the day first and two digits of the year", { headers: WITH_TICKER, date: DATES.dayFirstShort }],
  ["the month first", { headers: WITH_TICKER, date: DATES.monthFirst }],
  ["the month first, without zeros", { headers: WITH_TICKER, date: DATES.monthFirstLoose }],
  ["the month first and two digits of the year", { headers: WITH_TICKER, date: DATES.monthFirstShort }],
  ["months by name", { headers: WITH_TICKER, date: DATES.named }],
  ["months by name and two digits of the year", { headers: WITH_TICKER, date: DATES.namedShort }],
  ["the name of the month first", { headers: WITH_TICKER, date: DATES.namedFirst }],
  ["the name of the month after the year", { headers: WITH_TICKER, date: DATES.namedYearFirst }],
  ["a weekday before the date", { headers: WITH_TICKER, date: DATES.weekday }],
  ["a time of day", { headers: WITH_TICKER, date: DATES.timed }],
  ["a time of day and a zone", { headers: WITH_TICKER, date: DATES.zoned }],
  ["instants", { headers: WITH_TICKER, date: DATES.instant }],
  ["the day first and a time of day", { headers: WITH_TICKER, date: DATES.dayFirstTimed }],
  ["seconds since 1970", { headers: WITH_TICKER, date: DATES.seconds }],
  ["milliseconds since 1970", { headers: WITH_TICKER, date: DATES.milliseconds }],
  ["seconds of midnights farther east", { headers: WITH_TICKER, date: DATES.secondsOfMidnightEast }],
  ["the latest first", { headers: WITH_TICKER, descending: true }],
  ["no header", { headers: WITH_TICKER, header: false }],
  ["no header and no volume", { headers: WITH_TICKER.slice(0, 6), header: false }],
  ["lines before the header", { headers: WITH_TICKER, preamble: ["Daily prices", "Exported on 2024-03-01;by hand", ""] }],
  [
    "a second header line",
    {
      headers: USUAL,
      preamble: ["Price,Open,High,Low,Close,Volume", "Ticker,AAA,AAA,AAA,AAA,AAA"],
      files: { before: "", after: "" },
    },
  ],
  ["a byte order mark and carriage returns", { headers: WITH_TICKER, encoding: "utf8-bom", lineEnd: "\r\n" }],
  ["UTF-16", { headers: WITH_TICKER, encoding: "utf16le-bom", delimiter: "\t" }],
  ["packed files", { files: { before: "", after: "" }, packed: "gz" }],
  ["an archive of many", { files: { before: "", after: "" }, packed: "zip" }],
  ["names of files with more than the ticker", { files: { before: "eod_", after: "_daily" } }],
  ["names of files with a country behind", { files: { before: "", after: ".zz" } }],
  ["JSON rows", { headers: WITH_TICKER, carrier: "json" }],
  ["JSON rows within a field", { headers: WITH_TICKER, carrier: "json-field" }],
  ["a JSON row a line", { headers: WITH_TICKER, carrier: "json-lines" }],
  ["Parquet", { headers: WITH_TICKER, carrier: "parquet" }],
  ["closes alone", headed(["ticker", "Symbol"], ["date", "Date"], ["close", "Value"])],
];

describe("bars written in a dialect are read as they were", () => {
  const bars = makeBars(["AAA", "BBB", "CCC", "DDD"]);
  it.each(DIALECTS)("%s", async (_name, dialect) => {
    const { found } = await readBack(bars, dialect);
    const has = (dialect.headers ?? USUAL).map(([field]) => field);
    expect(plain(found, has)).toEqual(plain(bars, has));
  });
  it("are at least forty", () => {
    expect(DIALECTS.length).toBeGreaterThanOrEqual(40);
  });
});

describe("what cannot be decided is asked", () => {
  it("which of day and month comes first, where every date may be read both ways", async () => {
    // The first of each month from January 2018 to December: no order and no weekday tells.
    const days = ["2018-02-01", "2018-03-01", "2018-05-01", "2018-06-01", "2018-08-01"].map(epochDay);
    const one = { ...makeBars(["AAA"], { sessions: 5 })[0]!, days: Int32Array.from(days) };
    const { forms } = await seen([one], { files: { before: "", after: "" }, date: DATES.dayFirst });
    expect(forms[0]!.mapping.dates).toBeNull();
    expect(forms[0]!.dateForms).toEqual(["day-first", "month-first"]);
    expect(lackOf(forms[0]!.mapping)).toContain("how the dates are written");
    const { found } = await readBack([one], { files: { before: "", after: "" }, date: DATES.dayFirst }, { dates: "day-first" });
    expect(Array.from(found[0]!.days)).toEqual(days);
  });
  it("is decided by another file of the same form", async () => {
    const short = makeBars(["AAA"], { sessions: 5, from: "2018-02-01" })[0]!;
    const long = makeBars(["BBB"], { sessions: 40 })[0]!;
    const { forms } = await seen([short, long], { files: { before: "", after: "" }, date: DATES.dayFirst });
    expect(forms[0]!.mapping.dates).toBe("day-first");
  });
  it("is decided by a day past the beginning of a long file", async () => {
    // Sixty rows are looked at first: the first sixty of these all lie on days 1 to 12.
    const days: number[] = [];
    for (let month = 0; days.length < 70; month++)
      for (const date of [2, 5, 9]) {
        const day = Date.UTC(2015, month, date) / 86_400_000;
        if (weekday(day) <= 5) days.push(day);
      }
    days.push(epochDay("2021-01-29"));
    const one = { ...makeBars(["AAA"], { sessions: days.length })[0]!, days: Int32Array.from(days) };
    const { forms } = await seen([one], { files: { before: "", after: "" }, date: DATES.monthFirst });
    expect(forms[0]!.mapping.dates).toBe("month-first");
  });
  it("whether 1,234 is a little more than one or a thousand", async () => {
    const text = "Date;Close\n2024-01-02;1,234\n2024-01-03;1,235\n2024-01-04;1,301\n";
    const place = path.join(folder, "VAGUE.csv");
    fs.writeFileSync(place, text);
    const { forms } = await lookAtFiles([{ path: place, name: "VAGUE.csv" }], fs.mkdtempSync(path.join(folder, "in-")));
    expect(forms[0]!.mapping.decimal).toBeNull();
    expect(lackOf(forms[0]!.mapping)).toContain("decimals");
  });
});

describe("a number", () => {
  it("of any length is the nearest to what is written", () => {
    const digits = fc.string({ unit: fc.constantFrom(...Array.from("0123456789")), minLength: 1, maxLength: 19 });
    fc.assert(
      fc.property(digits, fc.option(digits), (whole, fraction) => {
        const text = fraction === null ? whole : `${whole}.${fraction}`;
        expect(readNumber(text, ".")).toBe(Number(text));
        expect(readNumber(text.replace(".", ","), ",")).toBe(Number(text));
      }),
      { numRuns: 2_000 },
    );
  });
  it("that is none, or could be two things, is told from one", () => {
    for (const text of ["", "-", "n/a", "NaN", "null", "None"]) expect(readNumber(text, ".")).toBeNull();
    for (const text of [".", "1.2.3", "12,34,5", "ten", "0x10", "1e999", "1 2", "Infinity"])
      expect(readNumber(text, ".")).toBeUndefined();
    expect([readNumber("1,234", "."), readNumber("1,234", ",")]).toEqual([1234, 1.234]);
    expect(readNumber("-1.234,5", ",")).toBe(-1234.5);
  });
  it("with a comma between commas is a thousand", async () => {
    const place = path.join(folder, "QUOTED.csv");
    fs.writeFileSync(place, 'Date,Close\n2024-01-02,"1,234"\n2024-01-03,"1,235"\n');
    const { forms } = await lookAtFiles([{ path: place, name: "QUOTED.csv" }], fs.mkdtempSync(path.join(folder, "in-")));
    expect(forms[0]!.mapping.decimal).toBe(".");
  });
});

describe("an adjusted close", () => {
  const bars = makeBars(["AAA"], { sessions: 20 });
  const dialect: Dialect = {
    headers: [...USUAL.slice(0, 5), ["adjusted", "Adj Close"], USUAL[5]!],
    files: { before: "", after: "" },
  };
  it("scales the prices, and the volume the other way", async () => {
    const { found, changes } = await readBack(bars, dialect);
    const [own, from] = [found[0]!, bars[0]!];
    for (let k = 0; k < own.days.length; k++) {
      expect(own.close[k]).toBe(from.close[k]! / 2);
      expect(own.open[k]).toBeCloseTo(from.open[k]! / 2, 12);
      expect(own.high[k]).toBeCloseTo(from.high[k]! / 2, 12);
      expect(own.low[k]).toBeCloseTo(from.low[k]! / 2, 12);
      expect(own.volume[k]).toBe(Math.round(2 * from.volume[k]!));
    }
    expect(changes[0]!.scaled).toBe(20);
  });
  it("is left alone where one chooses so", async () => {
    const { found } = await readBack(bars, dialect, { adjust: false });
    expect(plain(found, ALL_FIELDS)).toEqual(plain(bars, ALL_FIELDS));
  });
});

describe("any dialect", () => {
  const date = fc.constantFrom(...Object.values(DATES));
  const separators = fc.constantFrom<Pick<Dialect, "delimiter" | "decimal" | "thousands">>(
    {},
    { delimiter: ";" },
    { delimiter: ";", decimal: "," },
    { delimiter: ";", decimal: ",", thousands: "." },
    { delimiter: ";", thousands: "'" },
    { delimiter: "\t" },
    { delimiter: "\t", decimal: ",", thousands: " " },
    { delimiter: "|" },
  );
  const dialect = fc.record({
    date,
    separators,
    descending: fc.boolean(),
    quoted: fc.boolean(),
    header: fc.boolean(),
    encoding: fc.constantFrom("utf8" as const, "utf8-bom" as const, "utf16le-bom" as const),
    lineEnd: fc.constantFrom("\n" as const, "\r\n" as const),
    carrier: fc.constantFrom("text" as const, "text" as const, "text" as const, "json" as const, "json-lines" as const),
    packed: fc.constantFrom(undefined, undefined, "gz" as const, "zip" as const),
    own: fc.boolean(),
    seed: fc.integer({ min: 1, max: 1_000_000 }),
  });
  it("gives back the bars that were written in it", { timeout: 60_000 }, async () => {
    await fc.assert(
      fc.asyncProperty(dialect, async ({ separators, own, seed, packed, ...rest }) => {
        const bars = makeBars(["AAA", "BBB", "CCC"], { seed, sessions: 40, price: 5 + (seed % 4000) });
        const has: Dialect = {
          ...rest,
          ...separators,
          ...(packed ? { packed } : {}),
          ...(own ? { files: { before: "p_", after: "" } } : { headers: WITH_TICKER }),
        };
        const { found } = await readBack(bars, has);
        expect(plain(found, ALL_FIELDS)).toEqual(plain(bars, ALL_FIELDS));
      }),
      { numRuns: 120 },
    );
  });
});
