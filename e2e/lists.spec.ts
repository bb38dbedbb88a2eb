import type { Page } from "@playwright/test";
import { reading, ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* Lists: kept alive from a scan, pasted, put in order, noted, combined, deleted and put back. */

const members = (page: Page, list: string) => rows(page, `Members of ${list}`);
const order = (page: Page, list: string) =>
  members(page, list).evaluateAll((found) => found.map((row) => row.getAttribute("data-row")));

test("by keyboard: a live list of a scan, whose members change with the date, is a universe and can be deleted and put back", async ({
  page,
}) => {
  await page.goto("/screen?when=its close is above its 20-session simple average&for=market%3A");
  await ready(page);
  const passing = Number(/\d+/.exec(await page.getByText(/^\d+ pass$/).innerText())![0]);
  await page.getByLabel("Name of the list").fill("Above twenty");
  await page.getByRole("button", { name: "Save as a live list" }).press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "It is saved." })).toBeVisible();

  await page.keyboard.press("g");
  await page.keyboard.press("l");
  await ready(page);
  await expect(reading(page)).toContainText(/Since .* arrived and .* left, in .*“Above twenty”|Nothing has come or gone/);
  const row = page.locator('tr[data-row="Above twenty"]');
  await expect(row).toContainText("live");
  await row.focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/open=Above/);
  await expect(page.getByText("Live: when its close is above its 20-session simple average.")).toBeVisible();
  await expect(page.getByRole("table", { name: "Members of Above twenty" })).toHaveAttribute(
    "aria-rowcount",
    String(passing + 1),
  );

  // At another date others are in it.
  await page.goto("/lists?open=Above twenty&asof=2025-06-05");
  await ready(page);
  const then = await order(page, "Above twenty");
  await page.goto("/lists?open=Above twenty");
  await ready(page);
  expect(await order(page, "Above twenty")).not.toEqual(then);

  // Today tells who came and who left on the session, and leads there.
  await page.goto("/");
  await ready(page);
  const onToday = page.getByRole("region", { name: "Lists on this session" });
  await expect(onToday).toContainText(/Since .* arrived and .* left|Nothing has come or gone/);
  await onToday.getByRole("link", { name: "every list" }).click();
  await ready(page);
  await page.locator('tr[data-row="Above twenty"] a').click();
  await expect(page).toHaveURL(/open=Above/);
  await page.getByRole("link", { name: "screen it" }).press("Enter");
  await expect(page.getByText(`${passing} went in`)).toBeVisible();
  await page.keyboard.press("Backspace");
  await ready(page);
  await page.getByRole("button", { name: /^Delete the list/ }).press("Enter");
  await expect(page.getByRole("status").filter({ hasText: "Above twenty" })).toBeVisible();
  await expect(row).toHaveCount(0);
  await page.getByRole("button", { name: /put it back/i }).press("Enter");
  await expect(row).toBeVisible();
});

test("a pasted list is ordered, noted, thinned and combined; each step can be undone", async ({ page }) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  const found = rows(page, "Stocks by strength");
  const [a, b, c] = await Promise.all([0, 1, 2].map((k) => found.nth(k).getAttribute("data-row")));
  await page.goto("/lists");
  await ready(page);
  for (const [name, tickers] of [
    ["Pasted", `ticker,name\n${a},x\n${b},y\n${c},z\nNOBODY,q`],
    ["Other", `${c} ${a}`],
  ] as const) {
    await page.getByRole("button", { name: "Make a list of tickers" }).click();
    await page.getByLabel("name", { exact: true }).fill(name);
    await page.getByLabel(/tickers, pasted from anywhere/).fill(tickers);
    await page.getByRole("form", { name: "New list" }).getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.locator(`tr[data-row="${name}"]`)).toBeVisible();
  }
  await page.locator('tr[data-row="Pasted"] a').click();
  await expect(page.getByText("Nothing is known by this date of NOBODY.")).toBeVisible();
  expect(await order(page, "Pasted")).toEqual([a, b, c, "NOBODY"]);
  await page.getByRole("button", { name: "Take NOBODY out" }).click();
  await expect(members(page, "Pasted")).toHaveCount(3);
  await page.getByRole("button", { name: `${c} further up` }).click();
  await expect.poll(() => order(page, "Pasted")).toEqual([a, c, b]);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(() => order(page, "Pasted")).toEqual([a, b, c]);
  await page.getByLabel(`Note on ${b}`).fill("waits for volume");
  await page.keyboard.press("Enter");
  await expect(page.getByText(`The note on ${b} was changed.`)).toBeVisible();
  await page.getByLabel("Note on this list").fill("what leads");
  await page.keyboard.press("Enter");
  await expect(page.locator('tr[data-row="Pasted"]')).toContainText("what leads");

  await page.getByLabel("Name of this list").fill("Pasted ones");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/open=Pasted\+ones|open=Pasted%20ones/);
  await expect(members(page, "Pasted ones")).toHaveCount(3);
  await expect(page.getByLabel(`Note on ${b}`)).toHaveValue("waits for volume");
  await page.getByLabel("How both are combined").selectOption("subtract");
  await page.getByLabel("The other list").selectOption("Other");
  await page.getByLabel("Name of the combined list").fill("Rest");
  await page.getByRole("button", { name: "Save the combined list" }).click();
  await expect(page.locator('tr[data-row="Rest"]')).toBeVisible();
  await page.locator('tr[data-row="Rest"] a').click();
  await expect.poll(() => order(page, "Rest")).toEqual([b]);
  await page.getByRole("button", { name: "Make a list of tickers" }).click();
  const exported = { version: 1, name: "From a file", market: "ALDANE", members: [{ ticker: c, added: null, note: "kept" }] };
  await page
    .getByLabel("A file of tickers, or a list that was exported")
    .setInputFiles({ name: "list.json", mimeType: "application/json", buffer: Buffer.from(JSON.stringify(exported)) });
  await expect(page.locator('tr[data-row="From a file"]')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel(`Note on ${b}`)).toHaveValue("");
  await page.goto("/lists?open=Pasted ones");
  await ready(page);
  await expect(page.getByLabel(`Note on ${b}`)).toHaveValue("waits for volume");
});
