import type { Page } from "@playwright/test";
import { ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* A scan clause by clause, by keyboard: thinned, ranked, looked at, kept, laid over another. */

const clauses = (page: Page) => page.getByRole("list", { name: "Clauses of the scan" });
const type = async (page: Page, typed: string, reading: RegExp) => {
  // Once one was typed the field has the keyboard still.
  if (!(await page.locator("[data-add-clause]").evaluate((field) => field === document.activeElement)))
    await page.keyboard.press("a");
  await page.keyboard.type(typed);
  await expect(page.getByRole("option").first()).toHaveText(reading);
  await page.keyboard.press("Enter");
  await expect(clauses(page).getByRole("button", { name: reading })).toBeVisible();
};

test("by keyboard: clauses until few are left, what one took away, ranked otherwise, kept as a scan and as a list", async ({
  page,
}) => {
  await page.goto("/screen");
  await ready(page);
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/^All \d+ stocks in .* are there/);
  await type(page, "up 5% in 66 sessions", /^its return over 66 sessions is above 5%$/);
  await type(page, "above 50 average", /^its close is above its 50-session simple average$/);
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/ of \d+ stocks in .* pass/);
  await expect(clauses(page).getByRole("button", { name: /^took \d+$/ })).toHaveCount(2);
  const left = await page.getByText(/^\d+ pass$/).innerText();
  // What the second clause took away, and back.
  await clauses(page)
    .getByRole("button", { name: /^took \d+$/ })
    .last()
    .focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText(/taken away by .its close is above its 50-session simple average/)).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByText(left, { exact: true })).toBeVisible();
  const passing = Number(/\d+/.exec(left)![0]);
  expect(passing).toBeGreaterThan(1);

  await page.getByRole("button", { name: /^Ranked by: / }).focus();
  await page.keyboard.press("Enter");
  const own = page.getByLabel("A measure, a ratio or weighted ranks");
  await own.fill("luck");
  await own.press("Enter");
  await expect(page.getByRole("alert")).toContainText('there is no measure "luck"');
  await own.fill("return_66");
  await own.press("Enter");
  await expect(page).toHaveURL(/rank=return_66/);
  const twin = await page.request.get(`/data/scan${new URL(page.url()).search}`);
  const { result } = (await twin.json()) as { result: { rows: { ticker: string; rankedBy: number }[] } };
  const ranked = result.rows.map((r) => r.rankedBy);
  expect(ranked).toEqual([...ranked].sort((a, b) => b - a));
  await expect(rows(page, "Those that pass").first()).toHaveAttribute("data-row", result.rows[0]!.ticker);
  await expect(page.getByRole("region", { name: "Hits through history" })).toContainText(
    /At the end of [\d,]+ weeks those that passed made/,
  );

  await page.getByRole("button", { name: "save this scan…" }).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.type("Risers");
  await page.getByLabel("why it exists, and how it is to be used").fill("For a rising market alone.");
  await page.getByRole("form", { name: "Save the scan" }).getByRole("button", { name: "Save" }).press("Enter");
  const saved = page.getByRole("region", { name: "Saved scans" });
  await expect(saved.getByRole("link", { name: "Risers" })).toBeVisible();
  await rows(page, "Those that pass").first().focus();
  await page.keyboard.press("Space");
  await expect(page.getByText("1 row picked")).toBeVisible();
  await page.getByLabel("Name of the list").fill("One riser");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "It is saved." })).toBeVisible();

  // The saved one, in another universe: the list that was kept.
  await saved.getByRole("link", { name: "Risers" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("Note.")).toBeVisible();
  await page.getByRole("button", { name: /^Universe: / }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "One riser (list)" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 went in")).toBeVisible();
  await expect(page.getByText("1 passes", { exact: true })).toBeVisible();
});

test("columns are added by typing, moved and taken out; another scan is laid over", async ({ page }) => {
  await page.goto("/screen?when=its close is above its 20-session simple average&for=market%3A");
  await ready(page);
  await page.getByRole("button", { name: "save this scan…" }).click();
  await page.getByRole("textbox", { name: "name", exact: true }).fill("Above twenty");
  await page.getByRole("form", { name: "Save the scan" }).getByRole("button", { name: "Save" }).click();
  await expect(page.getByRole("link", { name: "Above twenty" })).toBeVisible();

  await page.goto("/screen?when=its RSI(14) is above 50&for=market%3A");
  await ready(page);
  await page.getByRole("button", { name: "Columns: 8 columns" }).focus();
  await page.keyboard.press("Enter");
  await page.getByPlaceholder("type a measure").fill("staying power");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/col=staying\+power/);
  const order = page.getByRole("list", { name: "Columns" });
  await order.getByRole("button", { name: "Staying power further left" }).press("Enter");
  await expect(order.getByRole("listitem").nth(7)).toContainText("Staying power");
  await order.getByRole("button", { name: "Take out Close" }).press("Enter");
  await expect(order.getByRole("listitem")).toHaveCount(8);
  await page.keyboard.press("Escape");

  await page.getByRole("button", { name: "Laid over: no other scan" }).press("Enter");
  await page.getByRole("menuitemradio", { name: "Above twenty" }).press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toContainText(
    /Both scans are passed by \d+, only the first by \w+, only the second by \w+/,
  );
  await expect(page.getByText(/\d+ pass one of both/)).toBeVisible();
  await expect(page.getByRole("columnheader", { name: /passes/ })).toBeVisible();
});
