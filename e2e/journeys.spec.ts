import { mainJobByKeyboard, mainJobByMouse, reading, ready } from "./main-job";
import { expect, test } from "./watch";

test("the main job by mouse", async ({ page }) => {
  await mainJobByMouse(page, "/");
});

test("the main job by keyboard", async ({ page }) => {
  await mainJobByKeyboard(page, "/");
});

test("what a screen shows is what its data twin gives", async ({ page, request }) => {
  await page.goto("/breadth?asof=2025-03-14");
  const twin = (await (await request.get("/data/breadth?asof=2025-03-14")).json()) as {
    asOf: string;
    reading: string[];
    result: { rows: { above: number; counted: number }[]; percents: (number | null)[][] };
  };
  expect(twin.asOf).toBe("2025-03-14");
  const shown = (await reading(page).innerText()).replace(/\s+/g, " ").trim();
  expect(shown).toBe(twin.reading.join(" "));
  for (const row of twin.result.rows) {
    await expect(page.getByRole("table", { name: "Share of members" })).toContainText(`${row.above} / ${row.counted}`);
  }
  const csv = await request.get("/data/breadth?asof=2025-03-14&as=csv&history=20");
  expect(csv.headers()["content-disposition"]).toContain("breadth-2025-03-14.csv");
  const lines = (await csv.text()).trim().split("\r\n");
  expect(lines).toHaveLength(21);
  expect(lines[20]).toContain(String(twin.result.percents[3]!.at(-1)));
  const list = (await (await request.get("/data")).json()) as { studies: { name: string; params: object }[] };
  expect(list.studies.map((s) => s.name)).toContain("stocks");
  expect((await request.get("/data/breadth?history=x")).status()).toBe(400);
  expect((await request.get("/data/nothing")).status()).toBe(404);
});

test("dragging the handle of the time bar moves the date and the figures", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  const latest = await reading(page).innerText();
  const handle = page.getByRole("slider", { name: "As-of date" });
  const bar = (await handle.locator("..").boundingBox())!;
  await page.mouse.move(bar.x + bar.width - 2, bar.y + 20);
  await page.mouse.down();
  for (let k = 1; k <= 12; k++) await page.mouse.move(bar.x + bar.width * (1 - 0.04 * k), bar.y + 20);
  await page.mouse.up();
  await expect(page).toHaveURL(/asof=202\d/);
  await expect(reading(page)).not.toHaveText(latest);
  await expect(handle).toHaveAttribute("aria-valuetext", /\d+ \w+ 202\d/);
  const before = page.url();
  await handle.focus();
  await page.keyboard.press("ArrowLeft");
  await expect(page).not.toHaveURL(before);
  await page.keyboard.press("End");
  await expect(page).not.toHaveURL(/asof=/);
});

test("find leads to an instrument by its name, and to a screen", async ({ page }) => {
  await page.goto("/groups");
  await ready(page);
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder("A stock, index").fill("ALBIG");
  await page.getByRole("option", { name: /Aldane large 60/ }).click();
  await expect(page).toHaveURL(/\/chart\/ALBIG/);
  await expect(reading(page)).toContainText("Aldane large 60 closed at");
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder("A stock, index").fill("breadth");
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/breadth/);
});

test("a view can be linked, reloaded and gone back to", async ({ page }) => {
  await page.goto("/groups?peers=industry&sort=-r5&asof=2025-01-10");
  await ready(page);
  const header = page.getByRole("columnheader", { name: /^1 week/ });
  await expect(header).toHaveAttribute("aria-sort", "descending");
  await header.getByRole("link").click();
  await expect(header).toHaveAttribute("aria-sort", "ascending");
  await page.reload();
  await expect(header).toHaveAttribute("aria-sort", "ascending");
  await page.locator("tr[data-row]").first().getByRole("link").click();
  await expect(page).toHaveURL(/in=industry/);
  await page.goBack();
  await expect(header).toHaveAttribute("aria-sort", "ascending");
});

test("the focus can be looked at and cleared", async ({ page }) => {
  await page.goto("/groups?in=focus&focus=sector:Shipyards&focus=industry:Brewing");
  await ready(page);
  await expect(page.getByRole("navigation", { name: "Level" })).toContainText("Focus");
  await page.getByRole("button", { name: /Focus:/ }).click();
  const dialog = page.getByRole("dialog", { name: "Focus" });
  await expect(dialog).toContainText(/\d+ stocks as of this session/);
  await dialog.getByRole("link", { name: "Take Brewing out of the focus" }).click();
  await expect(page).not.toHaveURL(/Brewing/);
  await dialog.getByRole("link", { name: "Clear" }).click();
  await expect(page).not.toHaveURL(/focus=/);
});

test("what cannot be shown says why and leads on", async ({ page }) => {
  await page.goto("/breadth?asof=1999-01-04");
  await expect(page.getByRole("alert")).toContainText("There is no session on or before 1999-01-04: the first is");
  await page.getByRole("link", { name: "The same screen at the latest session" }).click();
  await expect(reading(page)).toContainText("members close above");
  await page.goto("/chart/NOBODY");
  await expect(page.getByRole("alert")).toContainText("There is no such instrument");
  await page.goto("/nowhere");
  await expect(page.getByRole("alert")).toContainText("There is no such page");
  await expect(page.getByRole("navigation", { name: "Course" })).toBeVisible();
});

test("the first sessions show what there is already", async ({ page, request }) => {
  const { result } = (await (await request.get("/data/timeline")).json()) as { result: { first: number } };
  const iso = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10);
  for (const path of ["/", "/breadth", "/groups", "/chart/ALBRO"]) {
    await page.goto(`${path}?asof=${iso(result.first + 20)}`);
    await expect(reading(page)).not.toContainText("NaN");
    await expect(page.getByRole("alert")).toHaveCount(0);
  }
});

test("the server keeps strangers out", async ({ request, baseURL }) => {
  const origin = new URL(baseURL!).origin;
  expect(
    (await request.post("/settings", { form: { theme: "lamp" }, headers: { Origin: "http://elsewhere.test" } })).status(),
  ).toBe(403);
  expect((await request.post("/settings", { form: { theme: "lamp" }, headers: { Origin: origin } })).status()).toBe(204);
  const policy = (await request.get("/")).headers()["content-security-policy"];
  expect(policy).toContain("script-src 'self' 'nonce-");
  expect(policy).not.toContain("unsafe-eval");
});
