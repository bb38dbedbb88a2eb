import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { afterAll, describe, expect, it } from "vitest";
import { epochDay, isoDate } from "@core";
import { tickerOfFile, commonAffixes, stemOf } from "./file-tickers";
import { lookAtFiles } from "./look-at-files";
import type { Mapping } from "./mapping";
import { readBatch } from "./read-forms";

/* Rows that are no bars, files that are no tables, and what is passed over with a word. */

const folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-read-"));
afterAll(() => {
  fs.rmSync(folder, { recursive: true, force: true });
});

async function look(name: string, content: string | Uint8Array) {
  const place = path.join(fs.mkdtempSync(path.join(folder, "in-")), name);
  fs.writeFileSync(place, content);
  return lookAtFiles([{ path: place, name }], fs.mkdtempSync(path.join(folder, "out-")));
}

async function read(name: string, content: string, choose: Partial<Mapping> = {}) {
  const { forms } = await look(name, content);
  const form = { files: forms[0]!.files, mapping: { ...forms[0]!.mapping, ...choose } };
  const done = await readBatch({ form, files: form.files, known: new Map([["LINON", "Linon"]]) }, () => undefined);
  const bars = done.bars[0]!;
  return {
    ...bars,
    mapping: form.mapping,
    reasons: bars.problems.map((p) => `${p.line} ${p.reason}`),
    rows: bars.bars.flatMap((own) =>
      Array.from(own.days, (day, k) => [
        own.ticker,
        isoDate(day),
        own.open[k],
        own.high[k],
        own.low[k],
        own.close[k],
        own.volume[k],
      ]),
    ),
  };
}

const HEAD = "date,open,high,low,close,volume\n";

describe("rows that cannot be bars", () => {
  it.each([
    ["a price of 0", "2024-01-03,0,11,9,0,5", "3 close is 0: a price is above 0"],
    ["a negative price", "2024-01-03,10,11,-9,10,5", "3 low is -9: a price is above 0"],
    ["a close above the high", "2024-01-03,10,11,9,12,5", "3 close 12 lies above high 11"],
    ["an open below the low", "2024-01-03,8,11,9,10,5", "3 open 8 lies below low 9"],
    ["a high below the low", "2024-01-03,10,9,11,10,5", "3 high 9 is below low 11"],
    ["a negative volume", "2024-01-03,10,11,9,10,-5", "3 volume is negative: -5"],
    ["a text for a price", "2024-01-03,10,11,9,ten,5", '3 close "ten" is no number'],
    ["no close", "2024-01-03,10,11,9,,5", "3 close is empty"],
    ["a date of another form", "03.01.2024,10,11,9,10,5", '3 "03.01.2024" is no date as the others are written'],
    ["a Saturday", "2024-01-06,10,11,9,10,5", "3 2024-01-06 is a Saturday: sessions are Monday to Friday"],
    ["too few cells", "2024-01-03,10,11", "3 has 3 cells where 6 are needed"],
  ])("%s", async (_name, row, reason) => {
    const { reasons, rows } = await read(
      "AAA.csv",
      `${HEAD}2024-01-02,10,11,9,10,5\n${row}\n2024-01-04,10,11,9,10,5\n2024-01-05,10,11,9,10,5\n`,
    );
    expect(reasons).toEqual([reason]);
    expect(rows.map(([, day]) => day)).toEqual(["2024-01-02", "2024-01-04", "2024-01-05"]);
  });
  it("several bars a day are refused with what to do, and none of those days is taken", async () => {
    const minutes = ["09:30", "10:30", "11:30"].flatMap((time) =>
      ["2024-01-02", "2024-01-03"].map((day) => `${day} ${time},10,11,9,10.${time.slice(0, 2)},5`),
    );
    const { reasons, rows, problemCount } = await read(
      "AAA.csv",
      `${HEAD}${minutes.sort().join("\n")}\n2024-01-04 16:00,10,11,9,10,5\n`,
    );
    expect(reasons).toEqual([
      "3 AAA has several different bars on 2024-01-02 (lines 2 and 3), and on 1 other day: one bar a session is taken, so save daily bars, or leave one of each",
    ]);
    expect(problemCount).toBe(6);
    expect(rows.map(([, day]) => day)).toEqual(["2024-01-04"]);
  });
});

