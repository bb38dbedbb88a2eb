import { reading, ready, rows } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* Trades planned, on paper, sized by an account and in files. */

test("by keyboard: a window becomes a plan with an option near a delta of 0.30 after the report and two steps, on one printed page", async ({
  page,
}) => {
  await page.goto("/seasons/windows?set=stock&years=4&wins=4");
  await ready(page);
  const twin = await page.request.get("/data/windows?set=stock&years=4&wins=4");
  const { result } = (await twin.json()) as { result: { rows: { ticker: string; way: string; reports: number[] }[] } };
  const found = rows(page, "Windows");
  await expect(found.first()).toBeVisible({ timeout: 60_000 });
  expect(result.rows.length).toBeGreaterThan(0);
  await found.first().focus();
  const row = (await found.first().innerText()).trim().split(/\s/)[0]!;
  await page.keyboard.press("b");
  await expect(page).toHaveURL(/\/plans\/[a-f0-9]{12}/);
  const id = /plans\/([a-f0-9]{12})/.exec(page.url())![1]!;
  await expect(reading(page)).toContainText(row);
  await expect(page.getByRole("region", { name: "What has happened" })).toContainText("made from its window from");

  await page.getByRole("button", { name: "Choose one" }).press("Enter");
  const chain = page.getByRole("region", { name: "Option chain" });
  await expect(chain).toBeVisible();
  const said = await page.request.get(`/data/option-chain?for=${row}`);
  const told = (await said.json()) as {
    result: {
      expiry: number;
      report: number | null;
      nearest: number;
      contracts: { strike: number; delta: number; volume: number }[];
    };
  };
  const { expiry, report, nearest, contracts } = told.result;
  if (report !== null) expect(expiry).toBeGreaterThan(report);
  const contract = contracts.find((one) => one.strike === nearest)!;
  for (const one of contracts) expect(Math.abs(contract.delta - 0.3)).toBeLessThanOrEqual(Math.abs(one.delta - 0.3) + 1e-12);
  await chain.getByRole("button", { name: /^Take the/ }).press("Enter");
  const option = page.getByRole("region", { name: "Option", exact: true });
  await expect(option).toContainText(`delta ${contract.delta.toFixed(2)}`);
  await expect(option).toContainText("Simulated.");
  const chosen = chain.locator("tr[aria-current=true]");
  await expect(chosen).toContainText(contract.volume.toLocaleString("en-GB"));
  await expect(chain.getByRole("img", { name: /What the position pays/ })).toBeVisible();
  // A strike higher by the keyboard.
  await chosen.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await expect(option).not.toContainText(`delta ${contract.delta.toFixed(2)}`);
  await page.keyboard.press("Control+z");
  await expect(option).toContainText(`delta ${contract.delta.toFixed(2)}`);

  const addStep = async (clause: string, deed: string) => {
    await page.getByRole("button", { name: "if… then…" }).press("Enter");
    await expect(page.locator("section[aria-label='A new step'] [data-add-clause]")).toBeFocused();
    await page.keyboard.type(clause);
    await expect(page.getByRole("listbox").getByRole("option").first()).toBeVisible();
    await page.keyboard.press("Enter");
    await page.getByLabel("then at the next open").selectOption(deed);
    await page.getByRole("button", { name: "Add the step" }).press("Enter");
    await expect(page.getByRole("region", { name: "A new step" })).toHaveCount(0);
  };
  await addStep("rsi above 70", "reduce");
  await addStep("below 20 average", "out");
  const steps = page.getByRole("region", { name: "Steps" });
  await expect(steps.getByRole("listitem")).toHaveCount(2);
  await expect(steps).toContainText(/RSI\(14\) is above 70,\s+(sell|buy back) half/);
  // Switched off, a step is struck through and stays.
  await steps.getByRole("button", { name: "Switch off step 2" }).press("Enter");
  await expect(steps.getByRole("button", { name: "Switch on step 2" })).toBeVisible();
  await steps.getByRole("button", { name: "Switch on step 2" }).press("Enter");
  await expect(steps.getByRole("button", { name: "Switch off step 2" })).toBeVisible();

  await page.getByRole("link", { name: "print a page" }).press("Enter");
  await expect(page).toHaveURL(/\/page/);
  await expect(page.getByRole("article")).toContainText("RSI(14) is above 70");
  await expect(page.getByRole("article")).toContainText("Instead, an option (simulated)");
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString("latin1");
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  await page.keyboard.press("Backspace");
  await expect(page).toHaveURL(new RegExp(`/plans/${id}`));
  // Before it was made it is absent, and says when it was made.
  await page.goto(`/plans/${id}?asof=2025-01-06`);
  await expect(reading(page)).toContainText("was not made yet");
  await page.request.post("/plans.data", { form: { intent: "remove", id }, headers: { Origin: addressOf("made") } });
});

