import { ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* The charts of a table one by one, by keyboard: decided on, noted, kept as a list, and back to the table. */

test("by keyboard: from a scan through its charts; what was kept becomes a list with its notes", async ({ page }) => {
  await page.goto(`/screen?when=${encodeURIComponent("its close is above its 50-session simple average")}`);
  await ready(page);
  const table = rows(page, "Those that pass");
  const tickers = await table.evaluateAll((all) => all.slice(0, 4).map((row) => row.getAttribute("data-row")!));
  expect(tickers.length).toBe(4);
  await table.nth(1).focus();
  await page.keyboard.press(".");
  await expect(page).toHaveURL(/\/flick\?/);
  const current = page.locator("#screen li [aria-current]");
  await expect(current).toContainText(tickers[1]!);
  await expect(page.locator("[data-drawn=true] canvas").filter({ visible: true })).toBeVisible();
  await page.keyboard.press("k");
  await expect(current).toContainText(tickers[2]!);
  await page.keyboard.press("x");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowUp");
  await page.keyboard.press("ArrowUp");
  await expect(current).toContainText(tickers[0]!);
  await page.keyboard.press("n");
  await page.keyboard.type("near its high, wait");
  await page.keyboard.press("Enter");
  await page.keyboard.press("k");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("3 of ");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("2 kept, 1 dropped");
  // From the list, where the note left the keyboard, Enter opens the chart, and Backspace leads back.
  await expect(page.locator("#screen li [aria-current]")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/chart\//);
  await page.keyboard.press("Backspace");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("2 kept, 1 dropped");
  await ready(page);
  // The wrong key, and it is taken back.
  await page.keyboard.press("s");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("1 for the short side");
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("heading", { level: 1 })).toContainText("2 kept, 1 dropped");
  // A reload loses nothing.
  await page.reload();
  await ready(page);
  await expect(page.getByRole("heading", { level: 1 })).toContainText("2 kept, 1 dropped");

  await page.getByLabel("Name of the list").fill("Looked through");
  await page.getByRole("button", { name: "Make a list of the 2 kept" }).press("Enter");
  await expect(page.getByText("It is saved.")).toBeVisible();
  await page.goto("/lists?open=Looked+through");
  const members = rows(page, "Members of Looked through");
  await expect(members).toHaveCount(2);
  await expect(page.locator(`tr[data-row="${tickers[0]!}"] input`)).toHaveValue("near its high, wait");
  await expect(page.locator(`tr[data-row="${tickers[1]!}"]`)).toBeVisible();
});

test("the next chart is there before it is asked for, and Backspace leads back to the row in hand", async ({ page }) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  await page.goto("/setups?reward=0");
  await expect(page.locator("tr[data-row]").first()).toBeVisible();
  await page.keyboard.press(".");
  await expect(page).toHaveURL(/\/flick\?/);
  await expect(page.locator("[data-drawn=true] canvas").filter({ visible: true })).toBeVisible();
  const tickers = new URL(page.url()).searchParams.get("of")!.split(",");
  expect(tickers.length).toBeGreaterThan(3);
  // Those ahead were fetched: no request is made for the next one when it is asked for.
  await page.waitForLoadState("networkidle");
  const asked: string[] = [];
  page.on("request", (request) => asked.push(request.url()));
  await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("slider", { name: /daily candles/ })).toBeVisible();
  await expect(page.locator("#screen li [aria-current]")).toContainText(tickers[1]!);
  expect(asked.filter((url) => url.includes(`/flick/chart/${tickers[1]!}.data`))).toEqual([]);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${tickers[1]!}`));
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/flick\?/);
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(/\/setups/);
});