describe("what is passed over or mended, with a count", () => {
  it("holidays without prices, zeros for what is not known, and what a rounding widens", async () => {
    const { reasons, rows, changes } = await read(
      "AAA.csv",
      `${HEAD}2024-01-01,null,null,null,null,null\n2024-01-02,0,0,0,10,5\n2024-01-03,10,10.99999,9,11,5.4\n2024-01-03,10,10.99999,9,11,5.4\n`,
    );
    expect(reasons).toEqual([]);
    expect(changes).toEqual({ scaled: 0, roundedVolumes: 2, empty: 1, zeros: 3, widened: 2, repeated: 1 });
    expect(rows).toEqual([
      ["AAA", "2024-01-02", NaN, NaN, NaN, 10, 5],
      ["AAA", "2024-01-03", 10, 11, 9, 11, 5],
    ]);
  });
  it("volumes in thousands, millions and billions", async () => {
    const { rows } = await read(
      "AAA.csv",
      "Date,Price,Vol.\n01/16/2024,10,1.25M\n01/17/2024,11,980.5K\n01/18/2024,12,-\n01/19/2024,12,2B\n",
    );
    expect(rows.map((row) => row[6])).toEqual([1_250_000, 980_500, NaN, 2_000_000_000]);
  });
});

describe("columns", () => {
  it("of closes, a ticker each", async () => {
    const { rows, reasons } = await read("closes.csv", "Date,AAA,linon\n2024-01-02,10,20\n2024-01-03,11,\n2024-01-04,12,22\n");
    expect(reasons).toEqual([]);
    expect(rows.map(([ticker, day, , , , close]) => [ticker, day, close])).toEqual([
      ["AAA", "2024-01-02", 10],
      ["AAA", "2024-01-03", 11],
      ["AAA", "2024-01-04", 12],
      // As the ticker that is known already is written.
      ["Linon", "2024-01-02", 20],
      ["Linon", "2024-01-04", 22],
    ]);
  });
  it("adjusted by who made the file are taken, not the raw ones beside them", async () => {
    const { mapping } = await read(
      "AAA.csv",
      "Date,Open,High,Low,Close,Volume,Adj. Open,Adj. High,Adj. Low,Adj. Close,Adj. Volume\n2024-01-02,10,11,9,10,5,5,5.5,4.5,5,10\n2024-01-03,10,11,9,10,5,5,5.5,4.5,5,10\n",
    );
    expect(mapping.roles).toEqual([
      "date",
      "nothing",
      "nothing",
      "nothing",
      "nothing",
      "nothing",
      "open",
      "high",
      "low",
      "close",
      "volume",
    ]);
  });
  it("without a date take the date of the file's name", async () => {
    const { rows } = await read("all_20240105.csv", "symbol,open,high,low,close,volume\nAAA,10,11,9,10,5\nBBB,20,21,19,20,6\n");
    expect(rows.map(([ticker, day]) => [ticker, day])).toEqual([
      ["AAA", "2024-01-05"],
      ["BBB", "2024-01-05"],
    ]);
  });
  it("are told from those of a table of names", async () => {
    const { forms } = await look(
      "list.csv",
      "Symbol;Name;Sector;Founded;Last Price\nAAA;Alpha;Energy;2001-01-01;10,5\nBBB;Beta;Banks;1999-05-05;20,5\n",
    );
    expect(forms[0]!.mapping).toMatchObject({ holds: "names", roles: ["ticker", "name", "sector", "nothing", "nothing"] });
  });
});

