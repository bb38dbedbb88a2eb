import type { Page } from "@playwright/test";
import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* READ: regime, breadth and timing. What changes the database is done on a server of its own, one after another. */

const fed = addressOf("fed");

const course = (page: Page, name: string) =>
  page.getByRole("navigation", { name: "Course" }).getByRole("link", { name, exact: true });

/** Presses what saves something, and waits until it is saved. */
async function kept(page: Page, press: () => Promise<void>): Promise<void> {
  const saved = page.waitForResponse((r) => r.request().method() === "POST" && r.url().includes("/items"));
  await press();
  await saved;
}

test("both markets are read: side by side, and each with its regime", async ({ page, request }) => {
  await page.goto("/timing");
  await ready(page);
  const markets = page.getByRole("table", { name: "All markets side by side" });
  await expect(markets.getByRole("row")).toHaveCount(3);
  await expect(reading(page)).toContainText("Breadth pressure stands at");
  await markets.getByRole("link", { name: "Corvany" }).click();
  await expect(page).toHaveURL(/market=CORVANY/);
  await expect(page.getByText("The composite of Corvany")).toBeVisible();
  await course(page, "Regime").click();
  await expect(reading(page)).toContainText(/Corvany broad has been (rising|ranging|falling)/);
  const twin = (await (await request.get("/data/regime?market=CORVANY&history=60")).json()) as {
    result: { measures: { name: string; rank: number }[] };
  };
  const measures = page.getByRole("table", { name: "Measures of the regime" });
  for (const m of twin.result.measures) {
    await expect(measures.getByRole("row", { name: m.name, exact: false }).first()).toContainText(m.rank.toFixed(0));
  }
  await expect(page.getByRole("table", { name: /States of the regime/ }).getByRole("row")).toHaveCount(10);
  await page.getByRole("button", { name: "States: direction and volatility" }).click();
  await page.getByRole("menuitemradio", { name: "direction alone" }).click();
  await expect(page.getByRole("table", { name: /States of the regime/ }).getByRole("row")).toHaveCount(4);
});

test("Today goes from date to date at once; what comes later is faint until it is of the new one, and one reads on where one was", async ({
  page,
}) => {
  await page.goto("/");
  await ready(page);
  const busy = page.locator("#screen [aria-busy=true]");
  await expect(page.getByRole("region", { name: "What holds at this close" })).toContainText("hold for");
  await expect(page.getByRole("region", { name: "Months of the sectors" })).not.toContainText("Looking at");
  await expect(busy).toHaveCount(0);
  const [before, later] = [
    await reading(page).innerText(),
    await page.getByRole("region", { name: "What holds at this close" }).innerText(),
  ];
  const asked: string[] = [];
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route(/today-later/, async (route) => {
    asked.push(new URL(route.request().url()).searchParams.get("asof")!);
    await held;
    await route.continue();
  });
  await page.locator("#screen").evaluate((screen) => {
    screen.scrollTo(0, 400);
  });
  for (let k = 0; k < 4; k++) await page.keyboard.press("[");
  await expect(reading(page)).not.toHaveText(before);
  await expect(busy).toHaveCount(2);
  await expect(page.getByRole("region", { name: "What holds at this close" })).toHaveText(later, { useInnerText: true });
  await expect.poll(() => asked.at(-1)).toBe(new URL(page.url()).searchParams.get("asof"));
  expect(await page.locator("#screen").evaluate((screen) => screen.scrollTop)).toBe(400);
  // Those that one went by were not asked.
  expect(asked.length).toBeLessThan(4);
  release();
  await expect(busy).toHaveCount(0);
  await expect(page.getByRole("region", { name: "What holds at this close" })).not.toHaveText(later, { useInnerText: true });
});