test("by mouse: a rung is dragged to a level, and what is wrong is refused while what was there stays", async ({ page }) => {
  await page.goto("/chart/ALBRO");
  await ready(page);
  await page.getByRole("button", { name: "plan a trade" }).click();
  await expect(page).toHaveURL(/\/plans\/[a-f0-9]{12}/);
  const id = /plans\/([a-f0-9]{12})/.exec(page.url())![1]!;
  const stop = page.getByRole("slider", { name: "Long stop" });
  const before = Number(await stop.getAttribute("aria-valuenow"));
  const box = (await stop.boundingBox())!;
  await page.mouse.move(box.x + 16, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 16, box.y + box.height / 2 + 40, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => Number(await stop.getAttribute("aria-valuenow"))).toBeLessThan(before);
  await expect(reading(page)).toContainText("ALBRO closed at");
  // A stop above the entry is no stop.
  const entry = Number(await page.getByRole("slider", { name: "Long buy" }).getAttribute("aria-valuenow"));
  const kept = await stop.getAttribute("aria-valuenow");
  await stop.click();
  const form = page.getByRole("form", { name: "Long stop" });
  await form.getByLabel("Price", { exact: true }).fill(String(entry + 5));
  await form.getByRole("button", { name: "Set", exact: true }).click();
  await expect(page.getByRole("alert")).toContainText("the stop is not below the entry");
  await page.reload();
  await ready(page);
  await expect(page.getByRole("slider", { name: "Long stop" })).toHaveAttribute("aria-valuenow", kept!);
  // What was changed last is saved though the page is left at once.
  await stop.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  const last = Math.round((Number(kept) - 0.02) * 100) / 100;
  await expect(stop).toHaveAttribute("aria-valuenow", String(last));
  await page.goto("/plans");
  await expect.poll(async () => (await page.request.get("/plans.json")).text()).toContain(`"stop": ${last},`);
  await page.request.post("/plans.data", { form: { intent: "remove", id }, headers: { Origin: addressOf("made") } });
  await page.goto(`/plans/${id}`);
  await expect(page.getByRole("main")).toContainText("That plan is not there any more.");
});

test("an account sizes plans, and a file of plans is taken in whole or not at all", async ({ page }) => {
  await page.goto(`${addressOf("bars")}/plans/accounts`);
  await ready(page);
  await expect(reading(page)).toContainText("plans are made in units");
  await page.getByRole("button", { name: "Enter an account" }).press("Enter");
  await page.getByLabel("Name of the account").fill("Harbour book");
  await page.getByLabel("Value", { exact: true }).fill("100000");
  await page.getByLabel("Value", { exact: true }).press("Enter");
  await expect(reading(page)).toContainText("1 account sizes plans; Harbour book was worth 100,000 EUR");
  const members = (await (await page.request.get(`${addressOf("bars")}/data/members`)).json()) as {
    result: { rows: { ticker: string }[] };
  };
  const { ticker } = members.result.rows[0]!;
  await page.goto(`${addressOf("bars")}/plans`);
  await ready(page);
  await page.getByLabel("Plan a trade in").fill(ticker);
  await page.getByLabel("Plan a trade in").press("Enter");
  await expect(reading(page)).toContainText("A risk of 1% of Harbour book buys");
  const id = /plans\/([a-f0-9]{12})/.exec(page.url())![1]!;
  const size = page.getByRole("region", { name: "Size" });
  await expect(size).toContainText("of Harbour book, is 1,000 EUR");
  await size.getByRole("button", { name: "Size: 1%" }).press("Enter");
  await page.getByLabel("Amount").fill("2");
  await page.getByLabel("lots of").fill("10");
  await page.getByRole("button", { name: "Set", exact: true }).press("Enter");
  await expect(size).toContainText("is 2,000 EUR");
  await expect(size).toContainText("in lots of 10");

  await page.goto(`${addressOf("bars")}/plans`);
  await ready(page);
  const text = await (await page.request.get(`${addressOf("bars")}/plans.json`)).text();
  const take = (name: string, body: string) =>
    page.getByLabel("File of plans").setInputFiles({ name, mimeType: "application/json", buffer: Buffer.from(body) });
  await take("plans.json", text);
  await expect(page.getByText(/0 taken in, 1 here already/)).toBeVisible();
  await take("plans.json", text.replaceAll(id, "x"));
  await expect(page.getByRole("alert")).toContainText("nothing was taken");
  await take("plans.json", text.replaceAll(id, "abcdefabcdef"));
  await expect(page.getByText(/1 taken in/)).toBeVisible();
  const origin = { headers: { Origin: addressOf("bars") } };
  for (const one of [id, "abcdefabcdef"])
    await page.request.post(`${addressOf("bars")}/plans.data`, { form: { intent: "remove", id: one }, ...origin });
  await page.request.post(`${addressOf("bars")}/items.data`, {
    form: { intent: "remove", kind: "account", name: "Harbour book" },
    ...origin,
  });
});
