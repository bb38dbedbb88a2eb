import fs from "node:fs";
import type { Page } from "@playwright/test";
import { emptyTray } from "./briefed";
import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* A brief by mouse: put together, put in order, frozen, found again, deleted and brought back, with calls that are withdrawn. */

const base = addressOf("watched");
const parts = (page: Page) => page.locator("section[data-part]");
const outline = (page: Page) => page.getByRole("navigation", { name: "Parts" }).getByRole("button");

/** Drags a row of the outline onto another. */
async function drag(page: Page, from: number, to: number): Promise<void> {
  const [own, other] = [(await outline(page).nth(from).boundingBox())!, (await outline(page).nth(to).boundingBox())!];
  await page.mouse.move(own.x + 40, own.y + own.height / 2);
  await page.mouse.down();
  await page.mouse.move(own.x + 40, own.y, { steps: 4 });
  await page.mouse.move(other.x + 40, other.y + (to < from ? 2 : other.height - 2), { steps: 12 });
  await page.mouse.up();
}

test("by mouse: pins become a brief, its parts are dragged and frozen, and what changed fast is all saved", async ({
  page,
  request,
}, { retry }) => {
  // What an earlier try has called is still there.
  const sessions = String(7 + retry);
  await emptyTray(request, base);
  for (const path of ["/breadth", "/timing"]) {
    await page.goto(base + path);
    await ready(page);
    await page.getByRole("button", { name: "Pin", exact: true }).click();
    await page
      .getByRole("menuitem", { name: /reading/i })
      .first()
      .click();
    await expect(page.getByText(/^Pinned the reading of/)).toBeVisible();
  }
  await page.goto(`${base}/briefs`);
  await ready(page);
  await page.getByRole("button", { name: "Empty", exact: true }).click();
  await expect(page).toHaveURL(/\/briefs\/[a-f0-9]{12}/);
  await page.getByRole("button", { name: "Tray", exact: true }).click();
  const tray = page.getByRole("dialog", { name: "Tray" });
  await tray
    .getByRole("button", { name: /^Take .* out of the tray/ })
    .last()
    .click();
  await expect(tray.getByRole("listitem")).toHaveCount(1);
  await expect(tray.getByRole("status")).toContainText("was taken out of the tray");
  await tray.getByRole("button", { name: "Put it back" }).click();
  await expect(tray.getByRole("listitem")).toHaveCount(2);
  await tray.getByRole("button", { name: "Put all 2 into this brief" }).click();
  await expect(parts(page)).toHaveCount(2);
  await page.getByRole("button", { name: "Close the tray" }).click();

  await page.getByRole("button", { name: /^add words/ }).click();
  await expect(page.getByRole("textbox", { name: "Words", exact: true })).toBeFocused();
  await page.keyboard.type("Fog over the harbour.");
  await page.getByLabel("Title").fill("By hand");
  await page.getByRole("button", { name: /^add a heading/ }).click();
  await expect(page.getByRole("textbox", { name: "Heading" })).toBeFocused();
  await page.keyboard.type("The market");
  await page.getByLabel("Title").click();
  await expect(outline(page)).toHaveText([/Breadth/, /Timing|Pressure/, /Fog over/, /The market/]);
  await drag(page, 3, 0);
  await expect(outline(page)).toHaveText([/The market/, /Breadth/, /Timing|Pressure/, /Fog over/]);
  await page.keyboard.press("Control+z");
  await expect(outline(page).last()).toHaveText(/The market/);
  await page.keyboard.press("Control+Shift+z");
  await expect(outline(page).first()).toHaveText(/The market/);

  // What is frozen says so, and is asked again.
  await outline(page).nth(1).click();
  await page.getByRole("button", { name: "freeze" }).first().click();
  await expect(page.getByText(/Frozen as it stood on/)).toBeVisible();
  await page.getByRole("button", { name: "ask again" }).click();
  await expect(page.getByText(/Frozen as it stood on/)).toHaveCount(0);

  // The keyboard moves a part faster than one move is saved.
  await parts(page).last().focus();
  await expect(parts(page).last()).toBeFocused();
  for (let k = 0; k < 3; k++) {
    await page.keyboard.down("Alt");
    await page.keyboard.down("ArrowUp");
    await page.keyboard.up("ArrowUp");
    await page.keyboard.up("Alt");
  }
  await expect(outline(page)).toHaveText([/Fog over/, /The market/, /Breadth/, /Timing|Pressure/]);
  await expect(page.getByRole("alert")).toHaveCount(0);
  await page.reload();
  await ready(page);
  await expect(outline(page)).toHaveText([/Fog over/, /The market/, /Breadth/, /Timing|Pressure/]);
  await expect(page.getByLabel("Title")).toHaveValue("By hand");

  // A call, made, seen in the ledger, and taken back.
  await page.getByRole("button", { name: /^add a call/ }).click();
  const form = page.getByRole("form", { name: "Call" });
  await form.getByLabel("Subject").fill("Aldane broad");
  await form.getByLabel("Sessions").fill(sessions);
  await form.getByLabel("Reason").fill("It held.");
  await expect(form.getByRole("status")).toContainText("Base rate");
  await form.getByRole("button", { name: "Call it" }).click();
  await expect(parts(page).last()).toContainText(`Aldane broad will be higher in ${sessions} sessions`);
  await page.goto(`${base}/briefs/calls`);
  await ready(page);
  const row = page.getByRole("row", { name: `${sessions} sessions` });
  await expect(row).toContainText("none given");
  await row.getByRole("button", { name: /^Delete the call on/ }).click();
  await expect(row).toHaveCount(0);
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(row).toHaveCount(1);
  await expect(reading(page)).toContainText(/open/);

  // Found by its words, deleted, put back; out as JSON, deleted for good, and in again from the file.
  await page.goto(`${base}/briefs`);
  await ready(page);
  await page.getByLabel("Words that they have").fill("fog harbour");
  await page.getByLabel("Words that they have").press("Enter");
  await expect(page).toHaveURL(/q=fog/);
  const briefs = page.getByRole("table", { name: /^Briefs/ }).locator("tbody tr");
  await expect(briefs).toHaveCount(1);
  await expect(briefs).toContainText("By hand");
  const text = await (await page.request.get(`${base}/briefs.json`)).text();
  const file = test.info().outputPath("briefs.json");
  fs.writeFileSync(file, text);
  await briefs.getByRole("button", { name: /^Delete By hand/ }).click();
  await expect(page.getByText("“By hand” was deleted.")).toBeVisible();
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(briefs).toHaveCount(1);
  await briefs.getByRole("button", { name: /^Delete By hand/ }).click();
  await expect(page.getByText("“By hand” was deleted.")).toBeVisible();
  await page.getByLabel("File of briefs").setInputFiles(file);
  await expect(page.getByText(/^1 taken in/)).toBeVisible();
  await expect(briefs).toContainText("By hand");
  // What is no file of briefs is refused, and nothing is taken.
  fs.writeFileSync(file, text.replace('"version": 1', '"version": 9'));
  await page.getByLabel("File of briefs").setInputFiles(file);
  await expect(page.getByRole("alert")).toContainText("nothing was taken");
});

test("a brief that is begun while its page is asked again has its own address", async ({ page }) => {
  await page.goto(`${base}/briefs`);
  await ready(page);
  // Both are on their way for a while, and what was asked first comes first.
  await page.route(/\/briefs[^?]*\.data/, async (route) => {
    const toBrief = /briefs\/\w/.test(route.request().url());
    if (route.request().method() === "GET") await new Promise((resolve) => setTimeout(resolve, toBrief ? 2_000 : 1_000));
    await route.continue();
  });
  await page.evaluate(() => {
    const { __reactRouterDataRouter: router } = window as unknown as {
      readonly __reactRouterDataRouter: { revalidate(): Promise<void> };
    };
    void router.revalidate();
  });
  await page.getByRole("button", { name: "Empty", exact: true }).click();
  await expect(page.getByRole("button", { name: /^add a call/ })).toBeVisible();
  await expect(page).toHaveURL(/\/briefs\/[a-f0-9]{12}/);
  await page.reload();
  await ready(page);
  await expect(page.getByRole("button", { name: /^add a call/ })).toBeVisible();
});