test("what followed, the sectors and the inside of the move belong to the members that were asked for", async ({ page }) => {
  await page.goto("/breadth");
  await ready(page);
  const whole = await reading(page).innerText();
  await page
    .getByRole("table", { name: /Breadth by sector/ })
    .getByRole("link")
    .first()
    .click();
  await expect(page).toHaveURL(/group=sector/);
  await expect(reading(page)).not.toHaveText(whole);
  const counted = Number(/of the (\d+) members/.exec(await reading(page).innerText())![1]);
  expect(counted).toBeLessThan(40);
  await page.getByRole("button", { name: /^Reading:/ }).click();
  await page.getByRole("menuitemradio", { name: "the McClellan oscillator" }).click();
  await expect(page.getByText("same tenth of history")).toBeVisible();
  await expect(page.getByRole("table", { name: /What followed readings/ }).getByRole("row")).toHaveCount(6);
});

test.describe("what the analyst makes and what the feed brings", () => {
  test.describe.configure({ mode: "serial" });
  test.use({ baseURL: fed });

  test("zones are set for one look, and kept as the default", async ({ page }) => {
    await page.goto("/breadth");
    await ready(page);
    await page.getByRole("button", { name: /^Zones of all five/ }).click();
    await page.getByLabel("all five at or above this is crowded").fill("55");
    await page.getByRole("button", { name: "Show", exact: true }).click();
    await expect(page).toHaveURL(/crowded=55/);
    await expect(page.getByRole("button", { name: "Zones of all five: crowded from 55%, washed out to 10%" })).toBeVisible();
    await page.goto("/breadth");
    await ready(page);
    await page.getByRole("button", { name: "Zones of all five: crowded from 70%, washed out to 10%" }).click();
    await page.getByLabel("at or below this, washed out").fill("20");
    await kept(page, () => page.getByRole("button", { name: "Save as the default" }).click());
    await expect(page.getByRole("button", { name: "Zones of all five: crowded from 70%, washed out to 20%" })).toBeVisible();
    await page.reload();
    await expect(page.getByRole("button", { name: "Zones of all five: crowded from 70%, washed out to 20%" })).toBeVisible();
    // Today speaks of the same zones.
    await course(page, "Today").click();
    await expect(page.locator('a[href*="/data/today"]').first()).toHaveAttribute("href", /washed=20/);
  });

  test("the oscillators under the structure are chosen and kept", async ({ page }) => {
    await page.goto("/regime");
    await ready(page);
    await page.getByRole("button", { name: "Oscillators: RSI(14)" }).click();
    await page.getByRole("menuitemcheckbox", { name: "MACD(12, 26, 9)" }).click();
    await expect(page).toHaveURL(/panes=macd/);
    await kept(page, () => page.getByRole("menuitem", { name: "Save these as the default" }).click());
    await page.goto("/regime");
    await expect(page.getByRole("button", { name: "Oscillators: RSI(14) and MACD(12, 26, 9)" })).toBeVisible();
  });

  test("a timing system is made, judged, refused when wrong, taken away and put back", async ({ page }) => {
    await page.goto("/timing");
    await ready(page);
    await page.getByRole("button", { name: "Make one" }).click();
    const form = page.getByRole("form", { name: "Timing system" });
    await form.getByLabel("name").fill("Two closes");
    await expect(form).toContainText("its close is above its 20-session simple average for 2 sessions running");
    const down = form.getByRole("group", { name: "Down" });
    await down.getByRole("button", { name: "its close is below its 20-session simple average" }).click();
    await down.getByLabel("other n").fill("0");
    await form.getByRole("button", { name: "Save", exact: true }).click();
    // The field itself says what is wrong, and nothing is kept.
    await expect(form).toBeVisible();
    await down.getByLabel("other n").fill("30");
    await down.getByLabel("other n").press("Enter");
    await expect(down).toContainText("its close is below its 30-session simple average for 2 sessions running");
    await form.getByRole("button", { name: "Save", exact: true }).click();
    const own = page.getByRole("region", { name: "Own timing systems" });
    await expect(own.getByRole("article")).toContainText("Two closes");
    await expect(own.getByRole("article")).toContainText(/The system has been (up|down) for/);
    await expect(own.getByRole("article")).toContainText("its close is below its 30-session simple average");
    // A new name is taken over whole; a name that is taken is refused, and nothing is lost.
    await own.getByRole("button", { name: "Change" }).click();
    await form.getByLabel("name").fill("Two closes running");
    await form.getByRole("button", { name: "Save", exact: true }).click();
    await expect(own.getByRole("article")).toHaveCount(1);
    await expect(own.getByRole("article")).toContainText("Two closes running");
    await own.getByRole("button", { name: "Make one" }).click();
    await form.getByLabel("name").fill("Two closes running");
    await form.getByRole("button", { name: "Save", exact: true }).click();
    await expect(form.getByRole("alert")).toContainText('There is one called "Two closes running" already.');
    await form.getByRole("button", { name: "Leave it" }).click();
    await own.getByRole("button", { name: /^Delete the system/ }).click();
    await expect(own.getByRole("article")).toHaveCount(0);
    await own.getByRole("button", { name: "Put it back" }).click();
    await expect(own.getByRole("article")).toContainText("Two closes");
    await page.goto("/timing?market=CORVANY");
    await expect(page.getByText("None yet. A system is a rule for up")).toBeVisible();
  });

  test("a session is delivered in steps: provisional on every open screen, then final, and it stays", async ({
    page,
    context,
    request,
  }) => {
    const other = await context.newPage();
    await other.goto("/breadth");
    await ready(other);
    await page.goto("/timing");
    await ready(page);
    const lanes = page.getByRole("table", { name: "The four lanes" });
    await expect(lanes).not.toContainText("provisional");
    const before = await page.getByLabel("As-of date, year-month-day").inputValue();
    await page.getByRole("button", { name: "Feed", exact: true }).click();
    await page.getByRole("dialog", { name: "Feed" }).getByRole("button", { name: "One step" }).click();
    await expect(page.getByRole("status").filter({ hasText: "is in progress (1 of 4)" })).toBeVisible();
    await expect(lanes.getByText("provisional")).toHaveCount(4);
    await expect(other.getByRole("status").filter({ hasText: "is in progress (1 of 4)" })).toBeVisible();
    const twin = async () => (await (await request.get(`${fed}/data/timing`)).json()) as { asOf: string; provisional: boolean };
    expect(await twin()).toMatchObject({ provisional: true });
    await page.getByRole("dialog", { name: "Feed" }).getByRole("button", { name: "Deliver its close" }).click();
    await expect(lanes).not.toContainText("provisional");
    await expect(other.getByRole("status").filter({ hasText: "is in progress" })).toHaveCount(0);
    const after = await page.getByLabel("As-of date, year-month-day").inputValue();
    expect(after > before).toBe(true);
    expect(await twin()).toMatchObject({ provisional: false, asOf: after });
    await page.reload();
    await expect(page.getByLabel("As-of date, year-month-day")).toHaveValue(after);
    // A step back stands where it stood.
    await page.keyboard.press("Escape");
    await page.keyboard.press("[");
    await expect(page.getByLabel("As-of date, year-month-day")).toHaveValue(before);
  });

  test("the clock delivers by itself until it is stopped", async ({ page }) => {
    await page.goto("/");
    await ready(page);
    const before = await page.getByLabel("As-of date, year-month-day").inputValue();
    await page.getByRole("button", { name: /^Feed/ }).click();
    await page.getByLabel("clock").selectOption("1");
    await expect(page.getByLabel("As-of date, year-month-day")).not.toHaveValue(before, { timeout: 30_000 });
    await page.getByLabel("clock").selectOption("");
    await expect(page.getByRole("dialog", { name: "Feed" }).getByLabel("clock")).toHaveValue("");
  });
});
