import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Knex } from "knex";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { epochDay, isoDate, weekday } from "@core";
import { seeded } from "@core/testing";
import { Desk } from "../ask/desk.server";
import { listChanges, removeInstrument, removeSpan, undoChange } from "../data-changes.server";
import { editInstruments, editMarket } from "../data-edits.server";
import { openDatabase } from "../db.server";
import { Invalid, NotFound } from "../errors";
import { listLists, saveList } from "../lists.server";
import { listInstruments } from "../stores/instruments-store.server";
import { listHolidays, listMarkets } from "../stores/markets-store.server";
import { listMemberships } from "../stores/memberships-store.server";
import { getBars } from "../stores/bars-store.server";
import { downloadLines } from "../transfer/export.server";
import { importFiles } from "../transfer/import.server";
import { dryRun } from "./dry-run.server";
import { importGiven } from "./import-given.server";
import { knownForm } from "./known-form.server";
import { IngestHere } from "./ingest-here";
import type { Mapping } from "./mapping";
import { lookAtFiles } from "./look-at-files";

/* What an import would do, told before it is done; then it is done, changed, and taken back. */

let folder: string;
let db: Knex;
beforeEach(async () => {
  folder = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-dry-"));
  db = await openDatabase(path.join(folder, "test.db"));
});
afterEach(async () => {
  await db.destroy();
  fs.rmSync(folder, { recursive: true, force: true });
});

const DAYS: number[] = [];
for (let day = epochDay("2023-10-02"); DAYS.length < 60; day++) if (weekday(day) <= 5) DAYS.push(day);

interface Row {
  readonly day: number;
  readonly close: number;
  readonly volume?: number;
}
const textOf = (rows: readonly Row[]) =>
  `date;close;volume\n${rows.map(({ day, close, volume = 1000 }) => `${isoDate(day)};${close};${volume}`).join("\n")}\n`;
function series(seed: number, price = 50): Row[] {
  const random = seeded(seed);
  return DAYS.map((day) => ({
    day,
    close: Math.round(100 * price * (0.98 + 0.04 * random())) / 100,
    volume: 1000 + Math.round(200 * random()),
  }));
}

let given = 0;
async function seenIn(files: Readonly<Record<string, string>>) {
  const own = path.join(folder, `given-${given++}`);
  fs.mkdirSync(path.join(own, "unpacked"), { recursive: true });
  return lookAtFiles(
    Object.entries(files).map(([name, text]) => {
      fs.writeFileSync(path.join(own, name), text);
      return { path: path.join(own, name), name };
    }),
    path.join(own, "unpacked"),
  );
}

async function requestOf(files: Readonly<Record<string, string>>, choose: Partial<Mapping> = {}) {
  const seen = await seenIn(files);
  expect(seen.unreadable).toEqual([]);
  return {
    files: seen.own,
    forms: seen.forms.map((form) => ({
      files: form.files,
      mapping: { ...form.mapping, market: "HOME", marketName: "Home", ...choose },
    })),
  };
}

const FIVE = Object.fromEntries(["AAA", "BBB", "CCC", "DDD", "EEE"].map((ticker, k) => [`${ticker}.csv`, textOf(series(k + 1))]));

