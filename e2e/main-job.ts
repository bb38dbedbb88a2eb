import type { Page } from "@playwright/test";
import { expect } from "./watch";

/** Rows of a table of instruments or groups. */
export const rows = (page: Page, table: string | RegExp) => page.getByRole("table", { name: table }).locator("tr[data-row]");
/** The reading of the screen in view. */
export const reading = (page: Page) => page.getByRole("main").getByRole("heading", { level: 1 });

/** Waits until the browser has taken over the page: only then do keys and menus work. */
export async function ready(page: Page): Promise<void> {
  await expect(page.locator("html[data-ready]")).toBeAttached();
}

/**
 * The main job by mouse: how the market stands, which groups lead, the stocks of a leading group, a stock's chart,
 * then a step back in time.
 */
export async function mainJobByMouse(page: Page, start: string): Promise<void> {
  await page.goto(start);
  await ready(page);
  await expect(reading(page)).toContainText(/has been (rising|ranging|falling)/);
  await expect(reading(page)).toContainText(/\d+% of the \d+ members close above their 50-session exponential average/);
  await page.getByRole("navigation", { name: "Course" }).getByRole("link", { name: "Breadth" }).click();
  await expect(page.getByRole("table", { name: "Share of members" })).toContainText(/\d+ \/ \d+/);
  await page.getByRole("navigation", { name: "Course" }).getByRole("link", { name: "Groups" }).click();
  await expect(reading(page)).toContainText("leads the");
  const leader = rows(page, "Groups by strength").first();
  const sector = (await leader.getByRole("rowheader").innerText()).trim();
  await leader.getByRole("button").click();
  await expect(page.getByText("Focus:")).toBeVisible();
  await expect(page.locator("header")).toContainText(sector);
  await leader.getByRole("link").click();
  await expect(page.getByRole("navigation", { name: "Level" })).toContainText(sector);
  const industry = rows(page, "Groups by strength").first();
  await industry.getByRole("link").click();
  await expect(page).toHaveURL(/in=industry/);
  await expect(rows(page, "Stocks by strength").first()).toBeVisible();
  const stock = rows(page, "Stocks by strength").first();
  const ticker = (await stock.getAttribute("data-row"))!;
  await stock.getByRole("link").click();
  await expect(page).toHaveURL(new RegExp(`/chart/${ticker}\\?.*from=industry`));
  await expect(page.locator("[data-drawn=true] canvas").first()).toBeVisible();
  await expect(page.getByRole("navigation", { name: "List" })).toContainText("1 of");
  // A step back: every figure is what was known then.
  const before = await reading(page).innerText();
  await page.getByLabel("As-of date, year-month-day").fill("2024-06-03");
  await page.getByLabel("As-of date, year-month-day").press("Enter");
  await expect(page).toHaveURL(/asof=2024-06-03/);
  await expect(reading(page)).not.toHaveText(before);
  // The focus came along, and its stocks are counted as of that date.
  await expect(page.locator("header")).toContainText(new RegExp(`${sector}\\s*·\\s*\\d+`));
}

/** The same job without a mouse. */
export async function mainJobByKeyboard(page: Page, start: string): Promise<void> {
  await page.goto(start);
  await ready(page);
  await page.keyboard.press("g");
  await page.keyboard.press("b");
  await expect(page).toHaveURL(/\/breadth/);
  await expect(reading(page)).toContainText("members close above");
  await page.keyboard.press("g");
  await page.keyboard.press("r");
  await expect(reading(page)).toContainText("leads the");
  await rows(page, "Groups by strength").first().focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowUp");
  await expect(rows(page, "Groups by strength").first()).toBeFocused();
  await page.keyboard.press("Space");
  await expect(page).toHaveURL(/focus=sector/);
  await expect(rows(page, "Groups by strength").first()).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/in=sector/);
  await rows(page, "Stocks by strength").first().focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("navigation", { name: "List" })).toContainText("2 of");
  const second = page.url();
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("navigation", { name: "List" })).toContainText("3 of");
  await page.keyboard.press("ArrowUp");
  await expect(page).toHaveURL(second);
  // The address changes before the page is drawn.
  await expect(page.getByRole("navigation", { name: "List" })).toContainText("2 of");
  const latest = await reading(page).innerText();
  await page.keyboard.press("[");
  await page.keyboard.press("[");
  await expect(page).toHaveURL(/asof=/);
  await expect(reading(page)).not.toHaveText(latest);
  await page.keyboard.press("\\");
  await expect(reading(page)).toHaveText(latest);
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/groups\?in=sector/);
  await expect(rows(page, "Stocks by strength").first()).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Level" })).toBeVisible();
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/groups\?(?!in=)/);
}

const MOST_CHOICES = 30;

/** Chooses in an open menu by the keyboard: down to the choice, and Enter. (Typing its first letters is too slow on a busy machine.) */
export async function chooseByKeys(page: Page, name: string | RegExp): Promise<void> {
  const choice = page.getByRole("menuitemradio", { name }).first();
  await expect(choice).toBeVisible();
  for (let k = 0; k < MOST_CHOICES; k++) {
    if (await choice.evaluate((element) => element === document.activeElement)) break;
    await page.keyboard.press("ArrowDown");
  }
  await expect(choice).toBeFocused();
  await page.keyboard.press("Enter");
}
