import type { Page } from "@playwright/test";
import { chooseByKeys, reading, ready } from "./main-job";
import { expect, test } from "./watch";

/* The next session's setups inside the focus, from the list to the threshold at which one would get in. */

interface Row {
  readonly kind: string;
  readonly ticker: string;
  readonly isGroup: boolean;
  readonly long: { readonly entry: number; readonly rewardToRisk: number };
}

const table = (page: Page) => page.getByRole("table", { name: "Setups for the next session, by kind" });

/** The industry of the member that is set up best, so that a focus on it has one. */
async function bestIndustry(page: Page): Promise<string> {
  const twin = await page.request.get("/data/setups?side=long&reward=2");
  const { result } = (await twin.json()) as { result: { kinds: { rows: (Row & { industry: string })[] }[] } };
  return result.kinds.flatMap((k) => k.rows).find((row) => !row.isGroup)!.industry;
}

test("by keyboard: the setups of the focus that offer twice their risk, one's chart with its bracket, and back to its row", async ({
  page,
}) => {
  const focus = `industry:${await bestIndustry(page)}`;
  await page.goto(`/?focus=${encodeURIComponent(focus)}`);
  await ready(page);
  await page.keyboard.press("g");
  await page.keyboard.press("u");
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/ set up for the next session/);
  await page.getByRole("button", { name: "Side: either side" }).focus();
  await page.keyboard.press("Enter");
  await chooseByKeys(page, "the long side");
  await expect(page).toHaveURL(/side=long/);
  await expect(page.getByRole("heading", { level: 1 })).toContainText(/at least 2 times the risk to the long side/);
  const twin = await page.request.get(`/data/setups?side=long&reward=2&for=${encodeURIComponent(focus)}`);
  const { result } = (await twin.json()) as { result: { kinds: { rows: Row[] }[] } };
  const expected = result.kinds.flatMap((k) => k.rows).filter((row) => !row.isGroup);
  expect(expected.every((row) => row.long.rewardToRisk >= 2)).toBe(true);
  const rows = table(page).locator("tr[data-row]");
  expect(expected.length).toBeGreaterThan(0);
  await expect(rows.first()).toHaveAttribute("data-row", `${expected[0]!.kind}/${expected[0]!.ticker}`);
  // What each kind has been worth comes after the list.
  await expect(page.getByText(/^Over the past year |^No kind of setup has/)).toBeVisible();

  await rows.first().focus();
  if ((await rows.count()) > 1) await page.keyboard.press("ArrowDown");
  const inHand = (await page.locator("tr[data-row]:focus").getAttribute("data-row"))!;
  const own = expected.find((row) => `${row.kind}/${row.ticker}` === inHand)!;
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`/chart/${own.ticker}`));
  const legend = page.getByText(/^Bracket of the last session/).locator("xpath=ancestor-or-self::li[1]");
  const decimals = own.long.entry >= 10 ? 2 : own.long.entry >= 1 ? 3 : 4;
  await expect(legend).toContainText(`long ${own.long.entry.toFixed(decimals)}, stop`);
  await page.keyboard.press("Backspace");
  await expect(table(page)).toBeVisible();
  await expect(page.locator("tr[data-row][tabindex='0']")).toHaveAttribute("data-row", inHand);
});

test("one kind alone, none that pays enough, and what is outside the focus", async ({ page }) => {
  await page.goto("/setups?reward=0");
  await ready(page);
  const kind = table(page)
    .getByRole("link", { name: /: show only these$/ })
    .first();
  const name = (await kind.innerText()).toLowerCase();
  await kind.click();
  await expect(page.getByRole("button", { name: `Kind: ${name}` })).toBeVisible();
  await expect(
    table(page)
      .getByRole("rowheader", { name: new RegExp(name, "i") })
      .first(),
  ).toBeVisible();
  await page.goto("/setups?kind=doji&reward=20&side=short");
  await expect(page.getByText(/none of them with that much reward for its risk|^Nothing is set up here/)).toBeVisible();
  const focus = encodeURIComponent(`industry:${await bestIndustry(page)}`);
  await page.goto(`/setups?reward=0&for=market:&focus=${focus}&within=outside`);
  await expect(page.getByRole("heading", { level: 1 })).toContainText(" outside the focus ");
  await expect(page.getByRole("button", { name: "Focus: outside the focus" })).toBeVisible();
});

test("a step in time shows the setups of that session before their records are there", async ({ page }) => {
  let release = () => {};
  let held = Promise.resolve();
  await page.route(/setups\/records/, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto("/setups?for=market:");
  await ready(page);
  const working = page.getByText("What each kind has been worth here is being worked out…");
  await expect(working).toBeHidden();
  const before = await reading(page).innerText();
  held = new Promise((resolve) => (release = resolve));
  await page.keyboard.press("[");
  await expect(reading(page)).not.toHaveText(before);
  await expect(working).toBeVisible();
  release();
  await expect(working).toBeHidden();
});