describe("a dry run", () => {
  it("counts what is new, and writes nothing", async () => {
    const found = await dryRun(db, await requestOf(FIVE));
    expect(found).toMatchObject({
      newTickers: { total: 5, first: ["AAA", "BBB", "CCC", "DDD", "EEE"] },
      knownTickers: 0,
      bars: { added: 300, same: 0, changed: 0, largest: null, medianMove: null },
      first: isoDate(DAYS[0]!),
      last: isoDate(DAYS[59]!),
      problemCount: 0,
    });
    for (const finding of [found.thin, found.gaps, found.splits, found.suspicious]) expect(finding.total).toBe(0);
    expect(await listMarkets(db)).toEqual([]);
    expect(await listInstruments(db)).toEqual([]);
  });
  it("tells what would change against what is there", async () => {
    await importFiles(db, await requestOf(FIVE));
    const rows = series(1);
    const changed = rows.map((row, k) =>
      k === 10 ? { ...row, close: row.close * 2 } : k === 20 ? { ...row, close: row.close * 1.1 } : row,
    );
    const later = [...changed, { day: DAYS[59]! + 7, close: 50 }];
    const found = await dryRun(db, await requestOf({ "AAA.csv": textOf(later) }));
    expect(found.newTickers.total).toBe(0);
    expect(found.knownTickers).toBe(1);
    expect(found.bars).toMatchObject({ added: 1, same: 58, changed: 2, changedInstruments: 1 });
    expect(found.bars.largest).toEqual({
      ticker: "AAA",
      day: isoDate(DAYS[10]!),
      from: rows[10]!.close,
      to: rows[10]!.close * 2,
    });
    expect(found.bars.medianMove).toBeCloseTo(1, 10);
    // The close that is doubled stands alone.
    expect(found.suspicious.first).toEqual([{ ticker: "AAA", day: isoDate(DAYS[10]!), change: expect.any(Number) as number }]);
  });
  it("finds splits, gaps, and days without most of the stocks", async () => {
    const split = series(1).map((row, k) => (k < 30 ? row : { ...row, close: row.close / 2, volume: 2 * (row.volume ?? 0) }));
    const gap = series(2).filter((_, k) => k < 20 || k >= 35);
    // On one day only one of five has a bar.
    const lacking = (rows: readonly Row[]) => rows.filter(({ day }) => day !== DAYS[50]);
    const found = await dryRun(
      db,
      await requestOf({
        "AAA.csv": textOf(split),
        "BBB.csv": textOf(lacking(gap)),
        "CCC.csv": textOf(lacking(series(3))),
        "DDD.csv": textOf(lacking(series(4))),
        "EEE.csv": textOf(lacking(series(5))),
      }),
    );
    expect(found.splits).toEqual({ total: 1, first: [{ ticker: "AAA", day: isoDate(DAYS[30]!), ratio: 2 }] });
    expect(found.gaps).toEqual({
      total: 1,
      first: [{ ticker: "BBB", sessions: 15, after: isoDate(DAYS[19]!), before: isoDate(DAYS[35]!) }],
    });
    expect(found.thin).toEqual({ total: 1, first: [{ day: isoDate(DAYS[50]!), stocks: 1, of: 5 }] });
  });
  it("of one evening counts against those that trade already", async () => {
    await importFiles(db, await requestOf(FIVE));
    const next = DAYS[59]! + 3;
    const evening = (tickers: readonly string[]) => ({
      "evening.csv": `ticker,date,close\n${tickers.map((ticker) => `${ticker},${isoDate(next)},50`).join("\n")}\n`,
    });
    expect((await dryRun(db, await requestOf(evening(["AAA", "BBB"])))).thin.first).toEqual([
      { day: isoDate(next), stocks: 2, of: 5 },
    ]);
    expect((await dryRun(db, await requestOf(evening(["AAA", "BBB", "CCC"])))).thin.total).toBe(0);
    // Half is not fewer than half.
    await removeInstrument(db, "EEE");
    expect((await dryRun(db, await requestOf(evening(["AAA", "BBB"])))).thin.total).toBe(0);
  });
  it("names the market that is missing, and files that differ about a day", async () => {
    const nowhere = await dryRun(db, await requestOf({ "AAA.csv": textOf(series(1)) }, { market: "" }));
    expect(nowhere.problems).toEqual([
      { file: "AAA.csv", line: 0, reason: "AAA is new, and no market is named for new tickers" },
    ]);
    const twice = await dryRun(
      db,
      await requestOf({
        "a.csv": "ticker,date,close\nAAA,2024-01-02,10\nAAA,2024-01-03,11\n",
        "b.csv": "ticker,date,close\nAAA,2024-01-03,12\nAAA,2024-01-04,13\n",
      }),
    );
    expect(twice.problems).toEqual([{ file: "b.csv", line: 0, reason: "has another bar of AAA on 2024-01-03 than a.csv" }]);
    expect(twice.bars.added).toBe(3);
  });
});

