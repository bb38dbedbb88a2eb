import type { Page } from "@playwright/test";
import { reading, ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* COMPARE: from the widest set down to one instrument, and back up to what is chosen. */

const course = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Course" }).getByRole("link", { name, exact: true });

async function choose(page: Page, menu: RegExp, choice: string): Promise<void> {
  await page.getByRole("button", { name: menu }).click();
  await page.getByRole("menuitemradio", { name: choice, exact: true }).click();
}

test("from asset classes over the commodity families to one commodity's chart", async ({ page }) => {
  await page.goto("/rotation");
  await ready(page);
  await choose(page, /^Set:/, "asset classes");
  await expect(reading(page)).toContainText("Of the 12 asset classes");
  const ribbon = page.getByRole("table", { name: /Phases by week/ });
  await expect(ribbon.locator("tbody tr")).toHaveCount(12);
  await ribbon.getByRole("link", { name: "Commodity index" }).click();
  await expect(reading(page)).toContainText("Of the 5 commodity families");
  await ribbon.getByRole("link", { name: "Precious metals" }).click();
  await expect(reading(page)).toContainText("commodities of Precious metals");
  await expect(ribbon.locator("tbody tr")).toHaveCount(3);
  await ribbon.getByRole("link", { name: "Gold" }).click();
  await expect(page).toHaveURL(/\/chart\/KGOLD/);
  await expect(reading(page)).toContainText("Gold");
});

test("from the sectors to the strongest stock of the strongest industry, by keyboard", async ({ page }) => {
  await page.goto("/groups");
  await ready(page);
  const table = rows(page, "Groups by strength");
  await table.first().focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/in=sector/);
  await expect(page.getByRole("table", { name: "Stocks by strength" })).toBeVisible();
  const industry = (await table.first().getAttribute("data-row"))!;
  await table.first().focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`in=${encodeURIComponent(industry.split(":")[1]!).slice(0, 4)}|in=industry`));
  await expect(page.getByRole("navigation", { name: "Level" })).toContainText(industry.split(":")[1]!);
  const strongest = rows(page, "Stocks by strength").first();
  const ticker = (await strongest.getAttribute("data-row"))!;
  await strongest.focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${ticker}`));
});

test("from a theme fund to its weakest holding, with the chart changing beside the list", async ({ page, request }) => {
  await page.goto("/groups?peers=fund");
  await ready(page);
  const all = await rows(page, "Groups by strength").count();
  await page.getByRole("link", { name: "leveraged and inverse too" }).click();
  await expect
    .poll(async () => page.getByRole("table", { name: "Groups by strength" }).getAttribute("aria-rowcount"))
    .not.toBe(String(all + 1));
  await page.getByRole("link", { name: "leave leveraged and inverse out" }).click();
  const fund = page.getByRole("table", { name: "Groups by strength" }).getByRole("link", { name: /Longer lives$/ });
  await fund.click();
  await expect(page.getByRole("navigation", { name: "Level" })).toContainText("Longer lives");
  const holdings = page.getByRole("table", { name: "Holdings by strength" });
  await expect(holdings).toBeVisible();
  const ticker = /in=group:(\w+)/.exec(page.url())![1]!;
  const said = (await (await request.get(`/data/fund?ticker=${ticker}`)).json()) as {
    result: { holdings: { ticker: string; name: string; rank: number | null }[] };
  };
  const weakest = said.result.holdings.findLast((h) => h.rank !== null)!;
  await page.keyboard.press("v");
  await expect(page.getByRole("complementary", { name: "Chart of the row" })).toBeVisible();
  // The weakest first is one press away.
  await holdings.getByRole("columnheader", { name: /rank/ }).getByRole("link").click();
  await expect(rows(page, "Holdings by strength").first()).toHaveAttribute("data-row", weakest.ticker);
  await rows(page, "Holdings by strength").first().focus();
  await expect(page.getByRole("complementary", { name: "Chart of the row" })).toContainText(weakest.name);
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("complementary", { name: "Chart of the row" })).not.toContainText(weakest.name);
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${weakest.ticker}`));
});

test("groups in focus survive the way through the screens, and each asks inside them", async ({ page }) => {
  await page.goto("/groups");
  await ready(page);
  const groups = rows(page, "Groups by strength");
  await groups.nth(0).getByRole("button").click();
  await expect(page).toHaveURL(/focus=/);
  await groups.nth(1).getByRole("button").click();
  await expect(page.locator("header")).toContainText("2 groups");
  await expect(page.locator("header")).toContainText(/2 groups\s*·\s*\d+/);
  const stocks = Number(/2 groups\s*·\s*(\d+)/.exec(await page.locator("header").innerText())![1]);
  await course(page, "Rotation").click();
  await choose(page, /^Set:/, "stocks");
  await expect(reading(page)).toContainText(/Of the \d+ stocks of .* stands highest against/);
  const shown = await page
    .getByRole("table", { name: /Phases by week/ })
    .locator("tbody tr")
    .count();
  await page.getByRole("button", { name: /^Focus: 2 groups|2 groups/ }).click();
  await page.getByRole("link", { name: "Their breadth" }).click();
  await expect(page).toHaveURL(/\/breadth\?group=focus/);
  await expect(reading(page)).toContainText(/of the \d+ members/);
  const counted = Number(/of the (\d+) members/.exec(await reading(page).innerText())![1]);
  expect(shown).toBe(stocks);
  // One that did not trade, or has no average yet, is a member and not counted.
  expect(counted).toBeLessThanOrEqual(shown);
  expect(counted).toBeGreaterThan(shown - 4);
  await page.reload();
  await expect(page.locator("header")).toContainText("2 groups");
});

test("an early date, a market without sectors of the world and a wrong group say so plainly", async ({ page, request }) => {
  const { result } = (await (await request.get("/data/timeline")).json()) as { result: { days: number[] } };
  const early = new Date(result.days[12]! * 86_400_000).toISOString().slice(0, 10);
  await page.goto(`/rotation?asof=${early}`);
  await ready(page);
  await expect(reading(page)).toContainText("has the history that relative trend and momentum need");
  await page.goto(`/groups?peers=fund&asof=${early}`);
  await expect(reading(page)).toContainText(/fund/);
  await page.goto(`/period-map?asof=${early}`);
  await expect(page.getByRole("table", { name: "Members by change" })).toBeVisible();
  await page.goto("/rotation?set=planets");
  await expect(page.getByRole("main")).toContainText("are not right");
  await page.goto("/rotation?set=stock&in=planet:Mars");
  await expect(page.getByRole("main")).toContainText("needs a group");
});
