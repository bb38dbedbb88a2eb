import fs from "node:fs";
import { reading, ready, rows } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* What every member made in a period, who is chosen by it, and where the chosen go. */

const fed = addressOf("fed");
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
  await page.getByRole("button", { name: "Save as a list" }).click();
  const lists = page.getByRole("list", { name: "Lists" });
  await expect(lists.getByRole("link", { name: "Held up" })).toBeVisible();
  const download = page.waitForEvent("download");
  await lists.getByRole("link", { name: "CSV" }).click();
  const file = fs
    .readFileSync(await (await download).path(), "utf8")
    .trim()
    .split("\n");
  expect(file[0]).toMatch(/^key,name,family,industry,from,to,excess,change,ended,held50,held200/);
  expect(file).toHaveLength(20);
  await lists.getByRole("link", { name: "into the focus" }).click();
  await expect(page.locator("header")).toContainText("Held up");
  await lists.getByRole("link", { name: "Held up" }).click();
  await expect(reading(page)).toContainText("of Held up");
  await page.goto(`${fed}/period-map`);
  await ready(page);
  await page.getByRole("button", { name: "Delete the list Held up" }).click();
  await expect(page.getByRole("status")).toContainText("was deleted");
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
