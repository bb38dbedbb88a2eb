import fs from "node:fs";
import path from "node:path";
import { zipSync } from "fflate";
import { byKeyboard, filesField, importSeen, lookAt, toNewMarket, tried, typeChoice } from "./bring";
import { reading, ready } from "./main-job";
import { OwnServer } from "./own-server";
import { faultsAt } from "./screen-faults";
import { expect, test } from "./watch";

/*
 * Own data as people have them, from an empty database, on a server of its own, by keyboard: the journeys build on each other.
 * By mouse the same is done in own-data.spec.ts.
 */

test.describe.configure({ mode: "serial" });
const server = new OwnServer("bring", 0, undefined, { inbox: true });
test.beforeAll(async () => {
  server.make();
  await server.start();
});
test.afterAll(() => server.kill());

/** Weekdays from 2022-01-03 on. */
const days = Array.from(
  { length: 520 },
  (_, k) => new Date(Date.UTC(2022, 0, 3) + (7 * Math.floor(k / 5) + (k % 5)) * 86_400_000),
);
const closeOf = (stock: number, k: number) => (20 + stock) * (1 + 0.25 * Math.sin(k / (40 + stock)) + 0.0004 * k);
const german = (x: number) =>
  x
    .toFixed(2)
    .replace(".", ",")
    .replace(/\B(?=(\d{3})+,)/g, ".");
const dayFirst = (day: Date) =>
  `${String(day.getUTCDate()).padStart(2, "0")}.${String(day.getUTCMonth() + 1).padStart(2, "0")}.${day.getUTCFullYear()}`;

function germanFile(stock: number, from = 0, to = days.length): string {
  const rows = days.slice(from, to).map((day, k) => {
    const close = closeOf(stock, from + k);
    return [
      dayFirst(day),
      german(close),
      german(close * 1.01),
      german(close * 0.99),
      german(close),
      german(1_234_567 + 1000 * (from + k)).slice(0, -3),
    ].join(";");
  });
  return `Datum/Date;Open;High;Low;Last;Volume\n${rows.join("\n")}\n`.replace("Datum/Date", "Date");
}
const upload = (name: string, text: string | Buffer) => ({ name, mimeType: "text/csv", buffer: Buffer.from(text) });
const at = (to: string) => server.address + to;

