import type { Page } from "@playwright/test";
import { withTerms } from "../studies/words/terms";

interface Shown {
  readonly text: string;
  /** Of the paragraph, cell or heading that it stands in. */
  readonly around: string;
  readonly explained: boolean;
}

/** Words of the glossary that the screen shows, and explains nowhere where one points at them. */
export async function wordFaults(page: Page): Promise<string[]> {
  const shown = await page.evaluate(() => {
    const found: Shown[] = [];
    const walker = document.createTreeWalker(document.getElementById("screen")!, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const own = node.parentElement!;
      const text = node.textContent!;
      if (text.trim() === "" || own.closest("svg, code, .sr-only, caption, [hidden]") || own.getClientRects().length === 0)
        continue;
      const block = own.closest("h1, h2, h3, p, td, th, li, dt, dd, figcaption, button, label") ?? own;
      found.push({ text, around: block.textContent, explained: own.closest("[data-term], [title]") !== null });
    }
    return found;
  });
  const found = new Map<string, boolean>();
  for (const { text, around, explained } of shown)
    for (const { entry } of withTerms(text, around))
      if (entry) found.set(entry.name, (found.get(entry.name) ?? false) || explained);
  return [...found].filter(([, explained]) => !explained).map(([name]) => `“${name}” is explained nowhere`);
}