describe("files that hold no table", () => {
  it.each([
    ["nothing", "", "is empty"],
    ["a sentence", "Dear all, see you\n", "holds no table of prices or of names"],
    ["words", "Dear all\nSee you\n", "no sign separates its lines into columns"],
    ["a spreadsheet's bytes", Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 0, 0, 0, 1, 2, 3, 0, 9]), "it may be a spreadsheet"],
    ["a cut archive", Buffer.from("504b0304140000000800", "hex"), "cut, damaged or locked"],
    ["a damaged packed file", Buffer.from("1f8b0800000000000003ffff", "hex"), "cut or damaged"],
    ["broken JSON", '[{"date": "2024-01-02"', "is not JSON that can be read"],
    ["a damaged Parquet file", Buffer.from("PAR1abcdefPAR1"), "is not a Parquet file that can be read"],
  ])("%s", async (_name, content, reason) => {
    const { forms, unreadable } = await look("AAA.csv", content);
    expect(forms).toEqual([]);
    expect(unreadable[0]!.reason).toContain(reason);
  });
});

describe("the ticker of a file", () => {
  it("is its name without endings and what all names share", () => {
    expect(stemOf("in/BRK.B.csv.gz")).toBe("BRK.B");
    expect(commonAffixes(["p_AAA_d", "p_AB_d", "p_ACC_d"])).toEqual({ before: "p_", after: "_d" });
    // What they share by chance is part of the tickers.
    expect(commonAffixes(["AAL", "ABL", "ACL"])).toEqual({ before: "", after: "" });
    expect(commonAffixes(["AAA.X", "BBB.X"])).toEqual({ before: "", after: "" });
    expect(tickerOfFile("p_linon_d.csv", { before: "p_", after: "_d" })).toBe("LINON");
    expect(tickerOfFile("Brk.txt", { before: "p_", after: "" })).toBe("Brk");
  });
});

describe("price tables that come with packages", () => {
  const table = (file: string) => fs.readFileSync(path.join("node_modules", file), "utf8");
  const last = (rows: readonly (readonly unknown[])[]) => rows.at(-1);
  it("months by name, many tickers: days at weekends are refused, the others as they are written", async () => {
    const text = table("vega-datasets/data/stocks.csv");
    const { rows, reasons, mapping, problemCount } = await read("stocks.csv", text);
    expect(mapping.roles).toEqual(["ticker", "date", "close"]);
    const lines = text.trim().split(/\r?\n/).slice(1);
    expect(rows.length + problemCount).toBe(lines.length);
    expect(reasons.every((reason) => /Saturday|Sunday/.test(reason))).toBe(true);
    for (const line of lines.filter((_, k) => k % 40 === 0)) {
      const [ticker, date, price] = line.split(",") as [string, string, string];
      const day = isoDate(new Date(`${date} UTC`).getTime() / 86_400_000);
      const found = rows.find((row) => row[0] === ticker && row[1] === day);
      if (found) expect(found[5]).toBe(Number(price));
    }
  });
  it("open to adjusted close, ISO dates", async () => {
    const { rows, changes, reasons } = await read("sp500-2000.csv", table("vega-datasets/data/sp500-2000.csv"));
    expect(reasons).toEqual([]);
    expect(rows).toHaveLength(table("vega-datasets/data/sp500-2000.csv").trim().split("\n").length - 1);
    expect(changes.scaled).toBe(0);
    expect(last(rows)![1]).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  });
  it("a file a ticker", async () => {
    const text = table("@observablehq/sample-datasets/aapl.csv");
    const { rows, reasons } = await read("AAA.csv", text);
    expect(reasons).toEqual([]);
    const [, first] = text.split("\n").map((line) => line.split(","));
    expect(rows[0]![1]).toBe(isoDate(epochDay(first![0]!.slice(0, 10))));
    expect(rows).toHaveLength(text.trim().split("\n").length - 1);
  });
});
