import fs from "node:fs";
import { pathToFileURL } from "node:url";
import { unzipSync, strFromU8 } from "fflate";
import type { Page } from "@playwright/test";
import { DEMO_SIZE } from "../world/world-size";
import { reading, ready } from "./main-job";
import { OwnServer } from "./own-server";
import { beginPlan } from "./planned";
import { expect, test } from "./watch";

/* The week in one sitting: what was seen is pinned, the routine worked through, calls are made, and all of it is asked again a week later. */

const SIZE = { ...DEMO_SIZE, stocks: 30, years: 2 };

/** Keys that are pressed, counted. */
class Keys {
  pressed = 0;

  constructor(private readonly page: Page) {}

  async press(...keys: readonly string[]): Promise<void> {
    for (const key of keys) {
      await this.page.keyboard.press(key);
      this.pressed++;
    }
  }

  /** A text counts as one action. */
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text);
    this.pressed++;
  }
}

async function pinWith(page: Page, keys: Keys, words: RegExp): Promise<void> {
  await keys.press("p");
  await expect(page.getByText(words).first()).toBeVisible();
}

interface Calling {
  readonly subject: string;
  readonly direction: string;
  readonly benchmark?: string;
  readonly sessions: string;
  readonly confidence: string;
}

/** A call typed from `c` on, field by field. */
async function makeCall(page: Page, keys: Keys, { subject, direction, benchmark, sessions, confidence }: Calling): Promise<void> {
  await keys.press("c");
  const form = page.getByRole("form", { name: "Call" });
  await expect(form.getByLabel("Subject")).toBeFocused();
  await keys.type(subject);
  await keys.press("Tab");
  await keys.type(direction);
  await keys.press("Tab");
  if (benchmark !== undefined) {
    await keys.type(benchmark);
    await keys.press("Tab");
  }
  await keys.press("Control+a");
  await keys.type(sessions);
  await keys.press("Tab");
  await keys.type(confidence);
  await expect(form.getByRole("status")).toContainText(/Base rate \d+% of [\d,]+ such spans?; scored at the close of/);
  await keys.press("Enter");
  await expect(form).toHaveCount(0);
}