describe("an import of the good rows", () => {
  it("leaves the others out, where all would be refused else", async () => {
    const bad = textOf(series(1)).replace(/;1\d{3}\n$/, ";-5\n");
    const request = await requestOf({ "AAA.csv": bad, "BBB.csv": textOf(series(2)) });
    const refused = await importFiles(db, request);
    expect(refused).toMatchObject({ imported: false, problemCount: 1 });
    expect(await listInstruments(db)).toEqual([]);
    const report = await importFiles(db, { ...request, onlyGood: true });
    expect(report).toMatchObject({ imported: true, problemCount: 1, rows: { bars: 119 } });
  });
  it("of the open formats leaves out what refers to nothing, or comes twice", async () => {
    const file = (name: string, text: string) => {
      fs.writeFileSync(path.join(folder, name), text);
      return { path: path.join(folder, name), name };
    };
    const files = [
      file("markets.csv", "market,name,currency\nHOME,Home,ALD\n"),
      file("instruments.csv", "ticker,name,kind,market\nAAA,Alpha,stock,HOME\nBBB,Beta,stock,NOWHERE\n"),
      file("bars.csv", "ticker,date,close\nAAA,2024-01-02,1\nAAA,2024-01-02,1\nBBB,2024-01-02,1\nAAA,2024-01-03,0\n"),
      file("membership.csv", "group,kind,ticker,from\nG,theme,AAA,2024-01-02\nG,theme,CCC,2024-01-02\n"),
      file(
        "holidays.csv",
        "market,date,known\nHOME,2024-01-01,2023-01-01\nHOME,2024-01-01,2023-01-01\nNOWHERE,2024-01-01,2023-01-01\n",
      ),
    ];
    expect((await importFiles(db, { files })).imported).toBe(false);
    const report = await importFiles(db, { files, onlyGood: true });
    expect(report.imported).toBe(true);
    expect((await listInstruments(db)).map((i) => i.ticker)).toEqual(["AAA"]);
    expect((await listMemberships(db)).map((m) => m.ticker)).toEqual(["AAA"]);
    expect(await listHolidays(db)).toHaveLength(1);
  });
});

describe("who is who", () => {
  const NAMES =
    "Symbol;Company;Type;Sector;Shares;Theme\nAAA;Alpha;Common Stock;Energy;1.500.000,5;Wind|Water\nBBB;Beta;ETF;;2.000,5;Wind\nZZZ;Zeta;Stock;Banks;;\n";
  it("comes from a table in the same forgiving way, and says what members without dates do to statistics", async () => {
    await importFiles(db, await requestOf(FIVE));
    const report = await importFiles(db, await requestOf({ "names.csv": NAMES }));
    expect(report.imported).toBe(true);
    const rows = new Map((await listInstruments(db)).map((row) => [row.ticker, row]));
    expect(rows.get("AAA")).toMatchObject({
      name: "Alpha",
      kind: "stock",
      sector: "Energy",
      marketValueShares: 1_500_000.5,
      market: "HOME",
    });
    expect(rows.get("BBB")).toMatchObject({ name: "Beta", kind: "fund", sector: null });
    expect(rows.get("CCC")).toMatchObject({ name: "CCC", kind: "stock" });
    expect((await listMemberships(db)).map((m) => [m.group, m.kind, m.ticker, m.from, m.to])).toEqual([
      ["Water", "theme", "AAA", DAYS[0], null],
      ["Wind", "theme", "AAA", DAYS[0], null],
      ["Wind", "theme", "BBB", DAYS[0], null],
    ]);
    expect(report.notes.join("\n")).toContain("Those who left are missing, so statistics of the past show survivors only");
    expect(report.notes.join("\n")).toContain("1 instrument without bars yet: ZZZ");
  });
  it("makes lists of the analyst's where the column has those, adds to one that is there, and takes both back", async () => {
    await importFiles(db, await requestOf(FIVE));
    await saveList(
      db,
      JSON.stringify({ version: 1, name: "Wind", market: "HOME", members: [{ ticker: "CCC", note: "mine", added: 19_000 }] }),
    );
    const before = await listLists(db);
    const report = await importFiles(db, await requestOf({ "names.csv": NAMES }, { groupKind: "list" }));
    expect(report.words).toContain("2 lists");
    const tickers = async () => (await listLists(db)).map((list) => [list.name, ...list.members.map((m) => m.ticker)]);
    expect(await tickers()).toEqual([
      ["Wind", "CCC", "AAA", "BBB"],
      ["Water", "AAA"],
    ]);
    expect(await listMemberships(db)).toEqual([]);
    await undoChange(db, (await listChanges(db))[0]!.id);
    expect(await listLists(db)).toEqual(before);
  });
  it("together with prices is one import", async () => {
    const report = await importFiles(
      db,
      await requestOf({ ...FIVE, "names.csv": NAMES.replace("ZZZ;Zeta;Stock;Banks;;\n", "") }),
    );
    expect(report.rows).toMatchObject({ instruments: 5, bars: 300, membership: 3, markets: 1 });
    expect((await listMemberships(db)).every((m) => m.from === DAYS[0])).toBe(true);
  });
  it("is changed for one or for many, undone, and refused where it has no meaning", async () => {
    await importFiles(db, await requestOf(FIVE));
    await editInstruments(db, ["AAA", "BBB"], { sector: "Energy", kind: "fund" });
    await editInstruments(db, ["AAA"], { name: "Alpha", sector: "" });
    const now = async () => (await listInstruments(db)).map((i) => [i.ticker, i.name, i.kind, i.sector]).slice(0, 3);
    expect(await now()).toEqual([
      ["AAA", "Alpha", "fund", null],
      ["BBB", "BBB", "fund", "Energy"],
      ["CCC", "CCC", "stock", null],
    ]);
    const [last, before] = await listChanges(db);
    expect(last!.words).toBe("name, sector of AAA");
    expect(before!.words).toBe("kind, sector of 2 instruments");
    await undoChange(db, last!.id);
    expect((await now())[0]).toEqual(["AAA", "AAA", "fund", "Energy"]);
    await undoChange(db, before!.id);
    expect((await now())[1]).toEqual(["BBB", "BBB", "stock", null]);
    await expect(editInstruments(db, ["NOBODY"], { sector: "X" })).rejects.toThrow(NotFound);
    await expect(editInstruments(db, ["AAA", "BBB"], { name: "Both" })).rejects.toThrow(Invalid);
    await expect(editInstruments(db, ["AAA"], { kind: "house" })).rejects.toThrow(Invalid);
    await expect(editInstruments(db, ["AAA"], {})).rejects.toThrow(Invalid);
    await expect(editInstruments(db, [], { kind: "fund" })).rejects.toThrow(Invalid);
  });
});

