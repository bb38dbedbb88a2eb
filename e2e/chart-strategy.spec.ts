import { chooseByKeys, ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* What a strategy would have done: made of clauses, sized, reported, over a list, saved. */

test("by keyboard: a strategy is typed, its size changed to 100 shares, reported, tried over a list, saved and deleted", async ({
  page,
}) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  const ticker = (await rows(page, "Stocks by strength").first().getAttribute("data-row"))!;
  await page.goto(`/chart/${ticker}`);
  await ready(page);
  const part = page.getByRole("region", { name: "Strategy" });
  const fields = part.getByRole("combobox", { name: "Add a clause" });
  await fields.first().focus();
  await page.keyboard.type("crosses above 20 average");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/enter=/);
  await expect(part.getByText(/the strategy closed no trade |the strategy closed \d+ trades?/)).toBeVisible();
  await fields.last().focus();
  await page.keyboard.type("crosses below 20 average");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/leave=/);
  await expect(part.getByText(/\d+ won \(\d+%, between \d+% and \d+% in 95 of 100 cases\)/)).toBeVisible();
  await expect(part.getByText(/Fully invested it made .* holding made /)).toBeVisible();

  await part.getByRole("button", { name: "Stop: no stop" }).focus();
  await page.keyboard.press("Enter");
  await chooseByKeys(page, /^a stop 2 ATR/);
  await expect(page).toHaveURL(/stop=2atrs/);
  await expect(part.getByText(/a trade \([−\d.]+ R\)/)).toBeVisible();
  const trades = rows(page, "Trades, the latest");
  await expect(trades.first().getByRole("cell").nth(2)).toHaveText("100");
  await part.getByRole("button", { name: "Size: 100 shares" }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("how many, or how much").fill("250");
  await page.keyboard.press("Enter");
  await expect(trades.first().getByRole("cell").nth(2)).toHaveText("250");
  await part.getByRole("button", { name: "Size: 250 shares" }).focus();
  await page.keyboard.press("Enter");
  await page.getByLabel("how many, or how much").fill("100");
  await page.keyboard.press("Enter");
  await expect(trades.first().getByRole("cell").nth(2)).toHaveText("100");

  await part.getByRole("button", { name: "Over: this chart alone" }).focus();
  await page.keyboard.press("Enter");
  await chooseByKeys(page, /^the stocks of/);
  await expect(part.getByText(/each is taken alone, not as a portfolio/)).toBeVisible();
  await expect(rows(page, "Instrument by instrument").first()).toBeVisible();

  await part.getByRole("button", { name: "save as…" }).press("Enter");
  await part.getByLabel("Name of the strategy").fill("Crossings");
  await page.keyboard.press("Enter");
  const saved = part.getByRole("button", { name: "Crossings", exact: true });
  await expect(saved).toBeVisible();
  await page.goto("/chart/ALBRO");
  await ready(page);
  await saved.focus();
  await page.keyboard.press("Enter");
  await expect(part.getByText(/the strategy closed \d+ trades? in Aldane broad since/)).toBeVisible();
  await part.getByRole("button", { name: "Delete the strategy Crossings" }).click();
  await part.getByRole("button", { name: "Put it back" }).click();
  await expect(saved).toBeVisible();
  await part.getByRole("button", { name: "Delete the strategy Crossings" }).click();
  await expect(saved).toHaveCount(0);
});
