import { chromium, type Page } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "../scripts/chromium.mjs";
import { quantile, row } from "./rows";

/* What a person waits for in the browser: a step in time, and the main thread while the handle is dragged. */

const SCREENS = [
  ["Today", "/"],
  ["Breadth", "/breadth"],
  ["Chart", "/chart/ALBRO"],
] as const;

export async function browserRows(base: string): Promise<void> {
  const executablePath = findChromium();
  if (executablePath === undefined) {
    row("steps in the browser", "no Chromium");
    return;
  }
  const browser = await chromium.launch({ executablePath, args: CHROMIUM_ARGS });
  try {
    for (const [name, screen] of SCREENS) {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(base + screen);
      await page.waitForSelector("html[data-ready]");
      await page.waitForTimeout(1500);
      const steps = await stepTimes(page, 16);
      row(`${name}: a step in time until its figures are shown, p50 / p95`, both(steps), "budget 200");
      const tasks = await tasksWhileDragging(page);
      row(
        `${name}: tasks of the main thread over 50 ms while dragging, number / longest`,
        `${tasks.length} / ${Math.max(0, ...tasks).toFixed(0)}`,
        "budget none",
      );
      await page.close();
    }
  } finally {
    await browser.close();
  }
}

const both = (values: readonly number[]) => `${quantile(values, 0.5).toFixed(0)} / ${quantile(values, 0.95).toFixed(0)}`;

/** From the press of the key to the first picture with another date's figures. */
async function stepTimes(page: Page, times: number): Promise<number[]> {
  const spent: number[] = [];
  for (let k = 0; k < times; k++) {
    spent.push(
      await page.evaluate(async () => {
        const main = document.querySelector("main")!;
        const before = main.textContent;
        const begun = performance.now();
        window.dispatchEvent(new KeyboardEvent("keydown", { key: "[", code: "BracketLeft", bubbles: true }));
        while (main.textContent === before && performance.now() - begun < 5_000)
          await new Promise((resolve) => requestAnimationFrame(resolve));
        return performance.now() - begun;
      }),
    );
    await page.waitForTimeout(150);
  }
  // The first ones meet code that was never run.
  return spent.slice(4);
}

async function tasksWhileDragging(page: Page): Promise<number[]> {
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { longTasks: tasks });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    }).observe({ type: "longtask" });
  });
  const handle = page.getByRole("slider").first();
  const box = (await handle.boundingBox())!;
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width / 2, y);
  await page.mouse.down();
  for (let k = 1; k <= 60; k++) {
    await page.mouse.move(box.x + box.width / 2 - 3 * k, y);
    await page.waitForTimeout(16);
  }
  await page.mouse.up();
  await page.waitForTimeout(500);
  return page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
}