test("files with semicolons and decimal commas become a market whose Breadth works, by keyboard alone", async ({ page }) => {
  await page.goto(at("/files"));
  await ready(page);
  await filesField(page).setInputFiles(
    Array.from({ length: 12 }, (_, k) => upload(`STOCK${String.fromCharCode(65 + k)}_daily.csv`, germanFile(k))),
  );
  await filesField(page).focus();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await tried(page);
  await expect(reading(page)).toContainText(
    "6,240 bars would be added and none changed, from 2022-01-03 to 2023-12-29; 12 instruments are new.",
  );
  await expect(page.getByText("STOCKA_daily.csv as STOCKA")).toBeVisible();
  await expect(page.getByLabel("Decimal sign")).toHaveValue(",");
  await expect(page.getByLabel("How dates are written")).toHaveValue("day-first");
  await page.getByRole("button", { name: "Import", exact: true }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Imported." })).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press("g");
  await page.keyboard.press("b");
  await expect(page).toHaveURL(/\/breadth/);
  await expect(reading(page)).toContainText(/\d+% of the 12 members/);
  const chart = (await (await page.request.get(at("/data/chart?ticker=STOCKC"))).json()) as { result: { close: number[] } };
  expect(chart.result.close.at(-1)).toBeCloseTo(Math.round(100 * closeOf(2, 519)) / 100, 10);
});

test("which of day and month comes first is asked once, and remembered for the next files of the form", async ({ page }) => {
  // A few days that may be read both ways.
  const vague = (dates: readonly string[]) => `Day|Price\n${dates.map((date, k) => `${date}|${30 + k}`).join("\n")}\n`;
  await page.goto(at("/files"));
  await ready(page);
  await lookAt(page, upload("ASKED.csv", vague(["03/01/2022", "04/01/2022", "05/01/2022"])), byKeyboard);
  await expect(reading(page)).toContainText("cannot be tried yet. Say how the dates are written.");
  await expect(page.getByRole("button", { name: "Import", exact: true })).toBeDisabled();
  await typeChoice(page, "How dates are written", "day");
  await expect(reading(page)).toContainText("from 2022-01-03 to 2022-01-05");
  await importSeen(page, byKeyboard);
  await lookAt(page, upload("NEXT.csv", vague(["06/01/2022", "07/01/2022"])), byKeyboard);
  await expect(page.getByRole("heading", { name: /taken as the last time/ })).toBeVisible();
  await expect(reading(page)).toContainText("from 2022-01-06 to 2022-01-07");
  await byKeyboard(page.getByRole("button", { name: "Put the files away" }));
  await expect(page).toHaveURL(/\/files$/);
});

test("a mapping that was wrong is seen, changed in place, imported wrongly all the same, and undone", async ({ page }) => {
  const right = germanFile(0, 500);
  await page.goto(at("/files"));
  await ready(page);
  await lookAt(page, upload("STOCKA_daily.csv", right), byKeyboard);
  await expect(reading(page)).toContainText("0 bars would be added and none changed");
  // The high taken for the close: the dry run says what that would do to what is there.
  await typeChoice(page, "High is taken for", "close");
  await expect(reading(page)).toContainText(/0 bars would be added and 20 changed/);
  await expect(page.getByRole("region", { name: "What would come of it" })).toContainText(
    "20 of 1 instrument, their closes by a median of 1.0%",
  );
  await expect(page.getByLabel("Last is taken for")).toHaveValue("nothing");
  await importSeen(page, byKeyboard);
  const close = async () =>
    (
      (await (await page.request.get(at("/data/chart?ticker=STOCKA&asof=2023-12-29"))).json()) as { result: { close: number[] } }
    ).result.close.at(-1)!;
  expect(await close()).toBeGreaterThan(closeOf(0, 519) * 1.005);
  const changes = page.getByRole("listitem").filter({ hasText: "STOCKA_daily.csv" }).first();
  await byKeyboard(changes.getByRole("button", { name: "Undo" }));
  await expect.poll(close).toBeCloseTo(Math.round(100 * closeOf(0, 519)) / 100, 10);
});

test("a zip of many, with bars of another market, is one import", async ({ page }) => {
  const text = (stock: number) =>
    `symbol,timestamp,open,high,low,close,adjusted close,volume\n${days
      .slice(0, 300)
      .map((day, k) => {
        const close = closeOf(stock, k);
        return `Z${stock},${Math.floor(day.getTime() / 1000)},${close},${close * 1.01},${close * 0.99},${close},${close / 2},1000.5`;
      })
      .join("\n")}\n`;
  const zip = zipSync(Object.fromEntries([0, 1, 2].map((k) => [`many/part ${k}.csv`, Buffer.from(text(k))])));
  await page.goto(at("/files"));
  await ready(page);
  await lookAt(page, { name: "many.zip", mimeType: "application/zip", buffer: Buffer.from(zip) }, byKeyboard);
  await expect(page.getByRole("region", { name: "What would come of it" })).toContainText(
    "900 bars scaled to the adjusted close",
  );
  await expect(page.getByRole("region", { name: "What would come of it" })).toContainText(
    "900 volumes in fractions rounded to whole shares",
  );
  await toNewMarket(page, "ZIPPED", "Zipped");
  await importSeen(page, byKeyboard);
  const chart = (await (await page.request.get(at("/data/chart?ticker=Z1&market=ZIPPED"))).json()) as {
    result: { close: number[] };
  };
  expect(chart.result.close.at(-1)).toBeCloseTo(closeOf(1, 299) / 2, 8);
});

test("names, sectors and groups come from a table, and are changed for many at once by keyboard", async ({ page }) => {
  const names = `Code;Company;Sector;Theme\n${Array.from({ length: 12 }, (_, k) => `STOCK${String.fromCharCode(65 + k)};Company ${k};${k < 6 ? "Harbours" : ""};${k < 4 ? "Cranes" : ""}`).join("\n")}\n`;
  await page.goto(at("/files"));
  await ready(page);
  await lookAt(page, upload("who.csv", names), byKeyboard);
  await expect(reading(page)).toContainText("They would bring 12 instruments, 4 memberships.");
  await expect(page.getByRole("region", { name: "What would come of it" })).toContainText("survivors only");
  await importSeen(page, byKeyboard);
  await page.goto(at("/files/instruments?market=HOME"));
  await ready(page);
  await expect(reading(page)).toContainText(/stocks have no sector/);
  await page.getByPlaceholder(/a word of ticker/).fill("stockg");
  const row = page.locator('tr[data-row="STOCKG"]');
  await row.focus();
  await page.keyboard.press("Space");
  await page.getByPlaceholder(/a word of ticker/).fill("stockh");
  await page.locator('tr[data-row="STOCKH"]').focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("2 instruments picked")).toBeVisible();
  await page.getByLabel("sector").fill("Ferries");
  await page.keyboard.press("Enter");
  await expect(page.getByText("Saved for 2 instruments")).toBeVisible();
  await page.getByPlaceholder(/a word of ticker/).fill("ferries");
  await expect(page.locator("tr[data-row]")).toHaveCount(2);
});