test("by keyboard: the weekly review by its routine with ten pins, two plans and three calls goes out as one file; a week later it says what changed", async ({
  page,
}) => {
  test.slow();
  const server = new OwnServer("briefs", 17, SIZE);
  server.make();
  await server.start();
  try {
    const keys = new Keys(page);
    for (const ticker of ["ALBRO", "ALSML"]) await beginPlan(page.request, server.address, { ticker });
    await page.goto(`${server.address}/`);
    await ready(page);

    // Ten pins: the readings of nine screens, and a plan that is in hand.
    const screens = ["t", "e", "b", "i", "o", "r", "p", "s", "k"] as const;
    for (const letter of screens) {
      await keys.press("g", letter);
      await expect(page.locator("main")).toHaveAttribute("aria-busy", "false");
      await expect(page.locator("[data-pin-main]")).toBeAttached();
      await pinWith(page, keys, /Pinned the reading of/);
    }
    await keys.press("g", "j");
    await expect(page).toHaveURL(/\/plans/);
    await page.locator("tr[data-plan]").last().focus();
    await pinWith(page, keys, /Pinned the plan .*; 10 in the tray/);

    // This week's review: the routine begins it, `n` goes through its screens.
    await keys.press("g", "w");
    await expect(reading(page)).toHaveText(/No brief was written for this market yet/);
    await page.getByRole("button", { name: "Weekly review", exact: true }).focus();
    await keys.press("Enter");
    await expect(page).toHaveURL(/\/briefs\/[a-f0-9]{12}/);
    const home = page.url();
    await expect(reading(page)).toContainText(/None of 13 screens were seen/);
    await expect(page.locator("section[data-part]").nth(1)).toContainText("has been");
    await keys.press("n");
    const line = page.getByRole("navigation", { name: "Routine" });
    for (let stop = 1; stop <= 13; stop++) {
      await expect(line).toContainText(`${stop} of 13`);
      await expect(page).not.toHaveURL(new RegExp(new URL(home).pathname));
      await expect(page.locator("main")).toHaveAttribute("aria-busy", "false");
      // What is seen on the second screen is taken over as it was changed there.
      if (stop === 2) {
        await page.goto(page.url() + (page.url().includes("?") ? "&" : "?") + "average=sma");
        await ready(page);
        await expect(reading(page)).toContainText("simple average");
        await keys.press("p");
        await expect(page.getByText("Taken over into the brief").first()).toBeVisible();
      }
      await keys.press("n");
    }
    await expect(page).toHaveURL(new RegExp(new URL(home).pathname));
    await expect(reading(page)).toContainText("All 13 screens were seen");
    await expect(page.locator("section[data-part]").filter({ hasText: "simple average" })).not.toHaveCount(0);

    // The tray comes in behind it; the plan that is there twice is moved up and frozen.
    await keys.press("Shift+P");
    await page.getByRole("button", { name: "Put all 10 into this brief" }).focus();
    await keys.press("Enter");
    await expect(page.locator("section[data-part]")).toHaveCount(23 + 10);
    await expect(page.getByText("The tray is empty.")).toBeVisible();
    await keys.press("Shift+P");
    // A tray that closes gives the keyboard back to its button.
    await expect(page.getByRole("button", { name: "Tray", exact: true })).toBeFocused();
    const parts = page.locator("section[data-part]");
    await parts.last().focus();
    await expect(parts.last()).toContainText("levels of the plan");
    await keys.press("Alt+ArrowUp");
    await expect(parts.nth(31)).toBeFocused();
    await expect(parts.nth(31)).toContainText("levels of the plan");
    await keys.press("f");
    await expect(page.getByText(/Frozen as it stood on/)).toBeVisible();

    // Words of one's own, and a title.
    await parts.first().focus();
    await keys.press("t");
    const words = page.getByRole("textbox", { name: "Words" });
    await expect(words).toBeFocused();
    await keys.type("What rallied since the low was narrow.");
    await keys.press("Escape");
    await expect(parts.nth(1)).toBeFocused();
    await expect(parts.nth(1)).toContainText("was narrow.");
    await page.getByLabel("Title").focus();
    await keys.type("A narrow rally");
    await page.getByLabel("Title").press("Tab");

    // Three calls; the reason is left out.
    await parts.last().focus();
    await makeCall(page, keys, { subject: "ALBRO", direction: "higher", sessions: "3", confidence: "60" });
    await makeCall(page, keys, { subject: "ALSML", direction: "lower", sessions: "5", confidence: "55" });
    await makeCall(page, keys, {
      ...{ subject: "Shipyards", direction: "ahead of", benchmark: "ALBRO", sessions: "10", confidence: "70" },
    });
    await expect(parts).toHaveCount(37);
    await expect(parts.last()).toContainText("Shipyards will outperform");

    // Out as one page that needs nothing else, and says what the screen says.
    await expect
      .poll(async () => (await page.request.get(`${server.address}/briefs.json`)).text())
      .toContain('"title": "A narrow rally"');
    await page.reload();
    await ready(page);
    await expect(page.getByText("is being asked")).toHaveCount(0);
    const id = /briefs\/([a-f0-9]{12})/.exec(home)![1]!;
    const html = await (await page.request.get(`${server.address}/briefs/${id}/export/html`)).text();
    expect(html).not.toMatch(/<script|https?:\/\/(?!www\.w3\.org)/);
    const spoken = async (of: Page) =>
      (
        await of
          .locator(".brief-reading, .brief-table td, .brief-caption, .brief-call, .brief-text, h2.brief-heading, .brief svg text")
          .allTextContents()
      )
        .map((text) => text.replace(/\s+/g, " ").trim())
        .filter((text) => text !== "");
    const file = test.info().outputPath("brief.html");
    fs.writeFileSync(file, html);
    const alone = await page.context().newPage();
    await page.context().setOffline(true);
    await alone.goto(pathToFileURL(file).href);
    await expect(alone.getByRole("heading", { level: 1 })).toHaveText("A narrow rally");
    expect(await spoken(alone)).toEqual(await spoken(page));
    expect(await alone.locator("svg").count()).toBe(await page.locator(".brief svg").count());
    await alone.close();
    await page.context().setOffline(false);

    // As an archive of text and pictures, and as JSON.
    const archive = unzipSync(
      new Uint8Array(await (await page.request.get(`${server.address}/briefs/${id}/export/markdown`)).body()),
    );
    const names = Object.keys(archive);
    const markdown = strFromU8(archive[names.find((name) => name.endsWith(".md"))!]!);
    expect(markdown).toContain("# A narrow rally");
    for (const [, picture] of markdown.matchAll(/\]\((picture-\d+\.svg)\)/g)) expect(names).toContain(picture);
    expect(strFromU8(archive["picture-01.svg"]!)).toMatch(/^<svg[^>]*>/);

    const actions = keys.pressed;
    test.info().annotations.push({ type: "actions", description: `${actions} keys and texts for the whole week` });
    expect(actions).toBeLessThan(140);

    // Five sessions later: calls have fallen due, and the next week is begun from this one's order.
    for (let session = 0; session < 5; session++) await server.deliver("close");
    await page.goto(`${server.address}/briefs/calls`);
    await ready(page);
    await expect(reading(page)).toContainText(/Of 2 calls scored|1 call is open/);
    const scored = (await (await page.request.get(`${server.address}/briefs.json`)).json()) as {
      calls: { subject: string; made: number }[];
    };
    expect(scored.calls).toHaveLength(3);
    const ledger = page.getByRole("table", { name: /Scored, 2/ });
    for (const [subject, sessions, sign] of [
      ["ALBRO", 3, 1],
      ["ALSML", 5, -1],
    ] as const) {
      const said = (await (await page.request.get(`${server.address}/data/chart?ticker=${subject}&history=30`)).json()) as {
        result: { close: number[]; name: string };
      };
      const { close, name } = said.result;
      const from = close.length - 6;
      const isRight = sign * (close[from + sessions]! - close[from]!) > 0;
      await expect(ledger.getByRole("row", { name: new RegExp(name) })).toContainText(isRight ? "right" : "wrong");
    }
    await keys.press("g", "w");
    await page.getByRole("button", { name: "Weekly review", exact: true }).focus();
    await keys.press("Enter");
    await expect(page).not.toHaveURL(new RegExp(id));
    await expect(reading(page)).toContainText(/\d+ of \d+ parts differs? from|none of \d+ parts differ/);
    await expect(reading(page)).toContainText(/Of 2 calls that fell due since/);
    await expect(page.getByRole("navigation", { name: "Parts" }).getByText("changed").first()).toBeVisible();
    await expect(page.getByText(/^Changed since/).first()).toBeVisible();
    // The first one still says what it said then.
    await page.goto(home);
    await ready(page);
    await expect(page.getByLabel("Title")).toHaveValue("A narrow rally");
  } finally {
    await server.kill();
  }
});
