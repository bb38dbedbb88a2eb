import { ready } from "./main-job";
import { expect, test } from "./watch";

/* The dial and its ribbon. */

test("the ribbon's columns are the control of time; members are hidden, and a flat line stands beside", async ({ page }) => {
  await page.goto("/rotation?set=sector");
  await ready(page);
  const dial = page.getByRole("img", { name: /^Relative to/ });
  const heads = dial.locator("[data-member]");
  const members = await heads.count();
  expect(members).toBeGreaterThan(8);
  const sample = page.getByRole("slider", { name: "The week that is shown" });
  const latest = (await sample.getAttribute("aria-valuetext"))!;
  // By mouse: pressed and dragged along the columns of any member.
  const columns = page
    .getByRole("table", { name: /Phases by week/ })
    .locator("tbody tr")
    .nth(2)
    .locator("td svg")
    .first();
  const box = (await columns.boundingBox())!;
  await page.mouse.move(box.x + box.width - 4, box.y + 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 30, { steps: 5 });
  await expect(sample).not.toHaveAttribute("aria-valuetext", latest);
  await page.mouse.up();
  await expect(page).toHaveURL(/back=2[0-9]/);
  // By keyboard: to the latest, one back, and on by itself.
  await sample.focus();
  await page.keyboard.press("End");
  await expect(page).not.toHaveURL(/back=/);
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(page).toHaveURL(/back=2$|back=2&/);
  await page.reload();
  await ready(page);
  await expect(sample).not.toHaveAttribute("aria-valuetext", latest);
  await sample.focus();
  await page.keyboard.press(" ");
  await expect(sample).toHaveAttribute("aria-valuetext", latest);
  await expect(page).not.toHaveURL(/back=/);
  await page
    .getByRole("button", { name: /^Hide / })
    .first()
    .click();
  await expect(heads).toHaveCount(members - 1);
  await page.getByRole("link", { name: "show all" }).click();
  await expect(heads).toHaveCount(members);
  await page.getByRole("link", { name: "beside a flat line" }).click();
  await expect(page.getByRole("img", { name: /^Against a flat line/ })).toBeVisible();
});

test("of many stocks the five that moved most have trails, and each that is asked for", async ({ page }) => {
  await page.goto("/rotation?set=stock&in=market:");
  await ready(page);
  const trails = page.locator("[data-member]:has(line)");
  await expect(trails).toHaveCount(5);
  const mark = page.getByRole("button", { name: /^Draw the trail of / }).first();
  const name = (await mark.getAttribute("aria-label"))!.replace("Draw the trail of ", "");
  await mark.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: `Leave out the trail of ${name}` })).toHaveAttribute("aria-pressed", "true");
  await expect(page).toHaveURL(/trace=/);
  await page.reload();
  await ready(page);
  const drawn = await trails.count();
  expect([5, 6]).toContain(drawn);
  // All that have one are told apart.
  const colours = await trails.evaluateAll((all) => all.map((g) => g.querySelector("line")!.getAttribute("stroke")));
  expect(new Set(colours).size).toBe(drawn);
});
