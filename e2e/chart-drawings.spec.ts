import type { Page } from "@playwright/test";
import { ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* Drawings: placed by keyboard and by pointer, read, moved, changed, copied, undone and redone. */

const legend = (page: Page) => page.getByRole("region", { name: "On the chart" });
const line = (page: Page, name: RegExp) => legend(page).getByRole("button", { name });
const type = async (page: Page, text: string) => {
  await page.keyboard.press("a");
  await page.keyboard.type(text);
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
};
const firstStock = async (page: Page, k = 0) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  return (await rows(page, "Stocks by strength").nth(k).getAttribute("data-row"))!;
};

test("by keyboard: a monthly chart with a zone over earlier prices, a line, a retracement and a measured move, all undone and redone", async ({
  page,
}) => {
  await page.goto("/chart/KCOPP?plot=sma_10&sampling=monthly&history=20000");
  await ready(page);
  const close = Number(/monthly: ([\d.]+) /.exec(await line(page, /^KCOPP, monthly/).innerText())![1]);
  const [lo, hi] = [Math.round(0.95 * close), Math.round(1.05 * close)];
  await type(page, `zone ${lo} to ${hi}`);
  await expect(line(page, new RegExp(`^Zone 1: ${lo}\\.00 to ${hi}\\.00; close inside; .*visit.*, in it since`))).toBeFocused();
  await expect(line(page, /^Zone 1: .* closed inside on .* of .* sessions; made /)).toBeVisible();

  await type(page, "line");
  const layer = page.getByRole("application", { name: "Placing a line" });
  await expect(layer).toBeFocused();
  const status = layer.getByRole("status");
  await expect(status).toContainText(/^First point of the line: .*, close /);
  for (let k = 0; k < 6; k++) await page.keyboard.press("ArrowLeft");
  for (let k = 0; k < 3; k++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(status).toContainText("Second point");
  await page.keyboard.press("Backspace");
  await expect(status).toContainText("First point");
  await page.keyboard.press("Enter");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Enter");
  await expect(line(page, /^Line 1: [\d.]+ now; close [\d.]+% (above|below) \([\d.]+ ATR\); (not )?touched/)).toBeFocused();

  await type(page, "retrace");
  await page.keyboard.press("Home");
  await page.keyboard.press("Enter");
  await page.keyboard.press("End");
  await page.keyboard.press("Enter");
  await expect(line(page, /^Retracement 1: .*taken back now/)).toBeFocused();
  await type(page, "measured move");
  for (const key of ["PageUp", "Enter", "ArrowRight", "ArrowRight", "Enter", "ArrowRight", "Enter"])
    await page.keyboard.press(key);
  await expect(line(page, /^Measured move 1: target [\d.]+; .* due /)).toBeFocused();

  // The same readings by day.
  const said = await line(page, /^Line 1/).innerText();
  await page.keyboard.press("d");
  await expect(page).toHaveURL(/sampling=daily/);
  await expect(line(page, /^Line 1/)).toHaveText(said.replace(/\n/g, ""));
  for (let k = 3; k >= 0; k--) {
    await page.keyboard.press("ControlOrMeta+z");
    await expect(legend(page).getByRole("button", { name: /^(Zone|Line|Retracement|Measured move) 1/ })).toHaveCount(k);
  }
  for (let k = 1; k <= 4; k++) {
    await page.keyboard.press("ControlOrMeta+Shift+z");
    await expect(legend(page).getByRole("button", { name: /^(Zone|Line|Retracement|Measured move) 1/ })).toHaveCount(k);
  }
});

test("a level is changed, renamed, hidden, copied and removed; before it was made it is not there", async ({ page }) => {
  const ticker = await firstStock(page);
  const other = await firstStock(page, 1);
  await page.goto(`/chart/${ticker}`);
  await ready(page);
  await type(page, "level 40");
  await expect(line(page, /^Level 1: 40\.00; close .* (above|below)/)).toBeFocused();
  await page.getByLabel("price of Level 1").fill("41.5");
  await page.keyboard.press("Enter");
  await expect(line(page, /^Level 1: 41\.50/)).toBeVisible();
  await page.getByLabel("name of Level 1").fill("Ceiling");
  await page.keyboard.press("Enter");
  await expect(line(page, /^Level Ceiling: 41\.50/)).toBeVisible();
  await page.getByLabel("copy to of Ceiling").fill(other.toLowerCase());
  await page.keyboard.press("Enter");
  await expect(legend(page).getByRole("status")).toContainText(`Ceiling was copied to ${other}`);
  await page.getByLabel("copy to of Ceiling").fill("nobody");
  await page.keyboard.press("Enter");
  await expect(legend(page).getByRole("alert")).toContainText('There is no instrument "NOBODY" to draw on.');
  await line(page, /^Level Ceiling/).focus();
  await page.keyboard.press("h");
  await expect(page).toHaveURL(/hide=/);
  await expect(legend(page).getByText("1 hidden")).toBeVisible();
  await line(page, /^Level Ceiling/).focus();
  await page.keyboard.press("h");
  await expect(page).not.toHaveURL(/hide=/);

  await page.goto(`/chart/${ticker}?asof=2025-06-05`);
  await ready(page);
  await expect(line(page, /Ceiling/)).toHaveCount(0);
  await page.getByRole("link", { name: "show in grey" }).click();
  await expect(line(page, /^Level Ceiling: made later than this session/)).toBeVisible();

  await page.goto(`/chart/${other}`);
  await ready(page);
  await line(page, /^Level Ceiling: 41\.50/).focus();
  await page.keyboard.press("Delete");
  await expect(line(page, /Ceiling/)).toHaveCount(0);
  await legend(page).getByRole("button", { name: "undo" }).click();
  await expect(line(page, /Ceiling/)).toHaveCount(1);
});

test("by pointer: a line snaps to lows, is found under the pointer and moved by its handle", async ({ page }) => {
  const ticker = await firstStock(page, 2);
  await page.goto(`/chart/${ticker}?plot=none`);
  await ready(page);
  await type(page, "line");
  const layer = page.getByRole("application", { name: "Placing a line" });
  const box = (await layer.boundingBox())!;
  const at = (x: number, y: number) => [box.x + x * box.width, box.y + y * box.height] as const;
  await page.mouse.click(...at(0.3, 0.7));
  await expect(layer.getByRole("status")).toContainText("Second point");
  await page.mouse.click(...at(0.6, 0.5));
  const reading = line(page, /^Line 1: /);
  await expect(reading).toBeFocused();
  const before = await reading.innerText();
  await reading.click();
  await expect(reading).toHaveAttribute("aria-expanded", "false");
  // Between both points it is found, and taken in hand.
  await expect(page.locator("[data-handles] canvas").first()).toBeAttached();
  await page.mouse.move(...at(0.44, 0.6));
  await page.mouse.move(...at(0.45, 0.6));
  await page.mouse.click(...at(0.45, 0.6));
  await expect(reading).toHaveAttribute("aria-expanded", "true");
  await page.mouse.move(...at(0.599, 0.5));
  await page.mouse.move(...at(0.6, 0.5));
  await page.mouse.down();
  await page.mouse.move(...at(0.62, 0.3), { steps: 6 });
  await page.mouse.up();
  await expect(reading).not.toHaveText(before.replace(/\n/g, ""));
  await expect(legend(page).getByRole("status")).toContainText("Line 1 was moved");
  await page.keyboard.press("ControlOrMeta+z");
  await expect(reading).toHaveText(before.replace(/\n/g, ""));
});

test("a level is broken where the closes say so, and is named in a clause and on the ladder", async ({ page }) => {
  const ticker = await firstStock(page, 3);
  await page.goto(`/chart/${ticker}`);
  await ready(page);
  const { closes, days } = await closesOf(page, ticker);
  // The latest crossing by closes that lie at least 1% on either side of its level.
  const crossing = (k: number) => closes[k - 1]! < 0.99 * middle(k) && closes.slice(k).every((c) => c > 1.01 * middle(k));
  const middle = (k: number) => (closes[k - 1]! + Math.min(...closes.slice(k))) / 2;
  const falls = (k: number) => closes[k - 1]! > 1.01 * low(k) && closes.slice(k).every((c) => c < 0.99 * low(k));
  const low = (k: number) => (closes[k - 1]! + Math.max(...closes.slice(k))) / 2;
  const at = closes.findLastIndex((_, k) => k > 60 && (crossing(k) || falls(k)));
  expect(at).toBeGreaterThan(0);
  const isUp = crossing(at);
  const level = Number((isUp ? middle(at) : low(at)).toFixed(2));
  await type(page, `level ${level}`);
  const reading = line(page, /^Level 1: /);
  await expect(reading).toContainText(new RegExp(`(broken|last) ${isUp ? "upward" : "downward"} on ${days[at]}`));

  await page.goto(`/precedents?for=${ticker}`);
  await ready(page);
  await page.keyboard.press("a");
  await page.keyboard.type(isUp ? "crosses above level 1" : "crosses below level 1");
  await expect(page.getByRole("option").first()).toHaveText(`its close crosses ${isUp ? "above" : "below"} its “Level 1” line`);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/when=/);
  await expect(page.getByRole("button", { name: /its close crosses .* its “Level 1” line/ })).toBeVisible();

  await page.goto(`/key-levels?for=${ticker}&reach=10`);
  await ready(page);
  await expect(page.locator("main")).toContainText("“Level 1” line");
});

/** The closes of a chart by its data twin, and their days as they are said. */
async function closesOf(page: Page, ticker: string): Promise<{ closes: number[]; days: string[] }> {
  const answer = await page.request.get(`/data/chart?ticker=${ticker}&history=20000`);
  const { result } = (await answer.json()) as { result: { close: number[]; days: number[] } };
  const said = (day: number) =>
    new Date(day * 86_400_000).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });
  return { closes: result.close, days: result.days.map(said) };
}
