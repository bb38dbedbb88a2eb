import fs from "node:fs";
import path from "node:path";
import { ready, reading } from "./main-job";
import { OwnServer } from "./own-server";
import { expect, test } from "./watch";

/* A demo at whose desk somebody has worked: its examples go and come back, work leaves and arrives as a file, and so does everything. */
test.describe.configure({ mode: "serial" });

const server = new OwnServer("worked", 11, { stocks: 60, years: 4 }, { isWorkedAt: true });
test.beforeAll(async () => {
  server.make();
  await server.start();
});
test.afterAll(() => server.kill());

test("the desk is found on the screens, goes with one press and comes back, by mouse", async ({ page }) => {
  await page.goto(`${server.address}/`);
  await ready(page);
  await expect(page.getByText("Arrivals in the live list").first()).toBeVisible();
  const course = page.getByRole("navigation", { name: "Course" });
  await course.getByRole("link", { name: "Briefs" }).click();
  await page.getByRole("link", { name: "Halves until more take part" }).click();
  await expect(page.getByRole("heading", { name: "Halves until more take part" })).toBeVisible();
  await course.getByRole("link", { name: "Screen" }).click();
  await expect(page.getByText("Risers with volume").first()).toBeVisible();
  await course.getByRole("link", { name: "Data" }).click();
  const work = page.getByRole("region", { name: "Your work" });
  await expect(work).toContainText("of these are examples that came with the demo");
  await work.getByRole("button", { name: "Remove all examples" }).click();
  await expect(work.getByRole("status")).toContainText(/\d+ examples were removed/);
  await course.getByRole("link", { name: "Briefs" }).click();
  await expect(reading(page)).toContainText("No brief");
  await page.goBack();
  await ready(page);
  await work.getByRole("button", { name: "Put them back" }).click();
  await expect(work.getByRole("status")).toContainText("3 lists");
  await course.getByRole("link", { name: "Lists" }).click();
  await expect(page.getByText("Worth a look").first()).toBeVisible();
});

/** Where each thing that was made stands, with what holds its row. */
const MADE = [
  ["/screen", "section[aria-label='Saved scans'] li"],
  ["/precedents", "section[aria-label='Saved situations'] li"],
  ["/lists", "div[data-main] tr[data-row]"],
  ["/lists", "section[aria-label='Alerts'] tbody tr"],
  ["/trials/models", "section[aria-label='Saved trials'] tbody tr"],
  ["/plans", "tr[data-plan]"],
  ["/plans/accounts", "tbody tr"],
  ["/briefs", "table tbody tr"],
] as const;

test("whatever was made is deleted with the same key on its row, and put back by the next", async ({ page }) => {
  test.slow();
  for (const [place, rows] of MADE) {
    await page.goto(server.address + place);
    await ready(page);
    const row = page.locator(rows);
    await expect(row.first(), `${place} ${rows}`).toBeVisible();
    const before = await row.allInnerTexts();
    await row.first().evaluate((element) => {
      const within = element.querySelector<HTMLElement>("a, button");
      if (element.hasAttribute("tabindex")) (element as HTMLElement).focus();
      else within!.focus();
    });
    await page.keyboard.press("Delete");
    const back = page.getByRole("button", { name: "Put it back" });
    await expect(back, `${place} ${rows}`).toBeFocused();
    await expect(row, `${place} ${rows}`).toHaveCount(before.length - 1);
    await page.keyboard.press("Enter");
    await expect(row, `${place} ${rows}`).toHaveCount(before.length);
    await expect(back).toHaveCount(0);
    // It comes last where there is no other order.
    expect((await row.allInnerTexts()).sort(), `${place} ${rows}`).toEqual(before.sort());
  }
});

test("work leaves as a file and is taken in elsewhere; what is wrong with one is said, by keyboard", async ({ page }) => {
  await page.goto(`${server.address}/files`);
  await ready(page);
  const work = page.getByRole("region", { name: "Your work" });
  await work.getByRole("link", { name: "as one file" }).focus();
  const [saved] = await Promise.all([page.waitForEvent("download"), page.keyboard.press("Enter")]);
  expect(saved.suggestedFilename()).toBe("yubrin-work.json");
  const file = path.join(server.folder, "work.json");
  await saved.saveAs(file);
  const takeIn = async (from: string) => {
    await work.getByRole("button", { name: "taken in" }).focus();
    const [chooser] = await Promise.all([page.waitForEvent("filechooser"), page.keyboard.press("Enter")]);
    await chooser.setFiles(from);
  };
  await takeIn(file);
  await expect(work.getByRole("status")).toContainText(/Nothing new was in it; \d+ were here already/);
  const changed = JSON.parse(fs.readFileSync(file, "utf8")) as { lists: { name: string; note: string }[] };
  changed.lists[0]!.note = "From the other desk";
  fs.writeFileSync(file, JSON.stringify(changed));
  await takeIn(file);
  await expect(work.getByRole("status")).toContainText("the file's came in as “Worth a look (2)”");
  changed.lists[0]!.name = "";
  fs.writeFileSync(file, JSON.stringify(changed));
  await takeIn(file);
  await expect(work.getByRole("alert")).toContainText("This is no file of work; nothing was taken.");
  await expect(work.getByRole("alert")).toContainText("lists[0].name");
});

test("a backup is restored in the place of what there is, and that is gone back to, by keyboard", async ({ page }) => {
  await page.goto(`${server.address}/files`);
  await ready(page);
  const backup = page.getByRole("region", { name: "Backup" });
  const [saved] = await Promise.all([
    page.waitForEvent("download"),
    backup.getByRole("link", { name: "The whole database as a file" }).press("Enter"),
  ]);
  const file = path.join(server.folder, "backup.db");
  await saved.saveAs(file);
  await page.getByRole("region", { name: "Your work" }).getByRole("button", { name: "Remove all examples" }).press("Enter");
  await expect(page.getByRole("region", { name: "Your work" }).getByRole("status")).toContainText("removed");
  const restore = async (from: string) => {
    await backup.getByRole("button", { name: "restored" }).focus();
    const [chooser] = await Promise.all([page.waitForEvent("filechooser"), page.keyboard.press("Enter")]);
    await chooser.setFiles(from);
    const question = page.getByRole("alertdialog");
    await expect(question).toContainText(`Restore ${path.basename(from)}?`);
    await page.keyboard.press("Tab");
    await page.keyboard.press("Enter");
  };
  // One that is damaged changes nothing.
  const damaged = path.join(server.folder, "damaged.db");
  const bytes = fs.readFileSync(file);
  bytes.fill(0, 200_000, 260_000);
  fs.writeFileSync(damaged, bytes);
  await restore(damaged);
  await expect(backup.getByRole("alert")).toContainText("This file is damaged; nothing was changed.");
  await restore(file);
  await expect(backup.getByRole("status")).toContainText(/Restored: \d+ instruments/);
  await expect(page.getByText("of these are examples that came with the demo")).toBeVisible();
  await backup.getByRole("button", { name: "Go back to it" }).press("Enter");
  await expect(page.getByText("examples that came with the demo were removed")).toBeVisible();
});
