import { test as base } from "@playwright/test";

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
      await use(undefined);
      base.expect(said).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect } from "@playwright/test";
