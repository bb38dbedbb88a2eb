import { beginBrief, removeBrief } from "./briefed";
import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

const base = addressOf("watched");

test("a screen of a routine that was passed before it came counts as not seen", async ({ page }) => {
  const id = await beginBrief(page.request, base, "Weekly review");
  await page.goto(`${base}/briefs/${id}`);
  await ready(page);
  await expect(page.getByText("is being asked")).toHaveCount(0);
  await expect(reading(page)).toContainText("None of 13 screens were seen");
  await page.route("**/regime.data*", async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await route.continue().catch(() => undefined);
  });
  const line = page.getByRole("navigation", { name: "Routine" });
  await page.keyboard.press("n");
  await expect(line).toContainText("1 of 13");
  await page.keyboard.press("n");
  await expect(page).toHaveURL(/\/breadth/);
  await expect(line).toContainText("2 of 13");
  await expect(reading(page)).toContainText("members close above");
  await page.keyboard.press("n");
  await expect(page).toHaveURL(/\/timing/);
  await page.goto(`${base}/briefs/${id}`);
  await expect(reading(page)).toContainText("1 of 13 screens was seen");
  await removeBrief(page.request, base, id);
});
