import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* Where a close stands among its levels, and which price of the next session would change a clause. */

const when = "its close is above its 100-session simple average";

test("from a situation to the prices that change it, to what has followed another clause, and back", async ({ page }) => {
  await page.goto(`/precedents?for=ALBIG&when=${encodeURIComponent(when)}`);
  await ready(page);
  await page.getByRole("link", { name: "key levels…" }).click();
  await expect(reading(page)).toContainText(/closed at [\d.]+, where an ATR is .*the nearest level (above|below) is its/);
  await expect(page.getByRole("img", { name: /^Levels of Aldane large/ })).toBeVisible();
  const table = page.getByRole("table", { name: /would change a clause/ });
  // The clause in hand stands first.
  await expect(table.getByRole("rowheader").first()).toHaveText(when);
  await expect(page.getByText(/clauses on price .* would change at the next session/)).toBeVisible();
  await page.getByRole("button", { name: "Reach: 4 ATRs" }).click();
  const before = await table.getByRole("row").count();
  await page.getByRole("menuitemradio", { name: "10 ATRs" }).click();
  // Until then it is not where one comes back to.
  await expect(page).toHaveURL(/reach=10/);
  await expect.poll(() => table.getByRole("row").count()).toBeGreaterThan(before);
  const clause = table.getByRole("link", { name: "it closes above the high before" });
  await clause.click();
  await expect(page).toHaveURL(/\/precedents\?for=ALBIG/);
  await expect(page.getByRole("list", { name: "Clauses of the situation" })).toContainText("it closes above the high before");
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/key-levels\?.*reach=10/);
});

test("by keyboard: another instrument, another date", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  await page.keyboard.press("g");
  await page.keyboard.press("k");
  await expect(reading(page)).toContainText("Aldane broad closed at");
  const menu = page.getByRole("button", { name: /^Instrument:/ });
  await menu.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("A ticker")).toBeFocused();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("albig");
  await page.keyboard.press("Enter");
  await expect(reading(page)).toContainText("Aldane large 60 closed at");
  const now = await reading(page).textContent();
  await page.locator("body").press("[");
  await expect(reading(page)).not.toHaveText(now!);
  await expect(page.getByRole("table", { name: /would change a clause/ })).toBeVisible();
});

test("a ticker that is not known, and a market of bars alone, say so", async ({ page }) => {
  await page.goto("/key-levels?for=NOBODY");
  await expect(page.getByRole("alert")).toContainText("Nothing is known here by the ticker NOBODY");
  await expect(reading(page)).toContainText("Aldane broad closed at");
  await page.goto(`${addressOf("bars")}/key-levels`);
  await ready(page);
  await expect(reading(page)).toContainText("closed at");
  await expect(page.getByRole("table", { name: /would change a clause/ })).toBeVisible();
});
