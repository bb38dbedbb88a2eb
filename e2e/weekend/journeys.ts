import type { Page } from "@playwright/test";
import { reading, rows } from "../main-job";
import { expect } from "../watch";
import type { Hand } from "./hand";

/* Whole evenings and weekends of work, each a deed after another. */

export interface Journey {
  readonly name: string;
  readonly run: (hand: Hand) => Promise<void>;
}

const clauseField = (page: Page) => page.getByRole("combobox", { name: "Add a clause" });
const drawn = (page: Page) => expect(page.locator("[data-drawn=true] canvas").first()).toBeVisible();

/** Prices of a stock as another program saved them: semicolons, decimal commas, the day first. */
function pricesOf(k: number): { readonly name: string; readonly mimeType: string; readonly buffer: Buffer } {
  const comma = (x: number) => x.toFixed(2).replace(".", ",");
  const lines = ["Date;Open;High;Low;Close;Volume"];
  for (let day = 18_996, close = 20 + k; lines.length < 420; day++) {
    const date = new Date(day * 86_400_000);
    if (date.getUTCDay() % 6 === 0) continue;
    close *= 1 + 0.02 * Math.sin(lines.length * (0.05 + 0.01 * k));
    const text = date.toISOString().slice(0, 10).split("-").reverse().join(".");
    lines.push([text, comma(close), comma(1.01 * close), comma(0.99 * close), comma(close), String(10_000 + 10 * k)].join(";"));
  }
  return { name: `OWN${String.fromCharCode(65 + k)}.csv`, mimeType: "text/csv", buffer: Buffer.from(lines.join("\n")) };
}

/** On a database that holds nothing. */
export const OWN_DATA: Journey = {
  name: "own data from nothing to who leads among them",
  async run(hand) {
    const { page } = hand;
    await hand.goTo("Data");
    const chooser = page.waitForEvent("filechooser");
    await hand.press(page.locator("input[type=file][name=files]"));
    await (await chooser).setFiles(Array.from({ length: 9 }, (_, k) => pricesOf(k)));
    await hand.press(page.getByRole("button", { name: /^Look at/ }));
    await expect(reading(page)).toContainText("9 instruments are new");
    await hand.press(page.getByRole("button", { name: "Import", exact: true }));
    await expect(page.getByRole("heading", { name: "Imported." })).toBeVisible({ timeout: 60_000 });
    await hand.goTo("Breadth");
    await expect(reading(page)).toContainText(/of the 9 members/);
    await hand.goTo("Period map");
    await hand.openRow(rows(page, "Members by change").first());
    await drawn(page);
  },
};

