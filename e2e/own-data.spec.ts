import fs from "node:fs";
import path from "node:path";
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
  await page
    .getByLabel(/CSV files/)
    .setInputFiles({ name: "bars.csv", mimeType: "text/csv", buffer: Buffer.from(rows.join("\n")) });
  await page.getByLabel("code").fill("HOME");
  await page.getByRole("button", { name: "Import" }).click();
  const outcome = page.getByRole("status");
  await expect(outcome).toContainText("Nothing was imported: 3 problems");
  await expect(outcome.getByRole("row", { name: /bars\.csv 3 high 9 is below low 11/ })).toBeVisible();
  await expect(outcome.getByRole("row", { name: /bars\.csv 4 date needs a date such as 2026-03-14, got "3 Jan"/ })).toBeVisible();
  await expect(outcome.getByRole("row", { name: /bars\.csv 5 volume is negative/ })).toBeVisible();
  await expect(page.getByLabel("code")).toHaveValue("HOME");
});

test("a file of 200 MB is refused before it is sent, and by the server", async ({ page }) => {
  const big = path.resolve("test-results/e2e-empty/big.csv");
  fs.writeFileSync(big, "ticker,date,close\n");
  fs.truncateSync(big, 200_000_000);
  await page.goto("/files");
  await ready(page);
  await page.getByLabel(/CSV files/).setInputFiles(big);
  await expect(page.getByRole("alert")).toContainText("big.csv has 200 MB; the most that is taken here is 100 MB");
  await expect(page.getByRole("button", { name: "Import" })).toBeDisabled();
  const sent = await page.evaluate(async () => {
    const form = new FormData();
    form.append("files", new File([new Uint8Array(120_000_000)], "bars.csv"));
    const response = await fetch("/files", { method: "POST", body: form });
    return { status: response.status, text: await response.text() };
  });
  expect(sent.status).toBe(400);
  expect(sent.text).toContain("The upload was not taken; nothing was changed.");
});

test("the analyst's own files are imported by upload", async ({ page }) => {
  await page.goto("/files");
  await ready(page);
  const files = fs.readdirSync(csv).map((name) => path.join(csv, name));
  await page.getByLabel(/CSV files/).setInputFiles(files);
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByRole("heading", { name: "Imported." })).toBeVisible({ timeout: 60_000 });
  await page.getByRole("link", { name: "To Today" }).click();
  await expect(reading(page)).toContainText("Aldane broad is");
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
  await page
    .getByLabel(/CSV files/)
    .setInputFiles({ name: "my prices.csv", mimeType: "text/csv", buffer: Buffer.from(lines.join("\n")) });
  await page.getByLabel("code").fill("OWN");
  await page.getByLabel("name").fill("My stocks");
  await page.getByRole("button", { name: "Import" }).click();
  await expect(page.getByRole("status")).toContainText("6 tickers without an instrument row became stocks of My stocks");
  await page.getByRole("button", { name: "Market: Aldane" }).click();
  await page.getByRole("menuitemradio", { name: "My stocks" }).click();
  await expect(page).toHaveURL(/market=OWN/);
  await page.getByRole("navigation", { name: "Course" }).getByRole("link", { name: "Today" }).click();
  await expect(reading(page)).toContainText(/My stocks composite is (Rising|Ranging|Falling)/);
  await page.getByRole("navigation", { name: "Course" }).getByRole("link", { name: "Groups" }).click();
  await page.getByRole("link", { name: "all stocks can be ranked together" }).click();
  await expect(page.getByRole("table", { name: "Stocks by strength" }).locator("tr[data-row]")).toHaveCount(6);
  await page.locator("tr[data-row]").first().getByRole("link").click();
  await expect(page).toHaveURL(/\/chart\/OWN\d\?.*market=OWN/);
});
