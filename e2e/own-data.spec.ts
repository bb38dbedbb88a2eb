import fs from "node:fs";
import path from "node:path";
import { importSeen, lookAt, toNewMarket } from "./bring";
import { mainJobByKeyboard, mainJobByMouse, reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* On a server that begins with nothing. The tests build on each other's data, so they run in their order. */
test.describe.configure({ mode: "serial" });

test.use({ baseURL: addressOf("empty") });
const csv = path.resolve("test-results/e2e-made/csv");

test("without data every screen says what to do", async ({ page }) => {
  await page.goto("/breadth");
  await expect(page.getByRole("alert")).toContainText("There is no market data yet");
  await page.getByRole("link", { name: "Import market data" }).click();
  await expect(page).toHaveURL(/\/files/);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("There is no market data yet");
});

test("bad rows are listed with their lines, and nothing is imported", async ({ page }) => {
  await page.goto("/files");
  await ready(page);
  const rows = [
    "ticker,date,open,high,low,close,volume",
    "AAA,2024-01-02,10,11,9,10,1",
    "AAA,2024-01-03,10,9,11,10,1",
    "AAA,3 Jan,10,11,9,10,1",
    "AAA,2024-01-05,10,11,9,10,-1",
  ];
  await lookAt(page, { name: "bars.csv", mimeType: "text/csv", buffer: Buffer.from(rows.join("\n")) });
  await expect(reading(page)).toContainText("3 rows have a problem");
  await expect(page.getByRole("button", { name: "Import", exact: true })).toBeDisabled();
  const outcome = page.getByRole("region", { name: "Problems" });
  await expect(outcome.getByRole("row", { name: /bars\.csv 3 high 9 is below low 11/ })).toBeVisible();
  await expect(outcome.getByRole("row", { name: /bars\.csv 4 "3 Jan" is no date as the others are written/ })).toBeVisible();
  await expect(outcome.getByRole("row", { name: /bars\.csv 5 volume is negative/ })).toBeVisible();
  await page.getByRole("button", { name: "Put the files away" }).click();
  await expect(page).toHaveURL(/\/files$/);
  await expect(page.getByText("Nothing yet.")).toBeVisible();
});

test("the analyst's own files are imported by upload", async ({ page }) => {
  await page.goto("/files");
  await ready(page);
  const files = fs.readdirSync(csv).map((name) => path.join(csv, name));
  await lookAt(page, files);
  await expect(page.getByText("their columns say what they are")).toBeVisible();
  await importSeen(page);
  await page.getByRole("link", { name: "To Today" }).click();
  await expect(reading(page)).toContainText("Aldane broad has been");
});

test("the main job on imported data, by mouse", async ({ page }) => {
  await mainJobByMouse(page, "/");
});

test("the main job on imported data, by keyboard", async ({ page }) => {
  await mainJobByKeyboard(page, "/");
});

test("imported data answer as the data they came from", async ({ request }) => {
  const made = addressOf("made");
  for (const question of [
    "/data/today",
    "/data/breadth?asof=2024-02-09",
    "/data/groups?peers=industry",
    "/data/stocks?group=market:&asof=2025-05-05",
  ]) {
    const [own, source] = await Promise.all([request.get(question), request.get(made + question)]);
    expect(await own.text()).toBe(await source.text());
  }
});

test("a bars file alone becomes a market of its own beside the other", async ({ page }) => {
  const lines = ["ticker,date,open,high,low,close,volume"];
  for (let i = 0; i < 6; i++) {
    let price = 20 + i;
    for (let d = 0; d < 300; d++) {
      const day = new Date(Date.UTC(2024, 0, 1) + (7 * Math.floor(d / 5) + (d % 5)) * 86_400_000).toISOString().slice(0, 10);
      price *= 1 + 0.02 * Math.sin(d / 17 + i);
      const close = price.toFixed(2);
      lines.push(`OWN${i},${day},${close},${close},${close},${close},1000`);
    }
  }
  await page.goto("/files");
  await ready(page);
  await lookAt(page, { name: "my prices.csv", mimeType: "text/csv", buffer: Buffer.from(lines.join("\n")) });
  await toNewMarket(page, "OWN", "My stocks");
  await importSeen(page);
  await expect(page.getByRole("status")).toContainText("6 tickers without an instrument row became stocks of My stocks");
  await page.getByRole("button", { name: "Market: Aldane" }).click();
  await page.getByRole("menuitemradio", { name: "My stocks" }).click();
  await expect(page).toHaveURL(/market=OWN/);
  await page.getByRole("navigation", { name: "Course" }).getByRole("link", { name: "Today" }).click();
  await expect(reading(page)).toContainText(/My stocks composite has been (rising|ranging|falling)/);
  await page.getByRole("navigation", { name: "Course" }).getByRole("link", { name: "Groups" }).click();
  await page.getByRole("link", { name: "all stocks can be ranked together" }).click();
  await expect(page.getByRole("table", { name: "Stocks by strength" }).locator("tr[data-row]")).toHaveCount(6);
  await page.locator("tr[data-row]").first().getByRole("link").click();
  await expect(page).toHaveURL(/\/chart\/OWN\d\?.*market=OWN/);
});

test("an import can be undone, and an instrument removed and put back, after a question", async ({ page }) => {
  await page.goto("/files");
  await ready(page);
  const loaded = page.getByRole("main");
  const before = await loaded.getByText(/Data version/).innerText();
  const file = path.resolve("test-results/e2e-empty/wrong.csv");
  fs.writeFileSync(file, "ticker,date,close\nMISTAKE,2024-01-02,5\n");
  await lookAt(page, file);
  await toNewMarket(page, "WRONG", "WRONG");
  await importSeen(page);
  await expect(page.getByRole("status")).toContainText("1 market, 1 instrument, 1 bar.");
  await expect(page.getByRole("status")).toContainText("1 ticker without an instrument row became a stock of WRONG");
  const changes = page.getByRole("listitem").filter({ hasText: "wrong.csv" });
  await changes.getByRole("button", { name: "Undo" }).click();
  await expect(changes).toHaveCount(0);
  await expect(loaded).not.toContainText("WRONG");
  await expect(loaded.getByText(/Data version/)).not.toHaveText(before);
  await page.getByLabel("ticker").fill("NOBODY");
  await page.getByRole("button", { name: "Remove…" }).click();
  await page.getByRole("alertdialog").getByRole("button", { name: "Remove" }).click();
  await expect(page.getByRole("alert").filter({ hasText: 'There is no instrument "NOBODY".' })).toBeVisible();
  const stock = "ALBIG";
  await page.getByLabel("ticker").fill(stock);
  await page.getByRole("button", { name: "Remove…" }).click();
  // The question has the keyboard: the keys of the screen behind it do nothing.
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.getByRole("alertdialog").getByRole("button", { name: "Leave it" }).click();
  await page.getByRole("button", { name: "Remove…" }).click();
  await page.getByRole("alertdialog").getByRole("button", { name: "Remove" }).click();
  const removal = page.getByRole("listitem").filter({ hasText: `Removed ${stock}` });
  await expect(removal).toBeVisible();
  expect((await page.request.get(`/data/chart?ticker=${stock}`)).ok()).toBe(true);
  expect(((await (await page.request.get(`/data/chart?ticker=${stock}`)).json()) as { result?: unknown }).result).toBeUndefined();
  await removal.getByRole("button", { name: "Undo" }).click();
  await expect(removal).toHaveCount(0);
  const back = (await (await page.request.get(`/data/chart?ticker=${stock}`)).json()) as { result: { ticker: string } };
  expect(back.result.ticker).toBe(stock);
});

test("hostile requests are refused in words", async ({ request, baseURL }) => {
  const headers = { Origin: new URL(baseURL!).origin };
  const kept = (body: string) => request.post("/items", { headers, form: { kind: "timing-system", name: "x", body } });
  expect((await request.post("/items", { headers, data: { kind: "list" } })).status()).toBe(415);
  expect(
    (await request.post("/items", { headers, form: { kind: "list", name: "x", body: "x".repeat(1_200_000) } })).status(),
  ).toBe(413);
  expect((await request.put("/items", { headers })).status()).toBe(405);
  const broken = { "Content-Type": "multipart/form-data; boundary=x" };
  expect((await request.post("/settings", { headers: { ...headers, ...broken }, data: "no form at all" })).status()).toBeLessThan(
    500,
  );
  for (const body of ["[".repeat(300_000), `${'{"not":'.repeat(50_000)}1`, '{"__proto__":{"x":1}}', "null", '"'])
    expect((await kept(body)).status()).toBeLessThan(500);
  for (const path of [
    "/data/__proto__",
    "/data/breadth?group=sector:Nowhere",
    "/groups?in=group:NOTHING",
    "/export/__proto__",
    "/chart/%00",
  ])
    expect(`${path} ${(await request.get(path)).status()}`).toBe(`${path} 404`);
});
