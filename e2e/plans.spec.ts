import type { Page } from "@playwright/test";
import { makeWorld } from "../world/make-world";
import { DEMO_SIZE } from "../world/world-size";
import { reading, ready, rows } from "./main-job";
import { OwnServer } from "./own-server";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

/* Trades planned, followed while sessions are delivered, and added up: by keyboard, one of them on a server that is killed in between. */

const SEED = 13;
const SIZE = { ...DEMO_SIZE, stocks: 30, years: 2 };

interface Planned {
  readonly ticker: string;
  readonly entry: number;
  readonly stop: number;
  readonly addOn: number;
  /** Sessions from the first delivered one to that of the add-on, and to the stop. */
  readonly added: number;
  readonly stopped: number;
}

/** A stock whose sessions to come trigger a long plan, add to it on a later one, and stop it after that, without any doubt about it. */
function foreseen(): Planned {
  const { dataset, reserve } = makeWorld(SEED, SIZE);
  const cents = (x: number) => Math.round(x * 100) / 100;
  for (const { ticker, kind, market, delisted } of dataset.instruments) {
    if (kind !== "stock" || market !== "ALDANE" || delisted !== null) continue;
    const close = dataset.bars.find((b) => b.ticker === ticker)!.close.at(-1)!;
    if (!(close >= 20)) continue;
    const bars = reserve.slice(0, 12).map((session) => session.bars.find((bar) => bar[0] === ticker));
    if (bars.some((bar) => bar === undefined)) continue;
    const [first, ...later] = bars.map((bar) => ({ open: bar![1], high: bar![2], low: bar![3] }));
    const entry = cents(first!.high - 0.02);
    if (entry <= Math.max(first!.open, close) + 0.02) continue;
    const added = later.findIndex((bar) => bar.high > entry * 1.01);
    if (added < 0 || added > 4) continue;
    const addOn = cents(Math.max(entry, later[added]!.open) + 0.6 * (later[added]!.high - Math.max(entry, later[added]!.open)));
    if (addOn <= later[added]!.open + 0.01 || addOn >= later[added]!.high - 0.01 || addOn <= entry) continue;
    const floor = Math.min(first!.low, ...later.slice(0, added + 1).map((bar) => bar.low));
    const stop = cents(floor - 0.03);
    const hit = later.findIndex((bar, k) => k > added && bar.low < stop - 0.02);
    if (hit < 0 || later[hit]!.open <= stop + 0.01 || later[hit]!.high >= addOn * 2) continue;
    return { ticker, entry, stop, addOn, added: added + 1, stopped: hit + 1 };
  }
  throw new Error("no stock of this world does what the journey needs");
}

/** A rung typed: Enter on it opens its fields. */
async function typeRung(page: Page, name: string, price: number): Promise<void> {
  const rung = page.getByRole("slider", { name, exact: true });
  await rung.focus();
  await page.keyboard.press("Enter");
  const form = page.getByRole("form", { name });
  await expect(form.getByLabel("Price", { exact: true })).toBeFocused();
  await page.keyboard.type(String(price));
  await page.keyboard.press("Enter");
  await expect(rung).toBeFocused();
  await expect(rung).toHaveAttribute("aria-valuenow", String(price));
  await expect(page.getByRole("alert")).toHaveCount(0);
}

