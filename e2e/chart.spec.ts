import { chooseByKeys, reading, ready, rows } from "./main-job";
import { expect, test } from "./watch";

/* One instrument by day, week and month over all its history. */

test("by keyboard: a chart by week and month over all history, its bars walked, zoomed and panned", async ({ page }) => {
  await page.goto("/chart/ALBRO");
  await ready(page);
  const picture = page.getByRole("slider", { name: /in daily candles/ });
  await expect(picture).toHaveAttribute("aria-valuetext", /; open .* close .*; volume /);
  await page.keyboard.press("m");
  await expect(picture).toBeFocused();
  const last = Number(await picture.getAttribute("aria-valuenow"));
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(picture).toHaveAttribute("aria-valuenow", String(last - 2));
  await page.keyboard.press("Home");
  await expect(picture).toHaveAttribute("aria-valuenow", "1");

  await page.keyboard.press("w");
  const weekly = page.getByRole("slider", { name: /in weekly candles/ });
  await expect(weekly).toBeVisible();
  await expect(page).toHaveURL(/sampling=weekly/);
  await expect(reading(page)).toContainText(/-week simple average/);
  await expect(weekly).toHaveAttribute("aria-valuetext", /^week to /);
  await page.keyboard.press("Shift+M");
  await expect(page.getByRole("slider", { name: /in monthly candles/ })).toBeVisible();
  await page.keyboard.press("d");
  await expect(picture).toBeVisible();

  await page.getByRole("button", { name: "History: one year" }).focus();
  await page.keyboard.press("Enter");
  await chooseByKeys(page, "all history");
  await expect(page).toHaveURL(/history=20000/);
  await expect.poll(async () => Number(await picture.getAttribute("aria-valuemax"))).toBeGreaterThan(1000);
  await page.keyboard.press("m");
  const shown = () =>
    page.evaluate(() => {
      const boxes = (document.querySelector("[data-drawn] > div") as unknown as { textBoxes(): { text: string }[] }).textBoxes();
      return boxes.map((b) => b.text).filter((t) => /^[A-Z][a-z]{2} \d{4}$/.test(t));
    });
  await expect.poll(async () => (await shown()).length).toBeGreaterThan(3);
  const whole = await shown();
  for (let k = 0; k < 6; k++) await page.keyboard.press("+");
  await expect.poll(async () => (await shown())[0]).not.toBe(whole[0]);
  const near = await shown();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect.poll(async () => (await shown())[0]).not.toBe(near[0]);
  await page.keyboard.press("0");
  await expect.poll(async () => (await shown())[0]).toBe(whole[0]);
  // The wheel zooms around the pointer, at the left edge into what was first, and back.
  const box = (await picture.boundingBox())!;
  await page.mouse.move(box.x + 8, box.y + 60);
  for (let k = 0; k < 12; k++) await page.mouse.wheel(0, -120);
  await expect.poll(async () => (await shown()).at(-1)).not.toBe(whole.at(-1));
  expect((await shown())[0]!.slice(-4)).toBe(whole[0]!.slice(-4));
  // A drag moves on to what was later, and is no press on a bar.
  const first = await shown();
  await page.mouse.move(box.x + 500, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 100, box.y + 70, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => (await shown())[0]).not.toBe(first[0]);
  expect(page.url()).not.toContain("asof=");
  for (let k = 0; k < 16; k++) await page.mouse.wheel(0, 120);
  await expect.poll(async () => (await shown()).at(-1)).toBe(whole.at(-1));
  expect(await page.locator("#screen").evaluate((screen) => screen.scrollTop)).toBe(0);
  await page.getByRole("button", { name: "Scale: linear" }).click();
  await page.getByRole("menuitemradio", { name: "percent from the start" }).click();
  await expect(page).toHaveURL(/scale=percent/);
});

test("a stock is compared with its sector and another instrument, by keyboard, in percent from the start", async ({ page }) => {
  await page.goto("/groups?in=market:");
  await ready(page);
  const ticker = (await rows(page, "Stocks by strength").first().getAttribute("data-row"))!;
  await page.goto(`/chart/${ticker}`);
  await ready(page);
  await page.getByRole("button", { name: "Compared with: nothing" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("textbox", { name: /^Tickers/ }).fill("albro, world");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/with=ALBRO&with=WORLD/);
  const menu = page.getByRole("button", { name: /^Compared with: Aldane broad/ });
  await expect(menu).toBeVisible();
  await expect(page.getByRole("slider", { name: /candles/ })).toHaveAttribute(
    "aria-valuetext",
    /Aldane broad [+−][\d.]+% \([+−][\d.]+% here\)/,
  );
  await menu.click();
  await page.getByRole("button", { name: /\(sector\)$/ }).click();
  await expect(page).toHaveURL(/with=sector:/);
  await menu.click();
  await page.getByRole("button", { name: /\(sector\)$/ }).click();
  await expect(page).not.toHaveURL(/with=sector:/);
});
