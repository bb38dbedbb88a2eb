import { chromium, type Page } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium, KNOWN } from "../scripts/chromium.mjs";
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
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, storageState: KNOWN });
      await page.goto(base + screen);
      await page.waitForSelector("html[data-ready]");
      await page.waitForTimeout(1500);
      const steps = await stepTimes(page, 16);
      row(`${name}: a step in time until its figures are shown, p50 / p95`, both(steps), "budget 200");
      const tasks = await tasksWhileDragging(page);
      row(`${name}: tasks of the main thread over 50 ms while dragging, number / longest`, countAndLongest(tasks), "budget none");
      await page.close();
    }
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, storageState: KNOWN });
    const draws = await longChartTimes(page, base, 9);
    row(
      "24 years of daily bars, six overlays and three panes: from the data to the first picture, p50 / p95",
      both(draws),
      "budget 250",
    );
    const { panned, zoomed } = await tasksOnLongChart(page);
    for (const [what, tasks] of [["panned", panned] as const, ["zoomed out and in over all of it", zoomed] as const])
      row(`the same chart ${what}: tasks of the main thread over 50 ms, number / longest`, countAndLongest(tasks), "budget none");
  } finally {
    await browser.close();
  }
}

const LONG_CHART =
  "/chart/LINON?history=20000&plot=sma_20&plot=sma_50&plot=sma_200&plot=ema_10&plot=ema_100&plot=bollinger_20_2&plot=rsi_14&plot=macd_12_26_9&plot=volume_50";

/** From the last byte of a chart's data, come to from another screen, to the frame that shows it. */
async function longChartTimes(page: Page, base: string, times: number): Promise<number[]> {
  await page.goto(`${base}/chart/LINON`);
  await page.waitForSelector("html[data-ready]");
  const spent: number[] = [];
  for (let k = 0; k < times; k++)
    spent.push(
      await page.evaluate(async (place) => {
        const { __reactRouterDataRouter: router } = window as unknown as {
          readonly __reactRouterDataRouter: { navigate(to: string): Promise<void> };
        };
        await router.navigate("/lists");
        await new Promise((resolve) => setTimeout(resolve, 800));
        performance.clearResourceTimings();
        const begun = performance.now();
        void router.navigate(place);
        while (
          !(location.pathname.startsWith("/chart") && document.querySelector("[data-drawn=true] canvas")) &&
          performance.now() - begun < 10_000
        )
          await new Promise((resolve) => requestAnimationFrame(resolve));
        const drawn = performance.now();
        await new Promise((resolve) => setTimeout(resolve, 50));
        const data = performance.getEntriesByType("resource").filter((entry) => entry.name.includes(".data"));
        return drawn - Math.max(...data.map((entry) => (entry as PerformanceResourceTiming).responseEnd));
      }, LONG_CHART),
    );
  // The first one meets code that was never run.
  return spent.slice(1);
}

const both = (values: readonly number[]) => `${quantile(values, 0.5).toFixed(0)} / ${quantile(values, 0.95).toFixed(0)}`;

/** From the press of the key to the first picture with another date's figures. */
async function stepTimes(page: Page, times: number): Promise<number[]> {
  const spent: number[] = [];
  for (let k = 0; k < times; k++) {
    spent.push(
      await page.evaluate(async () => {
        const { dataset } = document.documentElement;
        const before = dataset["shown"];
        const begun = performance.now();
        window.dispatchEvent(new KeyboardEvent("keydown", { key: "[", code: "BracketLeft", bubbles: true }));
        while (dataset["shown"] === before && performance.now() - begun < 5_000)
          await new Promise((resolve) => requestAnimationFrame(resolve));
        return performance.now() - begun;
      }),
    );
    await page.waitForTimeout(150);
  }
  // The first ones meet code that was never run.
  return spent.slice(4);
}

const countAndLongest = (tasks: readonly number[]) => `${tasks.length} / ${Math.max(0, ...tasks).toFixed(0)}`;

/** Tasks of the main thread over 50 ms, in ms, while something is done on a page. */
async function tasksWhile(page: Page, doing: () => Promise<void>): Promise<number[]> {
  await page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { longTasks: tasks });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) tasks.push(entry.duration);
    }).observe({ type: "longtask" });
  });
  await doing();
  await page.waitForTimeout(500);
  return page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks);
}

/** What holds up the main thread while the chart in view is panned through some six years, and zoomed out and in. */
async function tasksOnLongChart(page: Page): Promise<{ panned: number[]; zoomed: number[] }> {
  const box = (await page.locator("[data-drawn=true] canvas").first().boundingBox())!;
  const [x, y] = [box.x + 0.6 * box.width, box.y + 150];
  const wheel = async (by: number, times: number) => {
    for (let k = 0; k < times; k++) {
      await page.mouse.wheel(0, by);
      await page.waitForTimeout(110);
    }
  };
  await page.mouse.move(x, y);
  await wheel(-120, 14);
  const panned = await tasksWhile(page, async () => {
    await page.mouse.down();
    for (let k = 1; k <= 60; k++) {
      await page.mouse.move(x + 5 * k, y);
      await page.waitForTimeout(16);
    }
    await page.mouse.up();
  });
  await page.mouse.move(x, y);
  const zoomed = await tasksWhile(page, async () => {
    await wheel(120, 20);
    await wheel(-120, 20);
  });
  return { panned, zoomed };
}

async function tasksWhileDragging(page: Page): Promise<number[]> {
  const handle = page.getByRole("slider").first();
  const box = (await handle.boundingBox())!;
  const y = box.y + box.height / 2;
  await page.mouse.move(box.x + box.width / 2, y);
  return tasksWhile(page, async () => {
    await page.mouse.down();
    for (let k = 1; k <= 60; k++) {
      await page.mouse.move(box.x + box.width / 2 - 3 * k, y);
      await page.waitForTimeout(16);
    }
    await page.mouse.up();
  });
}