test("a market's name, indexes and holidays are chosen among what is there", async ({ page }) => {
  await page.goto(at("/files"));
  await ready(page);
  await byKeyboard(page.getByRole("button", { name: "Change the market Home market" }));
  const form = page.getByRole("form", { name: "Change Home market" });
  await form.getByLabel("name").fill("Harbour market");
  await form.getByLabel("currency").fill("EUR");
  await byKeyboard(form.getByRole("button", { name: "Save" }));
  await expect(page.getByRole("heading", { name: /Harbour market HOME, EUR/ })).toBeVisible();
  const changed = page.getByRole("listitem").filter({ hasText: "Changed the market Harbour market" });
  await byKeyboard(changed.getByRole("button", { name: "Undo" }));
  await expect(page.getByRole("heading", { name: /Home market HOME/ })).toBeVisible();
});

test("an evening's files in the watched folder change an open screen, and what has a fault is refused with a note", async ({
  page,
}) => {
  await page.goto(at("/breadth?market=HOME"));
  await ready(page);
  await expect(page.getByLabel("As-of date, year-month-day")).toHaveValue("2023-12-29");
  const next = new Date(Date.UTC(2024, 0, 1));
  const inbox = path.join(server.folder, "inbox");
  for (let k = 0; k < 12; k++)
    fs.writeFileSync(
      path.join(inbox, `STOCK${String.fromCharCode(65 + k)}_daily.csv`),
      `Date;Open;High;Low;Last;Volume\n${dayFirst(next)};50,5;51,5;49,5;50,75;1.234.567\n`,
    );
  fs.writeFileSync(
    path.join(inbox, "STOCKX_daily.csv"),
    `Date;Open;High;Low;Last;Volume\n${dayFirst(next)};50,5;49,5;51,5;50,75;1.234.567\n`,
  );
  await expect(page.getByLabel("As-of date, year-month-day")).toHaveValue("2024-01-01", { timeout: 30_000 });
  await expect.poll(() => fs.readdirSync(path.join(inbox, "done")).length).toBe(12);
  expect(fs.readFileSync(path.join(inbox, "refused", "STOCKX_daily.csv.txt"), "utf8")).toContain(
    "STOCKX_daily.csv, line 2: high 49.5 is below low 51.5",
  );
  await page.keyboard.press("g");
  await page.keyboard.press("d");
  const arrivals = page.getByRole("region", { name: "Watched folder" });
  await expect(arrivals).toContainText("Imported STOCKL_daily.csv, STOCKK_daily.csv and 10 more files: 12 bars");
  await expect(arrivals).toContainText("Refused STOCKX_daily.csv");
});

