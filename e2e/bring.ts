import type { Locator, Page } from "@playwright/test";
import { expect } from "./watch";

type Files = Parameters<Locator["setInputFiles"]>[0];

/** The field of the Data screen that files are chosen in. */
export const filesField = (page: Page) => page.locator("input[type=file][name=files]");

/** How a press is pressed. */
export type Press = (press: Locator) => Promise<void>;
export const byMouse: Press = (press) => press.click();
export const byKeyboard: Press = async (press) => {
  await press.focus();
  await press.press("Enter");
};

/** Chooses files on the Data screen and waits until it was tried what they would bring, or asked what cannot be told. */
export async function lookAt(page: Page, files: Files, press: Press = byMouse): Promise<void> {
  await filesField(page).setInputFiles(files);
  await press(page.getByRole("button", { name: /^Look at/ }));
  await expect(page).toHaveURL(/\/files\/incoming\//);
  await tried(page);
}

/** Waits until nothing is being tried. */
export async function tried(page: Page): Promise<void> {
  await expect(page.locator('[data-trying="false"]')).toBeAttached({ timeout: 60_000 });
}

/** Changes what the files are taken for, and waits until that was tried. */
export async function choose(page: Page, change: () => Promise<unknown>): Promise<void> {
  const sent = page.waitForResponse(
    (response) => response.request().method() === "POST" && response.url().includes("/files/incoming/"),
  );
  await change();
  await sent;
  await tried(page);
}

/** Chooses by the keyboard alone what files are taken for: the first letters of the words. */
export async function typeChoice(page: Page, field: string, words: string): Promise<void> {
  await page.getByLabel(field).focus();
  await choose(page, () => page.keyboard.type(words));
  // The keyboard stays where it was.
  await expect(page.getByLabel(field)).toBeFocused();
}

/** Has new tickers join a market that is made for them. */
export async function toNewMarket(page: Page, code: string, name: string): Promise<void> {
  const market = page.getByLabel("Market of new tickers");
  if ((await market.inputValue()) !== "new") await choose(page, () => market.selectOption("new"));
  for (const [field, value] of [
    [page.getByLabel("with the code"), code],
    [page.getByLabel("called"), name],
  ] as const) {
    await field.fill(value);
    await choose(page, () => field.press("Enter"));
  }
}

/** Imports what was looked at. */
export async function importSeen(page: Page, press: Press = byMouse): Promise<void> {
  await press(page.getByRole("button", { name: "Import", exact: true }));
  await expect(page.getByRole("heading", { name: "Imported." })).toBeVisible({ timeout: 60_000 });
}