describe("a market", () => {
  const plain = { name: "Home", currency: "EUR", broadIndex: "", volatilityIndex: "", calendar: "as-it-is" };
  it("has its indexes chosen among what is there, and its holidays found in its bars", async () => {
    const without = Object.fromEntries(
      Object.entries(FIVE).map(([name, text]) => [name, text.replace(new RegExp(`${isoDate(DAYS[12]!)}.*\n`), "")]),
    );
    await importFiles(db, await requestOf(without));
    await editMarket(db, "HOME", { ...plain, broadIndex: "AAA", calendar: "own-bars" });
    expect((await listMarkets(db))[0]).toEqual({
      market: "HOME",
      name: "Home",
      currency: "EUR",
      broadIndex: "AAA",
      volatilityIndex: null,
    });
    // A day without a bar is known to be none on that day, not before.
    expect(await listHolidays(db)).toEqual([{ market: "HOME", date: DAYS[12], known: DAYS[12] }]);
    await undoChange(db, (await listChanges(db))[0]!.id);
    expect(await listHolidays(db)).toEqual([]);
    await expect(editMarket(db, "HOME", { ...plain, broadIndex: "NOBODY" })).rejects.toThrow(NotFound);
    await expect(editMarket(db, "AWAY", plain)).rejects.toThrow(NotFound);
    await expect(editMarket(db, "HOME", { ...plain, calendar: "market:AWAY" })).rejects.toThrow(NotFound);
    await expect(editMarket(db, "HOME", { ...plain, name: " " })).rejects.toThrow(Invalid);
  });
  it("with a hole in its data has no holidays found in it", async () => {
    await importFiles(
      db,
      await requestOf(
        Object.fromEntries(["AAA", "BBB"].map((t, k) => [`${t}.csv`, textOf(series(k).filter((_, d) => d < 20 || d > 40))])),
      ),
    );
    await expect(editMarket(db, "HOME", { ...plain, calendar: "own-bars" })).rejects.toThrow("more than holidays would");
    expect(await listHolidays(db)).toEqual([]);
  });
});

