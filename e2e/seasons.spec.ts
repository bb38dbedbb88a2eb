import fs from "node:fs";
import type { Page } from "@playwright/test";
import ical from "node-ical";
import { chooseByKeys, reading, ready, rows } from "./main-job";
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
  await expect(page.locator("tr[data-row]:focus")).toHaveCount(1);
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

const windowsOf = (page: Page) => rows(page, "Windows");
const strip = (page: Page) => page.getByRole("figure", { name: "Windows by start day" });

test("by keyboard: a window of a list without a report inside, its chart with the years before, and a calendar file", async ({
  page,
}) => {
  const fed = addressOf("fed");
  await page.goto(`${fed}/period-map`);
  await ready(page);
  await page.getByRole("button", { name: "best 20" }).click();
  await page.getByLabel("Name of the list").fill("Windows of mine");
  await page.getByRole("button", { name: "Save as a list" }).click();
  await expect(page.getByRole("list", { name: "Lists" }).getByRole("link", { name: "Windows of mine" })).toBeVisible();

  await page.keyboard.press("Escape");
  await page.goto(`${fed}/seasons`);
  await ready(page);
  // From the months to the windows, of the list, over three years.
  await page.getByRole("button", { name: "View: Months" }).focus();
  await page.keyboard.press("Enter");
  await chooseByKeys(page, /^windows/i);
  await expect(page).toHaveURL(/seasons\/windows/);
  await page.goto(`${fed}/seasons/windows?years=3&wins=3`);
  await ready(page);
  await expect(reading(page)).toContainText(/of \d+ stocks start that went one way in all of the last 3 years/);
  await expect(reading(page)).toContainText(
    /by chance [\d,]+ would.*Held out over three years, such windows were right in \d+% of/,
  );
  await page.getByRole("button", { name: "Within: of the market" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("menuitemradio", { name: /Windows of mine/ }).press("Enter");
  await expect(page).toHaveURL(/in=stocks:Windows/);
  await expect(reading(page)).toContainText("in Windows of mine");
  // A month more of start days.
  const last = page.getByRole("slider", { name: "Last start day" });
  const to = Number(await last.getAttribute("aria-valuenow"));
  await last.focus();
  await page.keyboard.press("PageUp");
  await expect(last).toHaveAttribute("aria-valuenow", String((to + 30) % 366));
  await expect(last).toHaveAttribute("aria-valuetext", /\w+: \d+ up, \d+ down/);
  const all = await windowsOf(page).count();
  await page.getByRole("button", { name: "Reports: with reports" }).focus();
  await page.keyboard.press("Enter");
  await chooseByKeys(page, "without reports");
  await expect(page).toHaveURL(/reports=none/);
  await expect(windowsOf(page).first()).toBeVisible();
  await expect(windowsOf(page).filter({ hasText: "report" })).toHaveCount(0);
  expect(await windowsOf(page).count()).toBeLessThanOrEqual(all);

  await windowsOf(page).first().focus();
  await page.keyboard.press(" ");
  await expect(page).toHaveURL(/pick=/);
  const link = page.getByRole("link", { name: "Calendar file of 1 window" });
  const download = page.waitForEvent("download");
  await link.focus();
  await page.keyboard.press("Enter");
  const file = fs.readFileSync(await (await download).path(), "utf8");
  const events = Object.values(ical.parseICS(file)).filter((x) => x?.type === "VEVENT");
  expect(events).toHaveLength(1);
  const row = windowsOf(page).first();
  const ticker = (await row.getAttribute("data-row"))!.split("@")[0]!;
  expect((events[0] as ical.VEvent).summary).toMatch(new RegExp(`^${ticker} .*: (rose|fell) in 3 of 3 years$`));

  await row.focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${ticker}\\?window=`));
  await expect(reading(page)).toContainText(/held \d+ sessions, it (rose|fell) in \d+ of \d+ years/);
  await expect(page.locator("[data-drawn=true] canvas").first()).toBeVisible();
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/seasons\/windows\?.*reports=none/);

  // Today tells those that start within five sessions; of ten years, which this world has not.
  await page.goto(fed);
  await ready(page);
  await expect(page.getByRole("region", { name: "Windows that start within five sessions" })).toContainText(
    /ten years|start within five/,
  );
  await page.goto(`${fed}/period-map`);
  await ready(page);
  await page.getByRole("button", { name: "Delete the list Windows of mine" }).click();
  await expect(page.getByRole("status").filter({ hasText: "was deleted" })).toBeVisible();
});

test("a day or a span of the strip is chosen by mouse", async ({ page }) => {
  await page.goto("/seasons/windows?years=4&wins=3&set=sector&least=0");
  await ready(page);
  const box = (await strip(page).locator("svg").boundingBox())!;
  const at = (day: number) => box.x + (box.width * (day + 0.5)) / 366;
  await page.mouse.move(at(60), box.y + 60);
  await page.mouse.down();
  await page.mouse.move(at(80), box.y + 60, { steps: 4 });
  await page.mouse.up();
  await expect(page).toHaveURL(/from=03-01&to=03-21/);
  await expect(reading(page)).toContainText("From 1 to 21 March");
  await page.mouse.click(at(200), box.y + 60);
  await expect(page).toHaveURL(/from=07-19&to=07-19/);
  await expect(reading(page)).toContainText("On 19 July");
  await page.getByRole("button", { name: "Way: up or down" }).click();
  await page.getByRole("menuitemradio", { name: "down", exact: true }).click();
  await expect(reading(page)).toContainText("that fell in at least 3 of the last 4 years");
});

test("sessions of the month and around holidays are the same table", async ({ page }) => {
  await page.goto("/seasons?years=5");
  await ready(page);
  await page.getByRole("button", { name: "Divided by: month" }).click();
  await page.getByRole("menuitemradio", { name: "session of the month" }).click();
  const table = page.getByRole("table", { name: /by session and year$/ });
  await expect(table.getByRole("columnheader", { name: "5th last" })).toBeVisible();
  const download = page.waitForEvent("download");
  await page
    .getByRole("region", { name: /, year by year$/ })
    .getByRole("link", { name: "CSV" })
    .click();
  const lines = fs
    .readFileSync(await (await download).path(), "utf8")
    .trim()
    .split(/\r?\n/);
  expect(lines[0]).toBe(
    "year,session_1,session_2,session_3,session_4,session_5,session_6,session_7,session_8,session_9,session_10,whole",
  );
  expect(lines).toHaveLength(6);
  await page.getByRole("button", { name: "Divided by: session of the month" }).click();
  await page.getByRole("menuitemradio", { name: "session around holidays" }).click();
  await expect(
    page.getByRole("table", { name: /by holiday and year$/ }).getByRole("columnheader", { name: "1st before" }),
  ).toBeVisible();
});

test("a market of bars alone says what lacks, and compares its stocks", async ({ page }) => {
  await page.goto(`${addressOf("bars")}/seasons`);
  await ready(page);
  await expect(page.getByRole("note")).toContainText("no sectors");
  await page.getByRole("button", { name: /^Set:/ }).click();
  await page.getByRole("menuitemradio", { name: "stocks" }).click();
  await expect(rowsOf(page).first()).toBeVisible();
});
