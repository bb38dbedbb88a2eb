import { reading, ready } from "./main-job";
import { expect, leadTo, test } from "./watch";

test("the theme and the width of the course stay as they were set", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  // A change is shown before it is kept.
  const kept = () => page.waitForResponse((response) => response.url().includes("/settings"));
  await Promise.all([kept(), page.getByRole("button", { name: "Lamp theme (dark)" }).click()]);
  await expect(page.locator("html")).toHaveClass("lamp");
  await Promise.all([kept(), page.getByRole("button", { name: "Narrow the course" }).click()]);
  await expect(page.getByRole("button", { name: "Widen the course" })).toBeVisible();
  await page.reload();
  await expect(page.locator("html")).toHaveClass("lamp");
  await expect(page.getByRole("button", { name: "Widen the course" })).toBeVisible();
  await expect(page.getByRole("link", { name: "Groups" })).toBeVisible();
});

test("the course has room for eighteen screens", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  const { rows, taken, room } = await page.getByRole("navigation", { name: "Course" }).evaluate((nav) => ({
    rows: [...nav.querySelectorAll("section a")].map((a) => a.getBoundingClientRect().height),
    taken: [...nav.children].reduce((sum, part) => sum + part.getBoundingClientRect().height, 0),
    room: nav.getBoundingClientRect().height,
  }));
  expect(new Set(rows)).toEqual(new Set([28]));
  expect(taken + 28 * (18 - rows.length) + 28).toBeLessThan(room);
});

test("the words and keys have a page of their own, reached from the keys", async ({ page }) => {
  await page.goto("/breadth");
  await ready(page);
  await page.keyboard.press("?");
  await page.getByRole("link", { name: "Every word that is used here" }).click();
  await expect(page).toHaveURL(/\/help/);
  await expect(page.getByRole("definition").filter({ hasText: "Breadth pressure, from −100 to +100" })).toBeVisible();
  await page.getByRole("link", { name: "How the work goes" }).focus();
});

test("the tray opens and closes, empty yet", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  await page.getByRole("button", { name: "Tray", exact: true }).click();
  await expect(page.getByRole("dialog", { name: "Tray" })).toContainText("The tray is empty.");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Tray" })).toHaveCount(0);
});

test("the keys are named on ?, and do nothing while one types", async ({ page }) => {
  await page.goto("/?asof=2025-06-05");
  await ready(page);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "The course, and the keys" })).toContainText("one session back, one session on");
  await page.keyboard.press("Escape");
  const field = page.getByLabel("As-of date, year-month-day");
  await field.fill("2025-06-3");
  await field.press("[");
  await expect(field).toHaveValue("2025-06-3[");
  await expect(field).toHaveAttribute("aria-invalid", "true");
  await expect(page).toHaveURL(/asof=2025-06-05/);
});

test("stepping fast loses no step", async ({ page, request }) => {
  await page.goto("/breadth");
  await ready(page);
  // Without waiting for what each step shows.
  for (let k = 0; k < 6; k++) {
    await page.keyboard.down("[");
    await page.keyboard.up("[");
  }
  const { result } = (await (await request.get("/data/breadth?history=20")).json()) as { result: { days: number[] } };
  const expected = new Date(result.days.at(-7)! * 86_400_000).toISOString().slice(0, 10);
  await expect(page).toHaveURL(new RegExp(`asof=${expected}`));
  await expect(page.getByLabel("As-of date, year-month-day")).toHaveValue(expected);
});

test("the control sentences change what is shown, and the address says so", async ({ page }) => {
  await page.goto("/breadth");
  await ready(page);
  const before = await reading(page).innerText();
  await page.getByRole("button", { name: "Averages: exponential" }).click();
  await page.getByRole("menuitemradio", { name: "simple" }).click();
  await expect(page).toHaveURL(/average=sma/);
  await expect(reading(page)).not.toHaveText(before);
  await page.getByRole("button", { name: "Average: 50 sessions" }).click();
  await page.getByRole("menuitemradio", { name: "200 sessions" }).click();
  await expect(page.getByText("Every member, by distance from its 200-session average")).toBeVisible();
  await page.goto("/chart/ALBRO");
  await ready(page);
  await page.getByRole("button", { name: "History: one year" }).click();
  await page.getByRole("menuitemradio", { name: "five years" }).click();
  await expect(page).toHaveURL(/history=1260/);
  await page.getByText("The latest 20 sessions as figures").click();
  await expect(page.getByRole("row", { name: /2026/ }).first()).toBeVisible();
  await expect(page.getByRole("columnheader", { name: "SMA 200" })).toBeVisible();
});

test("a member in the plot or the table leads to its chart", async ({ page }) => {
  await page.goto("/breadth?sort=name");
  await ready(page);
  const first = page.getByRole("table", { name: "Members with their distance" }).locator("tr[data-row]").first();
  const ticker = (await first.getAttribute("data-row"))!;
  await first.focus();
  await page.keyboard.press("End");
  await expect(page.locator("tr:focus")).toBeVisible();
  await page.keyboard.press("Home");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${ticker}`));
});

test("screens are usable 2560 wide too", async ({ page }) => {
  await page.setViewportSize({ width: 2560, height: 800 });
  await page.goto("/lists");
  await ready(page);
  for (const path of [
    "/",
    "/breadth",
    "/groups",
    "/groups?in=sector:Shipyards",
    "/groups?peers=world",
    "/rotation",
    "/rotation?set=fund&beside=flat",
    "/period-map",
    "/chart/ALBRO",
    "/files",
  ]) {
    await leadTo(page, path);
    const overflow = await page.evaluate(() => {
      const main = document.querySelector("#screen")!;
      return Math.max(document.documentElement.scrollWidth - innerWidth, main.scrollWidth - main.clientWidth);
    });
    expect(`${path} ${overflow}`).toBe(`${path} 0`);
  }
});

test("a word is explained when it is pointed at and when it has the keyboard", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  const word = page.locator("h1 [data-term='timing lanes']").first();
  await word.hover();
  await expect(page.getByRole("tooltip")).toContainText("Four signals on the composite from fast to slow");
  await page.mouse.move(400, 700, { steps: 8 });
  await expect(page.getByRole("tooltip")).toHaveCount(0);
  await word.focus();
  await expect(page.getByRole("tooltip")).toContainText("Quick, Checked, Steady and Long");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("tooltip")).toHaveCount(0);
});
