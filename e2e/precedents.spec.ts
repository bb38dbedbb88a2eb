import type { Page } from "@playwright/test";
import { reading, ready, rows } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* A situation said as a sentence, what has followed it, and one clause of it changed. */

const field = (page: Page) => page.getByRole("combobox", { name: "Add a clause" });
const clauses = (page: Page) => page.getByRole("list", { name: "Clauses of the situation" }).getByRole("listitem");

/** Types a clause as one thinks it and takes the first reading. */
async function say(page: Page, phrase: string): Promise<void> {
  const before = await clauses(page).count();
  await field(page).fill(phrase);
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(clauses(page)).not.toHaveCount(before);
}

async function choose(page: Page, menu: string, item: string): Promise<void> {
  await page.getByRole("button", { name: new RegExp(`^${menu}:`) }).click();
  await page.getByRole("menuitemradio", { name: item, exact: true }).click();
  await expect(page.getByRole("button", { name: `${menu}: ${item}` })).toBeVisible();
}

test("the last session of the quarter above its average, on four indexes, open to close", async ({ page }) => {
  await page.goto("/precedents");
  await ready(page);
  await expect(reading(page)).toContainText("Say a situation");
  await say(page, "last session of the quarter");
  await say(page, "above 55");
  await expect(clauses(page)).toHaveText([
    /it is the last session of the quarter\d+/,
    /its close is above its 55-session simple average\d+/,
  ]);
  await page.getByRole("button", { name: /^For:/ }).click();
  await page.getByLabel("Tickers, with commas between").fill("albro, albig, almed, alsml, nobody");
  await page.keyboard.press("Enter");
  await choose(page, "Entry", "at the open");
  await choose(page, "Held", "of the same session");
  await expect(page.getByRole("alert")).toContainText("ticker NOBODY");
  await expect(reading(page)).toContainText(
    /Bought at the open and sold at the same close, .* won in .*95% interval.*against \d+% of all sessions/,
  );
  await expect(page.getByRole("table", { name: "Record of each instrument" })).toContainText("Aldane small");
  await expect(page.getByRole("img", { name: /Distribution of results/ })).toBeVisible();
  // Each clause says what it leaves; switched off it stays, and says what it would.
  await clauses(page).nth(1).getByRole("button", { expanded: false }).first().click();
  await page.getByRole("button", { name: "switch off" }).click();
  await expect(clauses(page).nth(1)).toContainText("off; with it");
  await page.goBack();
  await expect(clauses(page).nth(1)).not.toContainText("off; with it");
  // An occurrence opens on the chart at its date.
  const first = rows(page, "Occurrences").first();
  await first.getByRole("link").click();
  await expect(page).toHaveURL(/\/chart\/AL.*asof=\d{4}-\d{2}-\d{2}/);
  await page.goBack();
  await expect(clauses(page)).toHaveCount(2);
});

test("a gap up after a closing low, changed to an opening within the range, side by side", async ({ page }) => {
  await page.goto("/precedents?for=ALBRO,ALBIG,ALMED,ALSML&entry=open&hold=3");
  await ready(page);
  await say(page, "10 session closing low");
  await say(page, "opens between 10 and 200 average");
  await say(page, "opens above the prior high");
  await expect(clauses(page).nth(2)).toContainText("it opens above the high before");
  await page.getByRole("button", { name: "compare with…" }).click();
  await expect(page.getByRole("region", { name: "Variants side by side" })).toContainText("being edited");
  await clauses(page).nth(2).getByRole("button", { expanded: false }).first().focus();
  await page.keyboard.press("Delete");
  await expect(clauses(page)).toHaveCount(2);
  await expect(page.getByText("Taken out.")).toBeVisible();
  await say(page, "opens inside the prior range");
  const variants = page.getByRole("region", { name: "Variants side by side" });
  await expect(variants.getByRole("columnheader").filter({ hasText: "its close is a 10-session closing low" })).toHaveCount(2);
  await expect(variants).toContainText("it opens not above the high before");
  await expect(variants.getByRole("row", { name: /^cases/ })).toContainText(/\d/);
  await expect(page.getByText(/variant tried in this visit/)).toBeVisible();
  await variants.getByRole("button", { name: "leave out variant 1" }).click();
  await expect(variants).toHaveCount(0);
});

