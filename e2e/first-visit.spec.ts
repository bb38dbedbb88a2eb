import { ready, reading } from "./main-job";
import { OwnServer } from "./own-server";
import { expect, test } from "./watch";

/* Somebody who has never been here. */
test.use({ storageState: { cookies: [], origins: [] } });

test("who comes for the first time is shown the course, once, with a press into each step, by mouse", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  await expect(page).toHaveURL(/\/guide$/);
  await expect(reading(page)).toContainText("The work goes in one direction");
  const screen = page.getByRole("main");
  for (const question of ["Is this a market to buy in?", "Which stocks, inside what leads?"])
    await expect(screen.getByRole("region", { name: question })).not.toContainText("Being asked");
  const presses = await screen.getByRole("listitem").getByRole("listitem").getByRole("link").all();
  expect(presses.length).toBeGreaterThan(12);
  for (const address of await Promise.all(presses.map((press) => press.getAttribute("href")))) {
    await page.goto(address!);
    await ready(page);
    await expect(reading(page)).toBeVisible();
    await expect(page.getByRole("alert")).toHaveCount(0);
  }
  await page.goto("/");
  await ready(page);
  await expect(reading(page)).toContainText("Aldane broad has been");
});

test("the course is a key away from anywhere, by keyboard", async ({ page }) => {
  await page.goto("/breadth");
  await ready(page);
  await page.keyboard.press("?");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/guide/);
  await page.keyboard.press("m");
  await expect(page.getByRole("link", { name: "Begin with Today" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(reading(page)).toContainText("Aldane broad has been");
});

test("without data the course says to bring some", async ({ page }) => {
  const server = new OwnServer("visited", 1, undefined);
  server.make();
  await server.start();
  await page.goto(`${server.address}/`);
  await ready(page);
  await expect(reading(page)).toContainText("There is no market data yet.");
  await page.getByRole("link", { name: "Bring market data" }).click();
  await expect(page).toHaveURL(/\/files/);
  await server.kill();
});
