import { ready, rows } from "./main-job";
import { expect, test } from "./watch";

const heads = (page: import("@playwright/test").Page) =>
  page.getByRole("table", { name: "Groups by strength" }).locator("thead th[data-column]");

test("the columns of a table are chosen and ordered, by keyboard as well, and the choice can be sent on", async ({ page }) => {
  await page.goto("/groups?peers=industry");
  await ready(page);
  const before = await heads(page).allInnerTexts();
  await page.getByRole("button", { name: "choose columns" }).focus();
  await page.keyboard.press("Enter");
  const menu = page.getByRole("dialog", { name: "Columns" });
  await menu.getByRole("checkbox", { name: "staying power" }).focus();
  await page.keyboard.press("Space");
  await expect(heads(page).filter({ hasText: "staying power" })).toHaveCount(0);
  await menu.getByRole("checkbox", { name: "belongs to" }).click();
  await expect(heads(page).last()).toHaveText("belongs to");
  await menu.getByRole("button", { name: "belongs to earlier" }).click();
  await expect(heads(page).last()).not.toHaveText("belongs to");
  const chosen = await heads(page).allInnerTexts();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "choose columns" })).toBeFocused();
  await page.goto(page.url());
  await ready(page);
  expect(await heads(page).allInnerTexts()).toEqual(chosen);
  await page.getByRole("button", { name: "choose columns" }).click();
  await page.getByRole("button", { name: "As they were" }).click();
  await expect(page).not.toHaveURL(/columns=/);
  await expect.poll(() => heads(page).allInnerTexts()).toEqual(before);
});

test("a table is sorted by a second column with Shift", async ({ page }) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  const table = page.getByRole("table", { name: "Stocks by strength" });
  const head = (name: string) => table.getByRole("columnheader").getByRole("link", { name });
  await head("stance").click();
  // The address is there a moment before what leads on from it.
  await expect(table.getByRole("columnheader", { name: /^stance/ })).toHaveAttribute("aria-sort", /ending$/);
  await head("Trend").click({ modifiers: ["Shift"] });
  await expect(page).toHaveURL(/sort=stance%2C-trend/);
  const cells = () =>
    rows(page, "Stocks by strength").evaluateAll((trs) =>
      trs.slice(0, 12).map((tr) => {
        const at = (key: string) => {
          const keys = [...tr.closest("table")!.querySelectorAll("thead th")].map((th) => (th as HTMLElement).dataset["column"]);
          return tr.children[keys.indexOf(key)]!.textContent;
        };
        return { stance: at("stance"), trend: Number(at("trend")) };
      }),
    );
  // The rows follow the address.
  await expect.poll(async () => (await cells()).every((c) => c.stance === "Avoid")).toBe(true);
  await expect
    .poll(async () => {
      const trends = (await cells()).map((c) => c.trend);
      return trends.every((x, k) => k === 0 || trends[k - 1]! >= x);
    })
    .toBe(true);
});

test("a session is picked from the calendar; days without one cannot be", async ({ page }) => {
  await page.goto("/?asof=2025-03-14");
  await ready(page);
  await page.getByRole("button", { name: "Pick the as-of date from a calendar" }).click();
  const calendar = page.getByRole("dialog", { name: "Calendar of sessions" });
  await expect(calendar.getByRole("button", { name: /15 March 2025|March 15/ })).toBeDisabled();
  await calendar.getByRole("combobox", { name: /month/i }).selectOption({ label: "February" });
  await calendar.getByRole("button", { name: /11 February 2025|February 11/ }).click();
  await expect(page).toHaveURL(/asof=2025-02-11/);
  await expect(calendar).toHaveCount(0);
});
