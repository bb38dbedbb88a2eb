import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* What is drawn on a chart: added by typing, read in the legend, arranged under a name and applied by a key. */

const legend = (page: Page) => page.getByRole("region", { name: "On the chart" });
const line = (page: Page, name: RegExp) => legend(page).getByRole("button", { name });

test("by keyboard: things are added by typing, changed, hidden, removed, and all of it is undone and redone", async ({
  page,
}) => {
  await page.goto("/chart/ALBRO");
  await ready(page);
  await expect(line(page, /^Regime: /)).toBeVisible();
  await page.keyboard.press("a");
  await expect(page.getByRole("combobox", { name: "Add to the chart" })).toBeFocused();
  await page.keyboard.type("rsi 5");
  const option = page.getByRole("option", { name: /^RSI\(5\): \d+, (above|below|between)/ });
  await expect(option).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/plot=rsi_5/);
  await expect(line(page, /^RSI\(5\): \d+, /)).toBeVisible();
  await expect(legend(page).getByRole("status")).toContainText("RSI(5) was added");
  await page.keyboard.press("Escape");

  // Down the lines to the average, opened and changed in place.
  await line(page, /^ALBRO, daily/).focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await expect(line(page, /^SMA 50/)).toBeFocused();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  await expect(page.getByRole("spinbutton", { name: "n of SMA 50" })).toBeFocused();
  await page.keyboard.press("ControlOrMeta+a");
  await page.keyboard.type("60");
  await page.keyboard.press("Enter");
  await expect(line(page, /^SMA 60: /)).toBeVisible();
  await expect(page).toHaveURL(/plot=sma_60/);
  await expect(page.getByRole("spinbutton", { name: "n of SMA 60" })).toBeFocused();

  await line(page, /^SMA 20:/).focus();
  await page.keyboard.press("h");
  await expect(legend(page).getByText("1 hidden")).toBeVisible();
  await line(page, /^Volume/).focus();
  await page.keyboard.press("Delete");
  await expect(line(page, /^Volume/)).toHaveCount(0);
  for (let k = 0; k < 4; k++) await page.keyboard.press("ControlOrMeta+z");
  await expect(line(page, /^RSI/)).toHaveCount(0);
  await expect(line(page, /^SMA 50/)).toBeVisible();
  await expect(line(page, /^Volume/)).toBeVisible();
  await expect(legend(page).getByText(/hidden/)).toHaveCount(0);
  for (let k = 0; k < 4; k++) await page.keyboard.press("ControlOrMeta+Shift+z");
  await expect(line(page, /^RSI\(5\)/)).toBeVisible();
  await expect(line(page, /^Volume/)).toHaveCount(0);
  await expect(line(page, /^SMA 60/)).toBeVisible();
});

test("an arrangement is saved and applied by its number key to three instruments in two samplings", async ({ page }) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  const tickers = await rows(page, "Stocks by strength").evaluateAll((all) => all.slice(0, 2).map((r) => r.dataset["row"]!));
  await page.goto("/chart/ALBRO?plot=ema_10&plot=bollinger_20_2&plot=stochastic_8_3_3");
  await ready(page);
  await page.getByRole("button", { name: "Arranged as: own choice" }).click();
  await page.getByLabel("Save what is drawn as").fill("Squeezes");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /^6\s*Squeezes/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "Arranged as: Squeezes" })).toBeVisible();
  for (const ticker of [...tickers, "WORLD"]) {
    await page.goto(`/chart/${ticker}`);
    await ready(page);
    for (const [key, unit] of [
      ["w", "weekly"],
      ["d", "daily"],
    ] as const) {
      await page.keyboard.press(key);
      await expect(page).toHaveURL(new RegExp(`sampling=${unit}`));
      await page.keyboard.press("1");
      await expect(line(page, /^SMA 20:/)).toBeVisible();
      await page.keyboard.press("6");
      await expect(line(page, /^Stochastic\(8, 3, 3\): \d+/)).toBeVisible();
      await expect(line(page, /^Bollinger\(20, 2\): .* to .* wide/)).toBeVisible();
      await expect(page.getByRole("slider", { name: new RegExp(`in ${unit} candles`) })).toBeVisible();
    }
  }
  // It becomes the one that charts begin with.
  await page.getByRole("button", { name: "Arranged as: Squeezes" }).click();
  await page.getByRole("button", { name: "Let charts begin with Squeezes" }).click();
  await expect(page.getByText("charts begin with it")).toBeVisible();
  await page.goto("/chart/ALBRO");
  await expect(line(page, /^Stochastic/)).toBeVisible();
  await page.getByRole("button", { name: "Arranged as: Squeezes" }).click();
  await page.getByRole("button", { name: /^Delete the arrangement/ }).click();
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByRole("button", { name: /^6\s*Squeezes/ })).toBeVisible();
  await page.getByRole("button", { name: /^Delete the arrangement/ }).click();
  await expect(page.getByRole("button", { name: "Put it back" })).toBeVisible();
  await page.goto("/chart/ALBRO");
  await expect(line(page, /^SMA 20:/)).toBeVisible();
});

test("the picture in view leaves as PNG and as SVG, with title, date and legend", async ({ page }) => {
  await page.goto("/chart/ALBRO?plot=ema_20&plot=rsi_14");
  await ready(page);
  const picture = async (kind: string) => {
    await page.getByRole("button", { name: "Picture", exact: true }).click();
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("menuitem", { name: `as ${kind}` }).click(),
    ]);
    expect(download.suggestedFilename()).toMatch(new RegExp(`^ALBRO-daily-\\d{4}-\\d\\d-\\d\\d\\.${kind.toLowerCase()}$`));
    return readFileSync(await download.path());
  };
  const svg = (await picture("SVG")).toString("utf8");
  expect(svg).toContain("Aldane broad, daily");
  expect(svg).toMatch(/as of \d+ \w+ \d{4}/);
  expect(svg).toMatch(/EMA 20: [\d.]+, (rising|falling)/);
  expect(svg.match(/<path/g)!.length).toBeGreaterThan(100);
  const png = await picture("PNG");
  expect(png.subarray(1, 4).toString()).toBe("PNG");
  // Twice the size on screen.
  expect(png.readUInt32BE(16)).toBe(2560);
});
