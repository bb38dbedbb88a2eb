import type { Locator, Page } from "@playwright/test";
import { SCREENS } from "../../app/screens";
import { ready } from "../main-job";
import { expect } from "../watch";

export type Way = "mouse" | "keyboard";

/** No screen needs more steps from what it is for to what is asked. */
const MOST_STEPS = 160;

/**
 * Somebody at work, by mouse or by keyboard alone: the same deeds either way, counted. By mouse keys are pressed only to type; by
 * keyboard what is to be pressed is reached as a person reaches it, by Tab and arrows.
 */
export class Hand {
  /** Deeds: something pressed, typed or chosen. */
  actions = 0;
  /** Keys that a deed took, by keyboard. */
  keys = 0;

  constructor(
    readonly page: Page,
    readonly way: Way,
    readonly base: string,
  ) {}

  /** Opens an address, as one that was kept or sent. */
  async open(path: string): Promise<void> {
    await this.page.goto(`${this.base}${path}`);
    await ready(this.page);
    this.actions++;
  }

  /** Goes to a screen by the course. */
  async goTo(name: string): Promise<void> {
    this.actions++;
    const screen = SCREENS.find((one) => one.name === name)!;
    if (this.way === "mouse")
      await this.page.getByRole("navigation", { name: "Course" }).getByRole("link", { name, exact: true }).click();
    else {
      await this.leaveField();
      await this.#press("g");
      await this.#press(screen.letter);
    }
    await expect(this.page).toHaveURL(new RegExp(`^${this.base}${screen.path === "/" ? "/(\\?|$)" : screen.path}`));
    await expect(this.page.locator("main")).toHaveAttribute("aria-busy", "false");
    await ready(this.page);
  }

  /** Presses a button, link or menu item. */
  async press(target: Locator): Promise<void> {
    this.actions++;
    await expect(target).toBeVisible();
    if (this.way === "mouse") await target.click();
    else {
      await this.reach(target);
      await this.#press("Enter");
    }
  }

  /** Opens a menu of the control sentence and chooses in it. */
  async choose(menu: RegExp, item: string | RegExp): Promise<void> {
    await this.press(this.page.getByRole("button", { name: menu }));
    const wanted = this.page.getByRole("menuitemradio", typeof item === "string" ? { name: item, exact: true } : { name: item });
    await expect(wanted).toBeVisible();
    if (this.way === "mouse") await wanted.click();
    else {
      for (let k = 0; k < MOST_STEPS && !(await isFocused(wanted)); k++) await this.#press("ArrowDown");
      await this.#press("Enter");
    }
    await expect(wanted).toHaveCount(0);
  }

  /** Types into a field, in the place of what is there; `isDone` ends with Enter. */
  async type(field: Locator, text: string, isDone = true): Promise<void> {
    this.actions++;
    await expect(field).toBeVisible();
    if (this.way === "mouse") await field.click();
    else await this.reach(field);
    await this.page.keyboard.press("ControlOrMeta+a");
    await this.page.keyboard.type(text);
    if (isDone) await this.#press("Enter");
  }

  /** Types a clause as one thinks it and takes the first reading. */
  async say(field: Locator, phrase: string): Promise<void> {
    await this.type(field, phrase, false);
    await expect(this.page.getByRole("option").first()).toBeVisible();
    if (this.way === "mouse") await this.page.getByRole("option").first().click();
    else await this.#press("Enter");
    await expect(this.page.getByRole("option")).toHaveCount(0);
  }

  /** Opens a row of a table: its link, or Enter on it. */
  async openRow(row: Locator): Promise<void> {
    this.actions++;
    await expect(row).toBeVisible();
    if (this.way === "mouse") await row.getByRole("link").first().click();
    else {
      await this.reach(row);
      await this.#press("Enter");
    }
  }

  /** Goes back to where one came from. */
  async back(): Promise<void> {
    this.actions++;
    if (this.way === "mouse") await this.page.goBack();
    else {
      await this.leaveField();
      await this.#press("Backspace");
    }
  }

  /** A key that is the same for both: what is typed on a chart or in a table. */
  async key(key: string): Promise<void> {
    this.actions++;
    await this.#press(key);
  }

  /** Moves the keyboard to something, as a person does: from what the screen is for, by Tab or Shift Tab, and by arrows within a table. */
  async reach(target: Locator): Promise<void> {
    for (let k = 0; k < MOST_STEPS; k++) {
      const where = await target.evaluate((own) => {
        const now = document.activeElement;
        if (!now || now === document.body) return "nowhere";
        if (own === now) return "here";
        const table = own.closest("table, [role=table], [role=grid]");
        if (own.matches("tr, [role=row]") && table?.contains(now) && now.matches("tr, [role=row]"))
          return (own.compareDocumentPosition(now) & Node.DOCUMENT_POSITION_PRECEDING) !== 0 ? "below" : "above";
        return (own.compareDocumentPosition(now) & Node.DOCUMENT_POSITION_PRECEDING) !== 0 ? "after" : "before";
      });
      if (where === "here") return;
      // What the screen is for is one key away.
      if (where === "nowhere") await this.#press(k === 0 ? "m" : "Tab");
      else await this.#press({ below: "ArrowDown", above: "ArrowUp", after: "Tab", before: "Shift+Tab" }[where]);
    }
    throw new Error(`the keyboard does not reach ${target.toString()}`);
  }

  /** Leaves a field, so that letters are keys again. */
  async leaveField(): Promise<void> {
    const isTyping = () =>
      this.page.evaluate(() => document.activeElement?.matches("input, textarea, select, [contenteditable=true]") ?? false);
    for (let k = 0; k < 12 && (await isTyping()); k++) await this.#press(k === 0 ? "Escape" : "Tab");
  }

  async #press(key: string): Promise<void> {
    this.keys++;
    await this.page.keyboard.press(key);
  }
}

const isFocused = (target: Locator) => target.evaluate((own) => own === document.activeElement);
