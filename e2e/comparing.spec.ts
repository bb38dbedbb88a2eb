import fs from "node:fs";
import type { Page } from "@playwright/test";
import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* COMPARE: from the widest set down to one instrument, and back up to what is chosen. */

const fed = addressOf("fed");

const rows = (page: Page, table: string | RegExp) => page.getByRole("table", { name: table }).locator("tr[data-row]");
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
  await page.keyboard.press(".");
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

test("the ribbon's columns are the control of time; members are hidden, and a flat line stands beside", async ({ page }) => {
  await page.goto("/rotation?set=sector");
  await ready(page);
  const dial = page.getByRole("img", { name: /^Relative to/ });
  const heads = dial.locator("[data-member]");
  const members = await heads.count();
  expect(members).toBeGreaterThan(8);
  const sample = page.getByRole("slider", { name: "The week that is shown" });
  const latest = (await sample.getAttribute("aria-valuetext"))!;
  // By mouse: pressed and dragged along the columns of any member.
  const columns = page
    .getByRole("table", { name: /Phases by week/ })
    .locator("tbody tr")
    .nth(2)
    .locator("td svg")
    .first();
  const box = (await columns.boundingBox())!;
  await page.mouse.move(box.x + box.width - 4, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 30, { steps: 5 });
  await expect(sample).not.toHaveAttribute("aria-valuetext", latest);
  await page.mouse.up();
  await expect(page).toHaveURL(/back=2[0-9]/);
  // By keyboard: to the latest, one back, and on by itself.
  await sample.focus();
  await page.keyboard.press("End");
  await expect(page).not.toHaveURL(/back=/);
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(page).toHaveURL(/back=2$|back=2&/);
  await page.reload();
  await ready(page);
  await expect(sample).not.toHaveAttribute("aria-valuetext", latest);
  await sample.focus();
  await page.keyboard.press(" ");
  await expect(sample).toHaveAttribute("aria-valuetext", latest);
  await expect(page).not.toHaveURL(/back=/);
  await page
    .getByRole("button", { name: /^Hide / })
    .first()
    .click();
  await expect(heads).toHaveCount(members - 1);
  await page.getByRole("link", { name: "show all" }).click();
  await expect(heads).toHaveCount(members);
  await page.getByRole("link", { name: "beside a flat line" }).click();
  await expect(page.getByRole("img", { name: /^Against a flat line/ })).toBeVisible();
});

test("of many stocks the five that moved most have trails, and each that is asked for", async ({ page }) => {
  await page.goto("/rotation?set=stock&in=market:");
  await ready(page);
  const trails = page.locator("[data-member]:has(line)");
  await expect(trails).toHaveCount(5);
  const mark = page.getByRole("button", { name: /^Draw the trail of / }).first();
  const name = (await mark.getAttribute("aria-label"))!.replace("Draw the trail of ", "");
  await mark.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: `Leave out the trail of ${name}` })).toHaveAttribute("aria-pressed", "true");
  await expect(page).toHaveURL(/trace=/);
  await page.reload();
  await ready(page);
  const drawn = await trails.count();
  expect([5, 6]).toContain(drawn);
  // All that have one are told apart.
  const colours = await trails.evaluateAll((all) => all.map((g) => g.querySelector("line")!.getAttribute("stroke")));
  expect(new Set(colours).size).toBe(drawn);
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

test("who held up in the last decline goes into a list, into the focus and into a file", async ({ page }) => {
  await page.goto(`${fed}/period-map`);
  await ready(page);
  await expect(page.getByRole("button", { name: "Period" })).toContainText(/decline of \d+ session/);
  const table = page.getByRole("table", { name: "Members by change" });
  await expect(table).toBeVisible();
  await page.getByRole("button", { name: "best 20" }).click();
  await expect(page.getByText("20 stocks chosen.")).toBeVisible();
  // Space takes one out again.
  await rows(page, "Members by change").first().focus();
  await page.keyboard.press(" ");
  await expect(page.getByText("19 stocks chosen.")).toBeVisible();
  await page.getByLabel("Name of the list").fill("Held up");
  await page.getByRole("button", { name: "Keep as a list" }).click();
  const lists = page.getByRole("list", { name: "Lists" });
  await expect(lists.getByRole("link", { name: "Held up" })).toBeVisible();
  const download = page.waitForEvent("download");
  await lists.getByRole("link", { name: "CSV" }).click();
  const file = fs
    .readFileSync(await (await download).path(), "utf8")
    .trim()
    .split("\n");
  expect(file[0]).toMatch(/^key,name,belongs to,industry,from,to,change,ended before the last session,above its 50 throughout/);
  expect(file).toHaveLength(20);
  await lists.getByRole("link", { name: "into the focus" }).click();
  await expect(page.locator("header")).toContainText("Held up");
  await lists.getByRole("link", { name: "Held up" }).click();
  await expect(reading(page)).toContainText("of Held up");
  await page.goto(`${fed}/period-map`);
  await ready(page);
  await page.getByRole("button", { name: "Take the list Held up away" }).click();
  await expect(page.getByRole("status")).toContainText("was taken away");
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(lists.getByRole("link", { name: "Held up" })).toBeVisible();
});

test("the period map chooses all that did better by a drag from the index, or by keys, and looks inside a sector", async ({
  page,
}) => {
  await page.goto(`${fed}/period-map`);
  await ready(page);
  const better = page.getByText(/\d+ of \d+ did better than/);
  const count = Number(/^(\d+) of/.exec(await better.innerText())![1]);
  const bound = page.getByRole("slider", { name: "Choose all that did better than" });
  const chosen = page.getByText(/^\d+ stocks? chosen\.$/);
  const box = (await bound.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 60, box.y + 120, { steps: 4 });
  await page.mouse.move(1275, box.y + 160, { steps: 4 });
  await page.mouse.up();
  await expect(chosen).toHaveText(`${count} stocks chosen.`);
  await page.getByRole("button", { name: "none" }).click();
  // The same by keyboard, and with a higher bound fewer.
  await bound.focus();
  await page.keyboard.press("Enter");
  await expect(chosen).toHaveText(`${count} stocks chosen.`);
  for (let k = 0; k < 4; k++) await page.keyboard.press("ArrowRight");
  const fewer = Number(/: (\d+) of/.exec((await bound.getAttribute("aria-valuetext"))!)![1]);
  expect(fewer).toBeLessThan(count);
  await page.keyboard.press("Enter");
  await expect(chosen).toHaveText(`${fewer} ${fewer === 1 ? "stock" : "stocks"} chosen.`);
  // A dot is chosen by itself.
  await page.getByRole("button", { name: "none" }).click();
  await page.locator("[data-dot]").first().click();
  await expect(chosen).toHaveText("1 stock chosen.");
  const inside = page.getByRole("link", { name: /^Inside / }).first();
  const sector = /^Inside (.*), /.exec((await inside.getAttribute("aria-label"))!)![1]!;
  await inside.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: `Stocks of: ${sector}` })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole("button", { name: "Stocks of: the broad market" })).toBeVisible();
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