test("by keyboard: a two-sided plan triggers, adds and is stopped as sessions are delivered, through a killed server, and is in the journal", async ({
  page,
}) => {
  test.slow();
  const server = new OwnServer("plans", SEED, SIZE);
  server.make();
  await server.start();
  try {
    const { ticker, entry, stop, addOn, added, stopped } = foreseen();
    await page.goto(`${server.address}/`);
    await ready(page);
    await page.keyboard.press("g");
    await page.keyboard.press("j");
    await expect(reading(page)).toHaveText(/^Nothing is planned yet/);
    await page.getByLabel("Plan a trade in").focus();
    await page.keyboard.type(ticker.toLowerCase());
    await page.keyboard.press("Enter");
    await expect(page).toHaveURL(/\/plans\/[a-f0-9]{12}/);
    const url = page.url();
    await expect(reading(page)).toContainText(`${ticker} closed at`);
    // What has no place above the stop is out of the way first; then the levels, the stop before the entry that it belongs to.
    for (let left = await page.getByRole("slider", { name: "Long target" }).count(); left > 0; left--) {
      await page.getByRole("slider", { name: "Long target" }).first().focus();
      await page.keyboard.press("Delete");
      await expect(page.getByRole("slider", { name: "Long target" })).toHaveCount(left - 1);
    }
    await typeRung(page, "Long stop", stop);
    await typeRung(page, "Long buy", entry);
    await page.getByRole("button", { name: "an add-on more" }).first().press("Enter");
    await page.keyboard.press("Escape");
    await typeRung(page, "Long buy more", addOn);
    // The arrows move by a tick, at once; undone and done again.
    const short = page.getByRole("slider", { name: "Short sell short" });
    await short.focus();
    const before = Number(await short.getAttribute("aria-valuenow"));
    for (let k = 0; k < 3; k++) await page.keyboard.press("ArrowDown");
    const moved = Math.round((before - 0.03) * 100) / 100;
    await expect(short).toHaveAttribute("aria-valuenow", String(moved));
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await expect(short).toHaveAttribute("aria-valuenow", String(before));
    // What was changed last is saved once its pause is over.
    await expect
      .poll(async () => JSON.stringify(await (await page.request.get(`${server.address}/plans.json`)).json()))
      .toContain(`"price":${addOn}`);
    await page.reload();
    await ready(page);
    await expect(page.getByRole("slider", { name: "Long stop" })).toHaveAttribute("aria-valuenow", String(stop));
    await expect(page.getByRole("slider", { name: "Long buy more" })).toHaveAttribute("aria-valuenow", String(addOn));
    await page.getByRole("button", { name: "Sides: both sides" }).focus();
    await page.keyboard.press("Enter");
    await page.keyboard.press("ArrowDown");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("slider", { name: "Short sell short" })).toHaveCount(0);
    await page.keyboard.press("Control+z");
    await expect(page.getByRole("slider", { name: "Short sell short" })).toBeVisible();
    // Far below, so that it does not come before the long side.
    const farShort = Math.round(stop * 80) / 100;
    for (let left = await page.getByRole("slider", { name: "Short target" }).count(); left > 0; left--) {
      await page.getByRole("slider", { name: "Short target" }).first().focus();
      await page.keyboard.press("Delete");
      await expect(page.getByRole("alert")).toHaveCount(0);
      await expect(page.getByRole("slider", { name: "Short target" })).toHaveCount(left - 1);
    }
    await typeRung(page, "Short sell short", farShort);
    await expect(page.getByText(/it is waiting\./)).toBeVisible();

    // Within the first session the entry is provisional once it is met; at its close it stands.
    for (let step = 0; step < 3; step++) await server.deliver("step");
    await expect(page.getByText("(session in progress)")).toBeVisible();
    await server.deliver("close");
    await expect(page.getByText(/it is long entered and short cancelled\./)).toBeVisible();
    await expect(reading(page)).toContainText(`${ticker} was bought at ${entry.toFixed(2)}`);
    for (let s = 1; s <= added; s++) await server.deliver("close");
    await expect(page.getByText(`bought 50 units at ${addOn.toFixed(2)}`)).toBeVisible();
    const stands = (await reading(page).innerText()).replace(/\s+/g, " ");

    await server.kill();
    await server.start();
    await page.goto(url);
    await ready(page);
    expect((await reading(page).innerText()).replace(/\s+/g, " ")).toBe(stands);
    for (let s = added + 1; s <= stopped; s++) await server.deliver("close");
    await expect(page.getByText(/it is long stopped and short cancelled\./)).toBeVisible();
    await expect(page.getByText(`stopped: sold 150 units at ${stop.toFixed(2)}`)).toBeVisible();
    await server.kill();
    await server.start();

    // On Today of that session, and in the journal with what the levels say by themselves.
    await page.goto(`${server.address}/`);
    await ready(page);
    await expect(page.getByRole("region", { name: "Plans" })).toContainText(
      `On this session stopped: sold 150 units at ${stop.toFixed(2)}`,
    );
    await page.goto(`${server.address}/plans/journal`);
    await ready(page);
    const money = 100 * (stop - entry) + 50 * (stop - addOn);
    const r = money / (100 * (entry - stop));
    await expect(reading(page)).toContainText(`Of 1 position that is over none won, making \u2212${Math.abs(r).toFixed(1)} R`);
    const row = page.getByRole("table", { name: "Positions that are over" }).getByRole("row").nth(1);
    await expect(row).toContainText(ticker);
    await expect(row).toContainText(`\u2212${Math.abs(Math.round(money)).toLocaleString("en-GB")}`);
    const csv = await (await page.request.get(`${server.address}/plans/journal.csv`)).text();
    const [heads, cells] = csv
      .trim()
      .split("\r\n")
      .slice(0, 2)
      .map((line) => line.split(",")) as [string[], string[]];
    expect(Number(cells[heads.indexOf("R")])).toBeCloseTo(r, 9);

    // A trade made elsewhere, by hand; it counts with the others.
    await page.getByLabel("Units").focus();
    await page.keyboard.type("10");
    await page.getByLabel("Ticker", { exact: true }).fill(ticker);
    await page.getByLabel("Entry price").fill("50");
    await page.getByLabel("Day of the entry").fill("2026-09-01");
    await page.getByLabel("Stop", { exact: true }).fill("48");
    await page.getByLabel("Exit price").fill("56");
    await page.getByLabel("Day of the exit").fill("2026-09-10");
    await page.getByLabel("Day of the exit").press("Enter");
    await expect(reading(page)).toContainText("Of 2 positions that are over 1 won");
    const file = (await (await page.request.get(`${server.address}/plans.json`)).json()) as { plans: object[]; trades: object[] };
    expect([file.plans.length, file.trades.length]).toEqual([1, 1]);
    // Deleted and put back, from the list.
    await page.goto(`${server.address}/plans`);
    await ready(page);
    await page.getByRole("button", { name: `Delete the plan for ${ticker}`, exact: false }).press("Enter");
    await page.getByRole("button", { name: "Put it back" }).press("Enter");
    await expect(page.getByRole("table", { name: "Plans by how they stand" })).toContainText(ticker);
  } finally {
    await server.kill();
  }
});

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
  const chosen = chain.locator("tr[aria-selected=true]");
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
  await expect(page.getByText(/0 taken in, 1 were here already/)).toBeVisible();
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
