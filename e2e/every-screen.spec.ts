import type { APIRequestContext, Page } from "@playwright/test";
import { accessFaults } from "./access-faults";
import { beginBrief, removeBrief } from "./briefed";
import { layoutFaults } from "./layout-faults";
import { ready } from "./main-job";
import { pinFaults } from "./pin-faults";
import { asOf, placesOn, type Named } from "./places";
import { beginPlan, removePlan } from "./planned";
import { addressOf } from "./servers";
import { expect, test } from "./watch";
import { wordFaults } from "./word-faults";

/*
 * Every screen on the demo and on bars alone, at the latest and at an early date: nothing is cut or too small in both themes and
 * at four sizes, everyone can read it, its words of ours are explained, and what it offers to pin has an answer.
 */

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 800 },
  { width: 1920, height: 1080 },
  // 1280 wide, read at 150%.
  { width: 853, height: 533 },
] as const;
const PARTS = 8;
const ON = {
  made: { early: "2021-03-10", group: "sector:Shipyards", index: "group:ALBIG", fund: "group:HUBUT" },
  bars: { early: "2022-12-14", group: "market:", index: "market:", fund: "market:" },
} as const;

async function setLamp(page: Page, isLamp: boolean): Promise<void> {
  await page.evaluate((lamp) => document.documentElement.classList.toggle("lamp", lamp), isLamp);
}

/** Faults of the layout once what follows the size (columns, charts) has settled. */
async function settledFaults(page: Page): Promise<string[]> {
  let faults = await layoutFaults(page);
  for (let tries = 0; tries < 12 && faults.length > 0; tries++) {
    await page.waitForTimeout(120);
    faults = await layoutFaults(page);
  }
  return faults;
}

async function open(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await ready(page);
  await expect(page.locator("[data-drawn=false]")).toHaveCount(0);
  await expect(page.getByText("is being asked")).toHaveCount(0);
}

async function faultsAt(page: Page, address: string, isWhole: boolean): Promise<string[]> {
  const found: string[] = [];
  const add = (where: string, faults: readonly string[]) => {
    const { pathname, search } = new URL(address);
    found.push(...faults.map((fault) => `${pathname}${search} ${where}: ${fault}`));
  };
  await open(page, address);
  if (isWhole) {
    // The page of all words explains each where it stands.
    if (new URL(address).pathname !== "/help") add("words", await wordFaults(page));
    add("for everyone", await accessFaults(page));
    add("to pin", await pinFaults(page));
  }
  for (const size of SIZES) {
    await page.setViewportSize(size);
    add(`${size.width} wide`, await settledFaults(page));
  }
  await page.setViewportSize(SIZES[0]);
  if (isWhole) {
    await setLamp(page, true);
    add("lamp", await settledFaults(page));
    add("lamp", await accessFaults(page, ["color-contrast"]));
  }
  return found;
}

/** What stands in the places of a server; a plan and a brief are made for them. */
async function nameAll(request: APIRequestContext, server: keyof typeof ON): Promise<Named> {
  const address = addressOf(server);
  const { early, ...groups } = ON[server];
  const memberOf = async (search: string) => {
    const said = (await (await request.get(`${address}/data/members${search}`)).json()) as {
      result: { rows: { ticker: string }[] };
    };
    return said.result.rows[0]!.ticker;
  };
  const planned = { ticker: await memberOf(`?asof=${early}`), here: `?asof=${early}` };
  return {
    ...groups,
    stock: await memberOf(""),
    plan: await beginPlan(request, address, planned),
    brief: await beginBrief(request, address, "Weekly review"),
  };
}

for (const server of ["made", "bars"] as const)
  for (let part = 0; part < PARTS; part++)
    test(`every screen holds on ${server === "made" ? "the demo" : "bars alone"}, part ${part + 1}`, async ({
      page,
      request,
    }) => {
      test.slow();
      const address = addressOf(server);
      const named = await nameAll(request, server);
      const found: string[] = [];
      for (const place of placesOn(named, part, PARTS)) {
        found.push(...(await faultsAt(page, address + place, server === "made")));
        found.push(...(await faultsAt(page, address + asOf(place, ON[server].early), false)));
      }
      await removePlan(request, address, named.plan);
      await removeBrief(request, address, named.brief);
      expect(found).toEqual([]);
    });
