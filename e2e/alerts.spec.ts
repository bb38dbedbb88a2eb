import { rows, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* A live list that changes when a session is delivered, and its alert: by keyboard, on a server with a feed of its own. */

test.use({ baseURL: addressOf("watched") });
test.describe.configure({ mode: "serial" });

const RISERS = "it closes higher";

test("by keyboard: a live list and who arrives in it are watched; a delivered session brings both, told in the bar and on Today", async ({
  page,
}, { retry }) => {
  // What an earlier try has saved is still there.
  const name = ["Risers", "Risen", "Rising"][retry]!;
  await page.goto(`/screen?when=${encodeURIComponent(RISERS)}`);
  await ready(page);
  await page.getByLabel("Name of the list").fill(name);
  await page.getByRole("button", { name: "Save as a live list" }).press("Enter");
  await expect(page.getByText("It is saved.")).toBeVisible();
  await page.goto("/lists");
  await ready(page);
  const before = (await rows(page, "Lists").filter({ hasText: name }).innerText()).replace(/\s+/g, " ");

  // Arrivals in the list, and a clause on an instrument.
  await page.getByRole("button", { name: "Watch something" }).press("Enter");
  await expect(page.getByRole("button", { name: /^Whom it is about/ })).toBeFocused();
  await page.keyboard.press("Enter");
  await page.keyboard.type(name);
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Watch", exact: true }).press("Enter");
  const watched = page.getByRole("table", { name: "What is watched" });
  await expect(watched).toContainText(`arrivals in “${name}”`);
  await expect(page.getByRole("button", { name: "Watch something" })).toBeFocused();
  await page.keyboard.press("Enter");
  await page.getByLabel("Ticker of the instrument").fill("albro");
  await page.getByRole("region", { name: "New alert" }).locator("[data-add-clause]").focus();
  await page.keyboard.type("range above 0");
  await expect(page.getByRole("option").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await page.getByLabel("Name of the alert").fill("It moved");
  await page.getByLabel("Name of the alert").press("Enter");
  await expect(watched).toContainText("It moved");
  await expect(page.getByRole("link", { name: "Alerts: none that was not seen" })).toBeVisible();

  await page.getByRole("button", { name: "Feed", exact: true }).click();
  await page.getByRole("dialog", { name: "Feed" }).getByRole("button", { name: "Deliver the session" }).click();
  const bell = page.getByRole("link", { name: /alerts? not seen yet$/ });
  await expect(bell).toBeVisible();
  await page.keyboard.press("Escape");
  await expect
    .poll(async () => (await rows(page, "Lists").filter({ hasText: name }).innerText()).replace(/\s+/g, " "))
    .not.toBe(before);
  await expect(page.getByRole("list", { name: "What came" })).toContainText(`Arrivals in ${name}`);
  const came = await page.getByRole("list", { name: "What came" }).getByRole("listitem").first().getByRole("link").innerText();
  // On Today, with the way to its chart.
  await page.keyboard.press("g");
  await page.keyboard.press("t");
  const today = page.getByRole("region", { name: "Alerts at this close" });
  await expect(today).toContainText(`Arrivals in ${name}`);
  await expect(today.getByRole("link", { name: came, exact: true })).toBeVisible();

  // The bell leads to what came; seen, it is quiet.
  await bell.press("Enter");
  await expect(page.getByRole("heading", { name: /^Alerts/ })).toBeFocused();
  await page.getByRole("button", { name: /^mark \d+ alerts? as seen$/ }).press("Enter");
  await expect(page.getByRole("link", { name: "Alerts: none that was not seen" })).toBeVisible();
  // Nothing comes twice when it is read again.
  const listed = await page.getByRole("list", { name: "What came" }).getByRole("listitem").count();
  await page.reload();
  await ready(page);
  await expect(page.getByRole("list", { name: "What came" }).getByRole("listitem")).toHaveCount(listed);
  await expect(page.getByRole("link", { name: "Alerts: none that was not seen" })).toBeVisible();

  // Deleted and put back, with what came.
  await page.getByRole("button", { name: `Delete the alert Arrivals in ${name}` }).press("Enter");
  await expect(page.getByText(`“Arrivals in ${name}” was deleted.`)).toBeVisible();
  await expect(watched).not.toContainText(`arrivals in “${name}”`);
  await page.getByRole("button", { name: "Put it back" }).press("Enter");
  await expect(watched).toContainText(`arrivals in “${name}”`);
  await expect(page.getByRole("list", { name: "What came" }).getByRole("listitem")).toHaveCount(listed);
});
