import type { Page } from "@playwright/test";
import { accessFaults, contrastFaults } from "./access-faults";
import { layoutFaults } from "./layout-faults";
import { ready } from "./main-job";
import { pinFaults } from "./pin-faults";
import { expect, leadTo } from "./watch";
import { wordFaults } from "./word-faults";

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 800 },
  { width: 1920, height: 1080 },
  // 1280 wide, read at 150%.
  { width: 853, height: 533 },
] as const;
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

/** Opens a screen by its address, or, where another one is open already and that is enough, as a press leads to it. */
async function open(page: Page, address: string, isLedTo: boolean): Promise<void> {
  const { origin, pathname, search } = new URL(address);
  if (isLedTo && page.url().startsWith(origin)) await leadTo(page, pathname + search);
  else await page.goto(address);
  await ready(page);
  await expect(page.locator("[data-drawn=false]")).toHaveCount(0);
  await expect(page.getByText("is being asked")).toHaveCount(0);
}

/**
 * What is wrong with a screen: cut or too small at four sizes, or at the two that are as large as a screen is made for and as small as it
 * gets; in both themes and for everyone, and its words, where it is asked whole.
 */
export async function faultsAt(
  page: Page,
  address: string,
  { isWhole = false, isAtAllSizes = true }: { readonly isWhole?: boolean; readonly isAtAllSizes?: boolean },
): Promise<string[]> {
  const found: string[] = [];
  const add = (where: string, faults: readonly string[]) => {
    const { pathname, search } = new URL(address);
    found.push(...faults.map((fault) => `${pathname}${search} ${where}: ${fault}`));
  };
  await open(page, address, !isWhole);
  if (isWhole) {
    // The page of all words explains each where it stands.
    if (new URL(address).pathname !== "/help") add("words", await wordFaults(page));
    add("for everyone", await accessFaults(page));
    add("to pin", await pinFaults(page));
  }
  for (const size of isAtAllSizes ? SIZES : [SIZES[0], SIZES[3]]) {
    await page.setViewportSize(size);
    add(`${size.width} wide`, await settledFaults(page));
  }
  await page.setViewportSize(SIZES[0]);
  if (isWhole) {
    await setLamp(page, true);
    add("lamp", await settledFaults(page));
    add("lamp", await contrastFaults(page));
  }
  return found;
}
