import { test as base, type Page } from "@playwright/test";

/** Goes to another screen as a press on a link to it does, without loading the page anew. */
export async function leadTo(page: Page, place: string): Promise<void> {
  await page.evaluate(async (to) => {
    const { __reactRouterDataRouter: router } = window as unknown as {
      readonly __reactRouterDataRouter: { navigate(to: string): Promise<void> };
    };
    await router.navigate(to);
  }, place);
  await shown(page);
}

/** Waits until a page shows what its address says: the router changes the address a moment before it draws. */
async function shown(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const at = document.documentElement.dataset["shown"];
    return at === undefined || at === ((history.state as { key?: string } | null)?.key ?? "default");
  });
}

/** Has keys pressed as a person presses them, who sees first where a key has led. */
function pressSeeing(page: Page): void {
  const { keyboard } = page;
  const [press, type] = [keyboard.press.bind(keyboard), keyboard.type.bind(keyboard)];
  keyboard.press = async (...key) => {
    await shown(page);
    await press(...key);
  };
  keyboard.type = async (...text) => {
    await shown(page);
    await type(...text);
  };
}

/** A test that fails when the page met an error or the content policy refused something. */
export const test = base.extend<{ quiet: undefined }>({
  quiet: [
    async ({ page }, use) => {
      const said: string[] = [];
      page.on("console", (message) => {
        // A refused request is the answer to a question that was wrong on purpose.
        if (message.type() === "error" && !message.text().startsWith("Failed to load resource")) said.push(message.text());
      });
      page.on("pageerror", (error) => said.push(error.message));
      pressSeeing(page);
      await use(undefined);
      base.expect(said).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect } from "@playwright/test";
