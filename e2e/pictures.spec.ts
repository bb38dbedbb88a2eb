import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { ready } from "./main-job";
import { expect, test } from "./watch";

/** Chooses a picture in the menu by the keyboard alone, as many lines down, and gives the file. */
async function saved(page: Page, down: number): Promise<{ name: string; bytes: Buffer }> {
  await page.getByRole("button", { name: "Picture", exact: true }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("menuitem").first()).toBeFocused();
  for (let k = 0; k < down; k++) await page.keyboard.press("ArrowDown");
  await expect(page.getByRole("menuitem").nth(down)).toBeFocused();
  const [download] = await Promise.all([page.waitForEvent("download"), page.keyboard.press("Enter")]);
  return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
}

const PLACES = [
  ["/", "regime-index", "The broad index with its"],
  ["/regime", "regime-index", "The broad index with its"],
  ["/breadth", "breadth-history", "Share of members"],
  ["/timing", "timing-lanes", "The composite"],
  ["/rotation", "rotation-dial", "Where each member stands"],
  ["/groups", "groups-strength", "Strength over three"],
  ["/period-map", "period-map-", "What each made"],
  ["/seasons", "consistency-", "The median return"],
  ["/key-levels", "key-levels-", "The levels around the close"],
  ["/screen", "scan-", "How many are left"],
  ["/setups", "setups-", "How many are set up"],
] as const;

test("what is drawn on a screen leaves as a file that says what it is of and when, on every screen in the same way", async ({
  page,
}) => {
  test.slow();
  for (const [place, file, title] of PLACES) {
    await page.goto(`${place}?asof=2025-03-14`);
    await ready(page);
    const { name, bytes } = await saved(page, 0);
    expect(name, place).toMatch(new RegExp(`^${file}.*-2025-03-14\\.svg$`));
    const svg = bytes.toString("utf8");
    expect(svg, place).toContain(`<title>${title}`);
    expect(svg, place).toContain("at the close of 14 Mar 2025");
    expect(svg.replace(/base64,[^)]*/, ""), place).not.toMatch(/NaN|undefined|var\(--/);
  }
});

test("a picture leaves as PNG too, twice as large, and a study without one says so", async ({ page, request }) => {
  await page.goto("/breadth?asof=2025-03-14");
  await ready(page);
  const { name, bytes } = await saved(page, 1);
  expect(name).toMatch(/^breadth-history-2025-03-14\.png$/);
  expect(bytes.subarray(1, 4).toString()).toBe("PNG");
  expect(bytes.readUInt32BE(16)).toBe(2 * 656);
  // A picture of one colour would be a few kB.
  expect(bytes.length).toBeGreaterThan(40_000);
  for (const [address, words] of [
    ["/data/timeline?as=svg", "has no picture"],
    ["/data/breadth?as=svg&picture=pie", 'has no picture "pie"; it has history'],
  ] as const) {
    const answer = await request.get(address);
    expect(answer.status()).toBe(404);
    expect(await answer.text()).toContain(words.replaceAll('"', '\\"'));
  }
});
