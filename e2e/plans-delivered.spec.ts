import type { Page } from "@playwright/test";
import { makeWorld } from "../world/make-world";
import { DEMO_SIZE } from "../world/world-size";
import { chooseByKeys, reading, ready } from "./main-job";
import { OwnServer } from "./own-server";
import { expect, test } from "./watch";

/* A trade followed while sessions are delivered, by keyboard, on a server that is killed in between. */

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
    await chooseByKeys(page, "the long side");
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