test("by keyboard alone: said, opened, changed, moved, taken out and put back", async ({ page }) => {
  await page.goto("/precedents");
  await ready(page);
  await page.keyboard.press("a");
  await expect(field(page)).toBeFocused();
  await page.keyboard.type("third down close in a row");
  await expect(page.getByRole("option")).toHaveText([
    "it has closed lower exactly 3 times running",
    "it has closed lower at least 3 times running",
  ]);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(clauses(page)).toHaveText([/at least 3 times running/]);
  await expect(field(page)).toBeFocused();
  await page.keyboard.type("above 200 average");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(clauses(page)).toHaveCount(2);
  // Up from the field to the last clause; Enter opens its parts.
  await page.keyboard.press("ArrowUp");
  await expect(page.locator(":focus")).toContainText("200-session simple average");
  await page.keyboard.press("Alt+ArrowUp");
  await expect(clauses(page).first()).toContainText("200-session simple average");
  await expect(page.locator(":focus")).toContainText("200-session simple average");
  await page.keyboard.press("Enter");
  await page.getByLabel("other n").focus();
  await page.keyboard.press("Control+a");
  await page.keyboard.type("100");
  await page.keyboard.press("Enter");
  await expect(clauses(page).first()).toContainText("100-session simple average");
  await page.keyboard.press("Escape");
  await clauses(page).first().getByRole("button").first().focus();
  await page.keyboard.press("Delete");
  await expect(clauses(page)).toHaveCount(1);
  await page.getByRole("button", { name: "Put it back" }).press("Enter");
  await expect(clauses(page).first()).toContainText("100-session simple average");
  await expect(reading(page)).toContainText(/won in|lost|won/);
});

test("a sentence is pasted, what is true now is added, and both can be linked", async ({ page }) => {
  await page.goto("/precedents");
  await ready(page);
  await say(page, "its close is above its 50-session simple average and (it is a Monday or it is a Friday)");
  await expect(clauses(page)).toHaveCount(2);
  await expect(clauses(page).nth(1)).toContainText("it is a Monday or it is a Friday");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "what is true now…" }).click();
  const now = page.getByRole("complementary", { name: "True now" });
  await expect(now).toContainText(/Of 1\d\d catalogued clauses \d+ hold for/);
  await expect(now).toContainText("Next session, by calendar");
  await now.getByRole("list", { name: "Clauses that hold" }).getByRole("button", { disabled: false }).first().click();
  await expect(clauses(page)).toHaveCount(3);
  const whenOf = () => JSON.parse(new URL(page.url()).searchParams.get("when") ?? "{}") as { all?: unknown[] };
  await expect.poll(() => whenOf().all?.length).toBe(3);
  const address = page.url();
  await page.goto("/");
  await page.goto(address);
  await expect(clauses(page)).toHaveCount(3);
});

test("a situation is saved, opened at another date, and deleted again", async ({ page }) => {
  await page.goto("/precedents");
  await ready(page);
  await say(page, "3 down closes");
  await page.getByRole("button", { name: "save as…" }).click();
  await page.getByLabel("Name of the situation").fill("Three down");
  await page.keyboard.press("Enter");
  const saved = page.getByRole("region", { name: "Saved situations" });
  await expect(saved).toContainText("it has closed lower at least 3 times running");
  await expect(saved).toContainText(/does not hold|holds at this close/);
  await page.keyboard.press("Escape");
  await page.goto("/precedents?asof=2025-06-30");
  await ready(page);
  await saved.getByRole("link", { name: "Three down" }).click();
  await expect(clauses(page)).toHaveText([/it has closed lower at least 3 times running/]);
  await expect(page).toHaveURL(/asof=2025-06-30/);
  await saved.getByRole("button", { name: /^Delete the situation/ }).click();
  await expect(saved.getByRole("status")).toContainText("was deleted");
  await saved.getByRole("button", { name: "Put it back" }).click();
  await expect(saved.getByRole("link", { name: "Three down" })).toBeVisible();
  await saved.getByRole("button", { name: /^Delete the situation/ }).click();
});

test("a clause that its subject cannot have says so in words", async ({ page }) => {
  await page.goto("/precedents?for=ALBRO");
  await ready(page);
  await say(page, "reports within 10 sessions");
  await expect(reading(page)).toContainText("Aldane broad has no “number of sessions to its next report”");
  await expect(reading(page)).toContainText("no session can be counted");
});

test("a database of bars alone is asked about its stocks", async ({ page }) => {
  await page.goto(`${addressOf("bars")}/precedents`);
  await ready(page);
  await say(page, "above 20 average");
  await expect(reading(page)).toContainText(/won in \d+% of [\d,]+ cases/);
  await say(page, "leading sector");
  await expect(reading(page)).toContainText(/no finished occurrence|no session can be counted/);
});

test("of very many instruments p is worked out where it is asked for, with progress, and can be stopped", async ({ page }) => {
  await page.goto(
    `/precedents?for=market:&when=${encodeURIComponent("it has closed lower at least 2 times running")}&hold=3&overlaps=kept`,
  );
  await ready(page);
  await page.getByRole("link", { name: "Test it against other dates" }).click();
  // Stopped, begun again, and waited for.
  const stop = page.getByRole("button", { name: "Stop" });
  const over = page.getByText(/moved together to other dates an edge as large came about in [\d.]+% of them \(p [\d.]+\)/);
  await expect(stop.or(over)).toBeVisible();
  if (await stop.isVisible()) {
    await stop.click({ timeout: 2000 }).catch(() => undefined);
    const again = page.getByRole("button", { name: "Begin it again" });
    await expect(again.or(over)).toBeVisible();
    if (await again.isVisible()) {
      // It stays stopped until it is begun again.
      await page.waitForTimeout(1000);
      await again.click({ timeout: 5000 });
    }
  }
  await expect(over).toBeVisible({ timeout: 60_000 });
});