export const JOURNEYS: readonly Journey[] = [
  {
    name: "who held up in the last decline, as a list and one of them on a chart",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Period map");
      await expect(page.getByRole("button", { name: "Period" })).toContainText(/decline of \d+ session/);
      await hand.press(page.getByRole("button", { name: "best 20" }));
      await expect(page.getByText("20 stocks chosen.")).toBeVisible();
      await hand.type(page.getByLabel("Name of the list"), `Held up by ${hand.way}`);
      await expect(page.getByRole("list", { name: "Lists" }).getByRole("link", { name: `Held up by ${hand.way}` })).toBeVisible();
      await hand.openRow(rows(page, "Members by change").first());
      await drawn(page);
    },
  },
  {
    name: "from consistent months of sectors to the stocks of one",
    async run(hand) {
      const { page } = hand;
      const table = page.getByRole("table", { name: "Consistency of the members" }).locator("tbody tr[tabindex]");
      await hand.goTo("Seasons");
      await expect(reading(page)).toContainText(/rose in \d+ of \d+ years|None of/);
      await hand.openRow(table.first());
      await expect(page).toHaveURL(/set=industry&in=sector/);
      await hand.openRow(table.first());
      await expect(page).toHaveURL(/set=stock&in=industry/);
      await hand.openRow(table.first());
      await expect(page).toHaveURL(/\/chart\//);
      await drawn(page);
    },
  },
  {
    name: "a date window to a printed plan with an option",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Seasons");
      await hand.choose(/^View:/, "Windows");
      await expect(page).toHaveURL(/seasons\/windows/);
      const window = rows(page, "Windows").first();
      await expect(window).toBeVisible({ timeout: 60_000 });
      if (hand.way === "mouse") await window.click();
      else await hand.reach(window);
      await hand.key("b");
      await expect(page).toHaveURL(/\/plans\/[a-f0-9]{12}/);
      await hand.press(page.getByRole("button", { name: "Choose one" }));
      const chain = page.getByRole("region", { name: "Option chain" });
      await hand.press(chain.getByRole("button", { name: /^Take the/ }));
      await expect(page.getByRole("region", { name: "Option", exact: true })).toContainText("delta");
      await hand.press(page.getByRole("link", { name: "print a page" }));
      await expect(page.getByRole("article")).toContainText("Instead, an option (simulated)");
      const pdf = (await page.pdf({ preferCSSPageSize: true })).toString("latin1");
      expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
    },
  },
  {
    name: "the last session of the quarter, on four indexes",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Precedents");
      await hand.say(clauseField(page), "last session of the quarter");
      await hand.press(page.getByRole("button", { name: /^For:/ }));
      await hand.type(page.getByLabel("Tickers, with commas between"), "ALBRO, ALBIG, ALMED, ALSML");
      await expect(reading(page)).toContainText(/won in .*95% interval.*against \d+% of all sessions/);
      await expect(page.getByRole("table", { name: "Record of each instrument" })).toContainText("Aldane small");
      await hand.openRow(rows(page, "Occurrences").first());
      await expect(page).toHaveURL(/\/chart\/AL.*asof=\d{4}-\d{2}-\d{2}/);
    },
  },
  {
    name: "the weekend review by its routine",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Briefs");
      await hand.press(page.getByRole("button", { name: "Wednesday look", exact: true }));
      await expect(page).toHaveURL(/\/briefs\/[a-f0-9]{12}/);
      await expect(reading(page)).toContainText(/None of \d+ screens were seen/);
      await hand.press(page.getByRole("button", { name: /Go through its screens/ }));
      const line = page.getByRole("navigation", { name: "Routine" });
      const stops = 4;
      const shown = () => page.evaluate(() => document.documentElement.dataset["shown"]);
      let left: string | undefined;
      for (let stop = 1; stop <= stops; stop++) {
        await expect.poll(shown).not.toBe(left);
        left = await shown();
        await expect(line).toContainText(`${stop} of ${stops}`);
        // A screen that is left before it has come counts as not seen.
        await expect(page).not.toHaveURL(/\/briefs\/[a-f0-9]{12}/);
        await expect(page.locator("main")).toHaveAttribute("aria-busy", "false");
        await expect(page.locator("[data-pin-main]")).toBeAttached();
        if (hand.way === "mouse") await hand.press(line.getByRole("button").first());
        else await hand.key("n");
      }
      await expect(reading(page)).toContainText(`All ${stops} screens were seen`);
      await hand.type(page.getByLabel("Title"), `Midweek by ${hand.way}`, false);
      await page.keyboard.press("Tab");
      await hand.goTo("Briefs");
      await expect(page.getByRole("link", { name: `Midweek by ${hand.way}` })).toBeVisible();
    },
  },
  {
    name: "a scan to a live list and a painted strategy",
    async run(hand) {
      const { page } = hand;
      const name = `Risers by ${hand.way}`;
      await hand.goTo("Screen");
      await hand.say(clauseField(page), "up 5% in 66 sessions");
      await hand.say(clauseField(page), "above 50 average");
      await expect(reading(page)).toContainText(/ of \d+ stocks in .* pass/);
      await hand.type(page.getByLabel("Name of the list"), name, false);
      await hand.press(page.getByRole("button", { name: "Save as a live list" }));
      await expect(page.getByRole("status").filter({ hasText: "It is saved." })).toBeVisible();
      await hand.goTo("Lists");
      await hand.openRow(page.getByRole("row", { name: new RegExp(name) }).first());
      await expect(page).toHaveURL(/open=/);
      await hand.goTo("Groups");
      await hand.openRow(rows(page, "Groups by strength").first());
      await hand.openRow(rows(page, "Stocks by strength").first());
      const strategy = page.getByRole("region", { name: "Strategy" });
      await hand.say(clauseField(page).first(), "crosses above 20 average");
      await expect(page).toHaveURL(/enter=/);
      await hand.say(strategy.getByRole("combobox", { name: "Add a clause" }).last(), "crosses below 20 average");
      await expect(strategy.getByText(/Fully invested it made .* holding made /)).toBeVisible();
    },
  },
  {
    name: "re-entries by three scans, and whom one of them bought",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Trials");
      await expect(reading(page)).toContainText(/^Bought after each of \d+ re-entr/);
      const table = page.getByRole("table", { name: /^Scans by episodes/ });
      await expect(table.locator("tbody tr")).toHaveCount(3);
      await hand.press(table.locator("button[data-cell][tabindex='0']"));
      await expect(page).toHaveURL(/cell=/);
      const bought = page.getByRole("table", { name: /^Bought by/ });
      await expect(bought).toBeVisible();
      await hand.openRow(bought.locator("tr[data-row]").last());
      await expect(page).toHaveURL(/\/chart\//);
    },
  },
  {
    name: "how many members are above five averages, at three dates",
    async run(hand) {
      const { page } = hand;
      const said: string[] = [];
      await hand.goTo("Breadth");
      for (const date of ["2026-10-16", "2026-04-15", "2025-10-15"]) {
        await hand.type(page.getByLabel("As-of date, year-month-day"), date);
        await expect(page.getByRole("table", { name: "Share of members" })).toContainText(/\d+ \/ \d+/);
        await expect.poll(async () => said.includes(await reading(page).innerText())).toBe(false);
        said.push(await reading(page).innerText());
      }
      expect(new Set(said).size).toBe(3);
    },
  },
  {
    name: "a bounce with an opening: the situation, then the other opening beside it",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Precedents");
      await hand.say(clauseField(page), "new 10 session closing low");
      await hand.say(clauseField(page), "gap up");
      await hand.choose(/^Entry:/, "at the open");
      await expect(reading(page)).toContainText(/won in|never held|No session/);
      const clauses = page.getByRole("list", { name: "Clauses of the situation" }).getByRole("listitem");
      await hand.press(clauses.nth(1).getByRole("button", { expanded: false }).first());
      await hand.press(page.getByRole("button", { name: "switch off" }));
      await expect(clauses.nth(1)).toContainText("off; with it");
      await expect(reading(page)).toContainText(/won in/);
    },
  },
  {
    name: "commodities down to one with a monthly base",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Rotation");
      await hand.choose(/^Set:/, "asset classes");
      const ribbon = page.getByRole("table", { name: /Phases by week/ });
      await hand.press(ribbon.getByRole("link", { name: "Commodity index" }));
      await expect(reading(page)).toContainText("Of the 5 commodity families");
      await hand.press(ribbon.getByRole("link").first());
      await expect(reading(page)).toContainText("commodities of");
      await hand.press(ribbon.getByRole("link").first());
      await expect(page).toHaveURL(/\/chart\/K/);
      if (hand.way === "mouse") await hand.choose(/^Sampling:/, "Monthly");
      else await hand.key("Shift+M");
      await expect(page).toHaveURL(/sampling=monthly/);
      await drawn(page);
    },
  },
  {
    name: "world indexes against an index and against nothing; currencies; a pair",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Rotation");
      await hand.choose(/^Set:/, "world indexes");
      await expect(reading(page)).toContainText(/Of the \d+ world indexes/);
      await hand.press(page.getByRole("link", { name: "beside a flat line" }));
      await expect(page.getByRole("img", { name: /^Against a flat line/ })).toBeVisible();
      await hand.choose(/^Set:/, "currencies");
      await expect(reading(page)).toContainText(/Of the \d+ currencies/);
      await expect(page.getByRole("img", { name: /^Ratio of .* to / })).toBeVisible();
      await hand.press(
        page
          .getByRole("table", { name: /Phases by week/ })
          .getByRole("link")
          .first(),
      );
      await expect(page).toHaveURL(/\/chart\//);
      await drawn(page);
    },
  },
  {
    name: "from a theme to its weakest holding",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Groups");
      await hand.choose(/^Peer set:/, "funds");
      await hand.openRow(rows(page, "Groups by strength").filter({ hasText: "Longer lives" }).first());
      await expect(page.getByRole("navigation", { name: "Level" })).toContainText("Longer lives");
      const holdings = page.getByRole("table", { name: "Holdings by strength" });
      await hand.press(holdings.getByRole("columnheader", { name: /rank/ }).getByRole("link"));
      await hand.openRow(rows(page, "Holdings by strength").first());
      await expect(page).toHaveURL(/\/chart\//);
      await drawn(page);
      await hand.back();
      await expect(holdings).toBeVisible();
    },
  },
  {
    name: "favoured funds from five successive sessions, saved as a trial",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Trials");
      await hand.press(page.getByRole("button", { name: /^Scans: add/ }));
      await hand.press(page.getByRole("button", { name: "Favoured funds" }));
      const table = page.getByRole("table", { name: /^Scans by episodes/ });
      await expect(table.locator("tbody tr")).toHaveCount(4);
      await hand.press(page.getByRole("button", { name: "Take out The weakest" }));
      await expect(table.locator("tbody tr")).toHaveCount(3);
      await hand.press(page.getByRole("button", { name: /^Moments/ }));
      await hand.type(page.getByLabel("First session"), "2026-03-16", false);
      await hand.press(page.getByRole("button", { name: "take", exact: true }));
      await expect(reading(page)).toContainText(/Bought after each of 5 successive sessions/);
      await hand.press(page.getByRole("button", { name: "save this trial…" }));
      await hand.type(page.getByLabel("name", { exact: true }), `Funds by ${hand.way}`, false);
      await hand.press(page.getByRole("button", { name: "Save", exact: true }));
      await expect(page.getByRole("region", { name: "Saved trials" })).toContainText(`Funds by ${hand.way}`);
    },
  },
  {
    name: "both markets' timing through a session in progress, with a trend line and open positions",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Timing");
      await hand.press(page.getByRole("button", { name: /^Feed/ }));
      await hand.press(page.getByRole("button", { name: "One step" }));
      await expect(page.getByText("provisional").first()).toBeVisible();
      const markets = page.getByRole("table", { name: "All markets side by side" });
      await hand.press(markets.getByRole("link", { name: "Corvany" }));
      await expect(page).toHaveURL(/market=CORVANY/);
      await hand.press(markets.getByRole("link", { name: "Aldane" }));
      await hand.goTo("Plans");
      await expect(reading(page)).toContainText(/position/);
      await hand.openRow(page.locator("tr[data-plan]").first());
      await expect(page).toHaveURL(/\/plans\//);
      await hand.open("/chart/ALBRO?plot=none");
      await hand.key("a");
      await page.keyboard.type("line");
      await expect(page.getByRole("option").first()).toBeVisible();
      await page.keyboard.press("Enter");
      const layer = page.getByRole("application", { name: "Placing a line" });
      await expect(layer).toBeVisible();
      if (hand.way === "mouse") {
        const box = (await layer.boundingBox())!;
        await page.mouse.click(box.x + 0.3 * box.width, box.y + 0.6 * box.height);
        await page.mouse.click(box.x + 0.6 * box.width, box.y + 0.5 * box.height);
      } else for (const key of ["ArrowLeft", "ArrowLeft", "Enter", "ArrowRight", "Enter"]) await hand.key(key);
      await expect(page.getByRole("button", { name: /^Line 1: / })).toBeVisible();
      await hand.key("ControlOrMeta+z");
      await hand.press(page.getByRole("button", { name: /^Feed/ }));
      await hand.press(page.getByRole("button", { name: "Deliver its close" }));
      await expect(page.getByText("provisional")).toHaveCount(0);
    },
  },
  {
    name: "next week's review: what changed since, and how the calls came out",
    async run(hand) {
      const { page } = hand;
      await hand.goTo("Briefs");
      await hand.press(page.getByRole("link", { name: "Halves until more take part" }));
      await hand.press(page.getByRole("button", { name: /Begin the next one/ }));
      await expect(page).toHaveURL(/\/briefs\/[a-f0-9]{12}/);
      await expect(page.getByText(/changed|as before/i).first()).toBeVisible();
      await hand.goTo("Briefs");
      await hand.choose(/^View:/, "The ledger of calls");
      await expect(reading(page)).toContainText(/Of \d+ calls scored/);
    },
  },
];