test("the step before importing can be read by everyone, at every size, in both themes, and in words that are explained", async ({
  page,
}) => {
  test.setTimeout(120_000);
  await page.goto(at("/files"));
  await ready(page);
  const wide = `date,${Array.from({ length: 40 }, (_, k) => `WIDE${k}`).join(",")}\n${days
    .slice(0, 9)
    .map((day, d) => [day.toISOString().slice(0, 10), ...Array.from({ length: 40 }, (_, k) => k + d + 1)].join(","))
    .join("\n")}\n`;
  const bad = germanFile(3, 400).replace(/;\d+,\d+;1\./g, (_all, k: number) => (k % 7 === 0 ? ";-5;1." : ";77,00;1."));
  const files = [
    upload("STOCKD_daily.csv", bad),
    upload("wide closes.csv", wide),
    upload("who.csv", "Code;Company;Sector;Theme\nSTOCKA;A company with quite a long name;Harbours;Cranes\n"),
    upload("note.csv", "Dear all\n"),
  ];
  await lookAt(page, files, byKeyboard);
  await expect(page.getByText("holds no table").first()).toBeVisible();
  expect(await faultsAt(page, page.url(), { isWhole: true })).toEqual([]);
  await page.goto(at("/files"));
  await ready(page);
  await lookAt(page, upload("plain.txt", "03/01/2022;10\n04/01/2022;11\n"), byKeyboard);
  await expect(page.getByRole("button", { name: "That is right" })).toBeVisible();
  expect(await faultsAt(page, page.url(), { isWhole: true })).toEqual([]);
});

test("a server that is killed while it imports has all of it or nothing, and a backup is a database", async ({ page }) => {
  test.setTimeout(90_000);
  const bars = async () => ((await (await fetch(at("/healthz"))).json()) as { dataVersion: number }).dataVersion;
  const before = await bars();
  const many = Array.from({ length: 60 }, (_, k) => upload(`K${k}_daily.csv`, germanFile(k)));
  await page.goto(at("/files"));
  await ready(page);
  await lookAt(page, many, byKeyboard);
  await byKeyboard(page.getByRole("button", { name: "Import", exact: true }));
  await page.waitForTimeout(300);
  await server.kill();
  await server.start();
  const after = await bars();
  const chart = await fetch(at("/data/chart?ticker=K59&market=HOME"));
  const has = ((await chart.json()) as { result?: unknown }).result !== undefined;
  expect(has).toBe(after > before);
  await page.goto(at("/files"));
  await ready(page);
  const download = page.waitForEvent("download");
  await byKeyboard(page.getByRole("link", { name: "The whole database as a file" }));
  const saved = await (await download).path();
  expect(fs.readFileSync(saved).subarray(0, 15).toString()).toBe("SQLite format 3");
});

test("months, days and words of many kinds never end in a fault", async ({ request }) => {
  expect((await request.get(at("/files/incoming/nothing"), { maxRedirects: 0 })).status()).toBe(302);
  const forms: Record<string, string>[] = [
    { intent: "map", place: "0" },
    { intent: "import" },
    { intent: "nothing" },
    { intent: "remove-span", from: "Jan", to: "x" },
  ];
  for (const form of forms) {
    const headers = { Origin: server.address };
    expect((await request.post(at("/files/incoming/nothing.data"), { headers, form })).status()).toBeLessThan(500);
    expect((await request.post(at("/files.data"), { headers, form })).status()).toBeLessThan(500);
    expect((await request.post(at("/files/instruments.data"), { headers, form })).status()).toBeLessThan(500);
  }
});
