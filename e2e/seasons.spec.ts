import type { Page } from "@playwright/test";
import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* Which groups have been consistent in a month, and which of their stocks. */

const rowsOf = (page: Page) => page.getByRole("table", { name: "Consistency of the members" }).locator("tbody tr[tabindex]");
const months = (page: Page) => page.getByRole("table", { name: /^Returns of .* by month and year/ });

test("by keyboard: a consistent sector of the month, its stocks, the chart of one and of the next, and back", async ({
  page,
}) => {
  await page.goto("/seasons?month=3&years=5");
  await ready(page);
  await expect(reading(page)).toContainText(
    /In March .* rose in \d of \d years, by .* in the median.*; by chance [\d.]+ of \d+ would do so/,
  );
  await page.keyboard.press("m");
  await expect(page.locator(":focus")).toHaveRole("row");
  // The months are those of the row that has the keyboard.
  await page.keyboard.press("ArrowDown");
  const second = await rowsOf(page).nth(1).getByRole("rowheader").innerText();
  await expect(months(page)).toHaveAccessibleName(`Returns of ${second.trim()} by month and year`);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/set=industry&in=sector/);
  await expect(page).toHaveURL(/month=3.*years=5/);
  await expect(reading(page)).toContainText("In March");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/set=stock&in=industry/);
  await expect(rowsOf(page).first()).toBeVisible();
  await page.keyboard.press("m");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/chart\//);
  const first = page.url();
  await expect(reading(page)).toContainText("closed at");
  await page.keyboard.press("ArrowDown");
  await expect(page).not.toHaveURL(first);
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/seasons\?.*set=stock/);
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/seasons\?.*set=industry/);
});

test("a year is left out and counted again, with both averages in view", async ({ page }) => {
  await page.goto("/seasons?years=5");
  await ready(page);
  await expect(months(page).getByRole("rowheader", { name: /^mean without/ })).toHaveCount(0);
  const years = months(page).getByRole("button");
  const year = (await years.nth(2).innerText()).trim();
  await years.nth(2).click();
  await expect(months(page).getByRole("rowheader", { name: `mean without ${year}` })).toBeVisible();
  await expect(months(page).getByRole("rowheader", { name: "mean", exact: true })).toBeVisible();
  await expect(years.nth(2)).toHaveAttribute("aria-pressed", "true");
  await expect(page).toHaveURL(new RegExp(`without=${year}`));
  await page.getByRole("link", { name: "count again" }).click();
  await expect(months(page).getByRole("rowheader", { name: /^mean without/ })).toHaveCount(0);
  await page.getByRole("button", { name: "Side: rose" }).click();
  await page.getByRole("menuitemradio", { name: "fell" }).click();
  await expect(reading(page)).toContainText(/ fell in \d of \d years/);
});

test("the path of the year is walked by keys; weeks and quarters are the same table", async ({ page }) => {
  await page.goto("/seasons?years=5");
  await ready(page);
  const path = page.getByRole("slider", { name: /^Path of the year of/ });
  await expect(path).toHaveAttribute("aria-valuetext", /^Session \d+, in \w+: .* in the mean, this year [+−]?[\d.]+%$/);
  const now = Number(await path.getAttribute("aria-valuenow"));
  await path.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(path).toHaveAttribute("aria-valuenow", String(now - 1));
  await page.keyboard.press("Home");
  await expect(path).toHaveAttribute("aria-valuetext", /^Session 1, in January/);
  await page.getByRole("button", { name: "Divided by: month" }).click();
  await page.getByRole("menuitemradio", { name: "quarter" }).click();
  const quarters = page.getByRole("table", { name: /by quarter and year$/ });
  await expect(quarters.getByRole("columnheader")).toHaveText([
    "year",
    "quarter 1",
    "quarter 2",
    "quarter 3",
    "quarter 4",
    "year",
  ]);
});

test("Today names the sectors that have been consistent in this month and the next", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  const months = page.getByRole("region", { name: "Months of the sectors" });
  await expect(months.getByText(/^In \w+ .* rose in .*; by chance [\d.]+ of \d+ would do so/)).toHaveCount(2);
  const next = months.getByRole("link").last();
  const name = (await next.innerText()).trim();
  await next.click();
  await expect(page).toHaveURL(/\/seasons\?month=/);
  await expect(reading(page)).toContainText(`In ${name}`);
});

test("a market of bars alone says what lacks, and compares its stocks", async ({ page }) => {
  await page.goto(`${addressOf("bars")}/seasons`);
  await ready(page);
  await expect(page.getByRole("note")).toContainText("no sectors");
  await page.getByRole("button", { name: /^Set:/ }).click();
  await page.getByRole("menuitemradio", { name: "stocks" }).click();
  await expect(rowsOf(page).first()).toBeVisible();
});
