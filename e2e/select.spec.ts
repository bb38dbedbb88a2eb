import type { Page } from "@playwright/test";
import { ready, reading, rows } from "./main-job";
import { expect, test } from "./watch";

/* From the market to a short list, by keyboard: four clauses, kept as a static and a live list, a variant, and two charts. */

const clauses = (page: Page) => page.getByRole("list", { name: "Clauses of the scan" });
const passing = async (page: Page) => Number(/\d+/.exec(await page.getByText(/^\d+ pass(es)?$/).innerText())![0]);

/** How many pass, once the page says so many as the scan of its address has. */
async function settled(page: Page): Promise<number> {
  const twin = await page.request.get(`/data/scan${new URL(page.url()).search}`);
  const { result } = (await twin.json()) as { result: { tickers: string[] } };
  await expect.poll(() => passing(page)).toBe(result.tickers.length);
  return result.tickers.length;
}

async function addClause(page: Page, typed: string, sentence: string): Promise<void> {
  if (!(await page.locator("[data-add-clause]").evaluate((field) => field === document.activeElement)))
    await page.keyboard.press("a");
  await page.keyboard.type(typed);
  await expect(page.getByRole("option").first()).toHaveText(sentence);
  await page.keyboard.press("Enter");
  for (const part of sentence.split(" and ")) await expect(clauses(page).getByRole("button", { name: part })).toBeVisible();
}

test("by keyboard: gained, with volume and range, kept both ways; a variant for a price band, and its charts", async ({
  page,
}) => {
  await page.goto("/screen");
  await ready(page);
  await addClause(page, "up 4% in 66 sessions", "its return over 66 sessions is above 4%");
  await addClause(page, "up 1% in 22 sessions", "its return over 22 sessions is above 1%");
  await addClause(page, "average volume over 5000", "its average volume of 50 sessions is above 5000");
  await addClause(page, "atr over 0.3", "its ATR(14) is above 0.3");
  await expect(page).toHaveURL(/atr/);
  const names = await settled(page);
  expect(names).toBeGreaterThan(1);

  await page.getByLabel("Name of the list").fill("Gainers then");
  await page.getByLabel("Name of the list").press("Enter");
  await expect(page.getByText("It is saved.")).toBeVisible();
  await page.getByLabel("Name of the list").fill("Gainers now");
  await page.getByRole("button", { name: "Save as a live list" }).press("Enter");
  await expect(page.getByText("It is saved.")).toBeVisible();

  // The variant: a price band in the place of the range.
  await clauses(page).getByRole("button", { name: "its ATR(14) is above 0.3" }).focus();
  await page.keyboard.press("Delete");
  await expect(clauses(page).getByRole("button", { name: "its ATR(14) is above 0.3" })).toHaveCount(0);
  await addClause(page, "price between 5 and 90", "its close is above 5 and its close is below 90");
  await expect(page).toHaveURL(/90/);
  const variant = await settled(page);
  expect(variant).toBeGreaterThan(1);

  // Two of its charts.
  await rows(page, "Those that pass").first().focus();
  await page.keyboard.press(".");
  await expect(page.locator("[data-drawn=true] canvas").filter({ visible: true })).toBeVisible();
  const current = page.locator("#screen li [aria-current]");
  const first = await current.innerText();
  await page.keyboard.press("ArrowDown");
  await expect(current).not.toHaveText(first);
  await expect(reading(page)).toContainText(`0 of ${Math.min(30, variant)} charts`);

  // Both lists hold the same now; at an earlier date the live one is another, the static one was not there.
  const size = async (list: string) => {
    await page.goto(`/lists?open=${list}`);
    await ready(page);
    return page.getByRole("table", { name: `Members of ${list}` }).getAttribute("aria-rowcount");
  };
  expect(await size("Gainers then")).toBe(String(names + 1));
  expect(await size("Gainers now")).toBe(String(names + 1));
});
