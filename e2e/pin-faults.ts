import type { Page } from "@playwright/test";

interface Offered {
  readonly twin?: string;
  readonly name: string;
}

/** What a screen offers to pin and has no answer. */
export async function pinFaults(page: Page): Promise<string[]> {
  const { offered, main } = await page.evaluate(() => ({
    offered: [...document.querySelectorAll<HTMLElement>("[data-pin]")].map((one) => JSON.parse(one.dataset["pin"]!) as Offered),
    main: document.querySelector<HTMLElement>("[data-pin-main]")?.dataset["pinMain"],
  }));
  const twins = new Set([...offered.flatMap(({ twin }) => twin ?? []), ...(main === undefined ? [] : [main])]);
  const faults: string[] = [];
  for (const twin of twins) {
    const answer = await page.request.get(new URL(twin, page.url()).href);
    if (!answer.ok()) faults.push(`what can be pinned has no answer: ${twin} (${answer.status()})`);
  }
  return faults;
}
