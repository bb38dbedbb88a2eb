import { SCREENS } from "../app/screens";
import { reading, ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* Where the keyboard goes, and what is found again on the way back. */

test("one key leads to what a screen is for, on every screen", async ({ page }) => {
  for (const { id, path: own } of SCREENS.filter((s) => s.id !== "files")) {
    const path = id === "chart" ? `${own}/ALBRO` : own;
    await page.goto(path);
    await ready(page);
    await page.keyboard.press("m");
    const at = await page.evaluate(
      () => document.activeElement?.closest("[data-main]") !== null && document.activeElement !== document.body,
    );
    expect(`${path} ${at}`).toBe(`${path} true`);
  }
});

test("from Today to the weakest holding of a fund and back, by keyboard alone", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  await page.keyboard.press("g");
  await page.keyboard.press("r");
  await expect(reading(page)).toContainText("leads the");
  // The way to the funds is a menu of the sentence.
  await page.getByRole("button", { name: /^Peer set:/ }).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.type("funds");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "Peer set: funds" })).toBeVisible();
  await page.keyboard.press("m");
  const funds = rows(page, "Groups by strength");
  await expect(funds.first()).toBeFocused();
  for (let k = 0; k < 5; k++) await page.keyboard.press("ArrowDown");
  const sixth = (await page.evaluate(() => document.activeElement?.getAttribute("data-row")))!;
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`in=group:${sixth}`));
  // The keyboard has arrived at the holdings.
  const holdings = rows(page, "Holdings by strength");
  await expect(holdings.first()).toBeFocused();
  await page.keyboard.press("v");
  await expect(page.getByRole("complementary", { name: "Chart of the row" })).toBeVisible();
  await expect(holdings.first()).toBeFocused();
  await page.keyboard.press("End");
  const weakest = (await page.evaluate(() => document.activeElement?.getAttribute("data-row")))!;
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${weakest}`));
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(new RegExp(`in=group:${sixth}`));
  await expect(page).toHaveURL(/beside=chart/);
  await expect(page.locator(`tr[data-row="${weakest}"]`)).toBeFocused();
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/peers=fund/);
  await expect(page.locator(`tr[data-row="${sixth}"]`)).toBeFocused();
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/$|\/\?/);
  await expect(page).not.toHaveURL(/groups/);
});

test("a chart opened from the period map leads back to the period, the order, the choice and the row", async ({ page }) => {
  await page.goto("/period-map?from=2025-01-10&to=2025-03-14&sort=volume");
  await ready(page);
  await page.getByRole("button", { name: "best 20" }).click();
  await expect(page.getByText("20 stocks chosen.")).toBeVisible();
  await page.keyboard.press("m");
  const table = rows(page, "Members by change");
  for (let k = 0; k < 3; k++) await page.keyboard.press("ArrowDown");
  const row = (await page.evaluate(() => document.activeElement?.getAttribute("data-row")))!;
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${row}`));
  // A step in time on the way is taken along.
  await page.keyboard.press("[");
  await expect(page).toHaveURL(/asof=/);
  const asOf = /asof=([\d-]+)/.exec(page.url())![1]!;
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/period-map\?.*from=2025-01-10/);
  await expect(page).toHaveURL(/sort=volume/);
  await expect(page).toHaveURL(new RegExp(`asof=${asOf}`));
  await expect(page.getByText("20 stocks chosen.")).toBeVisible();
  await expect(page.locator(`tr[data-row="${row}"]`)).toBeFocused();
  await expect(table.first()).toBeVisible();
  // The chosen as a file, with the period and what was held.
  const csv = await page.getByRole("link", { name: "CSV of these" }).getAttribute("href");
  const text = await (await page.request.get(csv!)).text();
  expect(text.split("\r\n")[0]).toContain("from,to,excess,change,ended,held50,held200");
  expect(text.trim().split("\r\n")).toHaveLength(21);
  expect(text).toContain("2025-01-10,2025-03-14");
});

test("the browser's own way back finds the row again", async ({ page }) => {
  await page.goto("/groups?peers=industry&sort=-r5");
  await ready(page);
  await page.keyboard.press("m");
  for (let k = 0; k < 4; k++) await page.keyboard.press("ArrowDown");
  const row = (await page.evaluate(() => document.activeElement?.getAttribute("data-row")))!;
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/in=industry/);
  await page.goBack();
  await expect(page).toHaveURL(/sort=-r5/);
  await expect(page.locator(`tr[data-row="${row}"]`)).toHaveAttribute("tabindex", "0");
});

test("pressing a point of a history makes it the as-of date; what came later is covered until it is asked for", async ({
  page,
}) => {
  await page.goto("/breadth");
  await ready(page);
  const picture = page.locator("[data-drawn=true]").first();
  const box = (await picture.boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + 60);
  await expect(page).toHaveURL(/asof=20\d\d-\d\d-\d\d/);
  const cover = page.locator("header [aria-hidden].bg-raised");
  await expect(cover).toHaveCSS("opacity", "1");
  await page.keyboard.down("h");
  await expect(cover).toHaveCSS("opacity", "0.65");
  await page.keyboard.up("h");
  await expect(cover).toHaveCSS("opacity", "1");
  await page.keyboard.press("\\");
  await expect(cover).toHaveCount(0);
});

test("find knows dates as they are typed, kept lists and the instruments of the other market", async ({ page }) => {
  await page.goto("/breadth");
  await ready(page);
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder("A stock, index").fill("14 mar 2025");
  await page.getByRole("option", { name: "As of 14 Mar 2025" }).click();
  await expect(page).toHaveURL(/\/breadth\?asof=2025-03-14/);
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder("A stock, index").fill("CVBRO");
  await page
    .getByRole("option", { name: /Corvany/ })
    .first()
    .click();
  await expect(page).toHaveURL(/market=CORVANY/);
  await expect(reading(page)).toContainText("closed at");
});

test("notes narrow a table, and say what they mean", async ({ page }) => {
  await page.goto("/groups?peers=industry");
  await ready(page);
  await page.getByRole("button", { name: /^Note:/ }).click();
  const first = page.getByRole("menuitemradio", { name: /^only/ }).first();
  const [, note, n] = /^only (.+) \((\d+)\)$/.exec(await first.innerText())!;
  await first.click();
  await expect(page).toHaveURL(/note=/);
  await expect(rows(page, "Groups by strength")).toHaveCount(Number(n));
  await expect(rows(page, "Groups by strength").first()).toContainText(note!);
  await page.getByText("What the notes mean").click();
  await expect(page.getByText("it came among the strongest lately")).toBeVisible();
});

test("hiding a member dims none of the others, and stocks open on the leading sector", async ({ page }) => {
  await page.goto("/rotation");
  await ready(page);
  await page
    .getByRole("button", { name: /^Hide / })
    .first()
    .click();
  await expect(page).toHaveURL(/hide=/);
  await expect(page.locator('[data-member]:not([opacity="1"])')).toHaveCount(0);
  await page.goto("/groups");
  const leader = (await rows(page, "Groups by strength").first().getAttribute("data-row"))!;
  await page.goto("/rotation?set=stock");
  await expect(page.getByRole("button", { name: /^stocks of:/ })).toHaveText(leader.replace("sector:", ""));
});