describe("days of a market", () => {
  it("are removed with their first and last, and put back", async () => {
    await importFiles(db, await requestOf(FIVE));
    const lines = async () => {
      const all: string[] = [];
      for await (const line of downloadLines(db, "bars", {})) all.push(line);
      return all.join("");
    };
    const before = await lines();
    await removeSpan(db, { market: "HOME", from: DAYS[10]!, to: DAYS[19]! });
    const [row] = await listInstruments(db);
    const left = await getBars(db, row!.id, row!.ticker);
    expect([...left.days]).toEqual(DAYS.filter((_, k) => k < 10 || k > 19));
    const [change] = await listChanges(db);
    expect(change).toMatchObject({ before: { instruments: 5, bars: 300 }, after: { instruments: 5, bars: 250 } });
    await undoChange(db, change!.id);
    expect(await lines()).toBe(before);
    await expect(removeSpan(db, { market: "HOME", from: DAYS[0]! - 400, to: DAYS[0]! - 1 })).rejects.toThrow(NotFound);
    await expect(removeSpan(db, { market: "HOME", from: DAYS[5]!, to: DAYS[4]! })).rejects.toThrow(Invalid);
    expect(await lines()).toBe(before);
  });
});

describe("new tickers", () => {
  it("are taken for those of the market to which most of the known ones beside them belong", async () => {
    await importFiles(db, await requestOf({ "AAA.csv": textOf(series(1)) }, { market: "FIRST" }));
    await importFiles(db, await requestOf({ "CCC.csv": textOf(series(2)), "DDD.csv": textOf(series(3)) }, { market: "SECOND" }));
    const market = async (files: Readonly<Record<string, string>>) => {
      const { forms } = await seenIn(files);
      return (await knownForm(db, forms[0]!)).mapping.market;
    };
    const text = textOf(series(4));
    expect(await market({ "AAA.csv": text, "ccc.csv": text, "DDD.csv": text, "NEW.csv": text })).toBe("SECOND");
    expect(await market({ "one.csv": "ticker,date,close\nNEW,2024-01-02,1\nAAA,2024-01-02,1\nNEWER,2024-01-02,1\n" })).toBe(
      "FIRST",
    );
    // None is known: the first of all.
    expect(await market({ "NEW.csv": text })).toBe("FIRST");
  });
});

describe("a mapping", () => {
  const choose = { market: "HOME", marketName: "Home", currency: "EUR" };
  const give = (name: string, text: string, chosen: Partial<Mapping> = {}, mostBytes?: number) => {
    const own = fs.mkdtempSync(path.join(folder, "own-"));
    fs.mkdirSync(path.join(own, "unpacked"));
    fs.writeFileSync(path.join(own, name), text);
    const request = {
      files: [{ path: path.join(own, name), name }],
      folder: path.join(own, "unpacked"),
      database: path.join(folder, "test.db"),
      choose: chosen,
      ...(mostBytes === undefined ? {} : { mostBytes }),
    };
    return importGiven(db, new IngestHere(db), request, { tell: () => undefined, signal: new AbortController().signal });
  };
  it("that was chosen is remembered for the next files of its form, and for no others", async () => {
    const vague = (days: readonly string[]) => `Day;Price\n${days.map((day) => `${day};10`).join("\n")}\n`;
    const first = await give("AAA.csv", vague(["02/01/2024", "03/01/2024"]), choose);
    expect(first.imported).toBe(false);
    expect(first.problems[0]!.reason).toContain("Say how the dates are written.");
    expect((await give("AAA.csv", vague(["02/01/2024", "03/01/2024"]), { ...choose, dates: "day-first" })).imported).toBe(true);
    // The same form again, by itself.
    expect((await give("BBB.csv", vague(["04/01/2024", "05/01/2024"]))).imported).toBe(true);
    const chart = await new Desk(db).ask<{ close: Float64Array }>({ study: "chart", params: { ticker: "BBB" } });
    expect(isoDate(chart.asOf)).toBe("2024-01-05");
    // A table of the open formats has as many bytes as whoever gives it allows.
    const holidays = "market,date,known\nHOME,2024-12-25,2024-01-02\n";
    expect((await give("holidays.csv", holidays, {}, 30)).problems[0]!.reason).toContain("the most that is taken here is");
    expect((await give("holidays.csv", holidays)).problems).toEqual([]);
    // What was chosen goes with the import that it was chosen for.
    for (const change of await listChanges(db)) await undoChange(db, change.id);
    expect((await give("DDD.csv", vague(["04/01/2024", "05/01/2024"]))).imported).toBe(false);
    // Another header is another form.
    expect((await give("CCC.csv", vague(["02/01/2024", "03/01/2024"]).replace("Price", "Close"))).imported).toBe(false);
  });
});
