import type { Page } from "@playwright/test";
import { ready, reading } from "./main-job";
import { expect, test } from "./watch";

/* Had I done this, what would have come of it: scans at moments and week by week, gates, and a model of the leaders. */

interface Averages {
  readonly n: number;
  readonly net: number;
  readonly beyond: number;
}
interface Told {
  readonly rows: readonly {
    readonly name: string;
    readonly averages: Averages;
    readonly cells: readonly { readonly net: number; readonly bought: number }[];
  }[];
  readonly episodes: readonly { readonly day: number }[];
}

const isoOf = (day: number) => new Date(day * 86_400_000).toISOString().slice(0, 10);
/** A fraction as it stands in a table. */
const signed = (x: number, decimals = 1) => {
  const text = Math.abs(100 * x).toFixed(decimals);
  return `${Number(text) === 0 ? "" : x < 0 ? "−" : "+"}${text}%`;
};

async function toldBy<T>(page: Page, study: string): Promise<T> {
  const { search } = new URL(page.url());
  const twin = await page.request.get(`/data/${study}${search}`);
  return ((await twin.json()) as { result: T }).result;
}

test("by keyboard: three scans at the first re-entry after each wash-out, held 10 sessions, with the averages and one cell's losers", async ({
  page,
}) => {
  await page.goto("/");
  await ready(page);
  await page.keyboard.press("g");
  await page.keyboard.press("y");
  await expect(reading(page)).toContainText(/^Bought after each of \d+ re-entries and held 10 sessions, the top 10 of /);
  const told = await toldBy<Told>(page, "trials");
  const table = page.getByRole("table", { name: /^Scans by episodes/ });
  await expect(table.locator("tbody tr")).toHaveCount(3);
  for (const [k, row] of told.rows.entries()) {
    const line = table.locator("tbody tr").nth(k);
    await expect(line.getByRole("rowheader")).toContainText(row.name);
    await expect(line.locator("td").nth(-6)).toHaveText(signed(row.averages.net));
    await expect(line.locator("td").nth(-3)).toHaveText(signed(row.averages.beyond));
  }
  // Arrows go on beyond what is in view, and the keyboard stays in the table.
  await table.locator("button[data-cell][tabindex='0']").focus();
  for (let k = 1; k < told.episodes.length; k++) {
    await page.keyboard.press("ArrowLeft");
    const day = isoOf(told.episodes.at(-1 - k)!.day);
    await expect(page.locator(`button[data-cell$='.${day}']:focus`)).toBeVisible();
  }
  // From a date on: only the episodes after it are left.
  await page.getByRole("button", { name: /^Since/ }).focus();
  await page.keyboard.press("Enter");
  const middle = isoOf(told.episodes[Math.floor(told.episodes.length / 2)]!.day);
  await page.getByLabel(/^A date, at the latest/).fill(middle);
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(new RegExp(`from=${middle}`));
  const later = await toldBy<Told>(page, "trials");
  expect(later.episodes.length).toBeLessThan(told.episodes.length);
  await expect(reading(page)).toContainText(`each of ${later.episodes.length} re-entries since`);
  // Into the table, where the scan stands that the reading speaks of; from the top one to the left and one down.
  await table.locator("button[data-cell][tabindex='0']").focus();
  for (const key of ["Home", "End", "ArrowUp", "ArrowUp", "ArrowLeft", "ArrowDown", "Enter"]) await page.keyboard.press(key);
  await expect(page).toHaveURL(/cell=1\./);
  const day = new URL(page.url()).searchParams.get("cell")!.slice(2);
  const k = later.episodes.findIndex((e) => isoOf(e.day) === day);
  const bought = page.getByRole("table", { name: `Bought by ${later.rows[1]!.name}` });
  await expect(bought.locator("tr[data-row]")).toHaveCount(later.rows[1]!.cells[k]!.bought);
  await expect(page.getByRole("region", { name: "Whom it bought" })).toContainText(signed(later.rows[1]!.cells[k]!.net));
  // The losers stand at the end.
  const last = bought.locator("tr[data-row]").last();
  await expect(last).toContainText("−");
  await last.focus();
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/chart\//);
  await page.keyboard.press("Backspace");
  await expect(bought).toBeVisible();
});

test("favoured funds from five successive sessions after a low, against the index; the trial is saved, and asked again at another date", async ({
  page,
}) => {
  await page.goto("/trials");
  await ready(page);
  const { episodes } = await toldBy<Told>(page, "trials");
  const low = isoOf(episodes.at(-2)!.day);
  await page.getByRole("button", { name: /^Scans: add/ }).click();
  await page.getByRole("button", { name: "Favoured funds" }).click();
  await expect(page.getByRole("table", { name: /^Scans by episodes/ }).locator("tbody tr")).toHaveCount(4);
  for (const name of ["The strongest", "The weakest", "Favoured stocks"])
    await page.getByRole("button", { name: `Take out ${name}` }).click();
  await expect(page.getByRole("table", { name: /^Scans by episodes/ }).locator("tbody tr")).toHaveCount(1);
  await page.getByRole("button", { name: /^Moments/ }).click();
  await page.getByLabel("First session").fill(low);
  await page.getByRole("button", { name: "take" }).click();
  await expect(reading(page)).toContainText(/Bought after each of 5 successive sessions from .* the top 10 of “Favoured funds”/);
  const told = await toldBy<Told>(page, "trials");
  expect(told.episodes.map((e) => isoOf(e.day))[0]).toBe(low);
  expect(told.rows[0]!.averages.n).toBe(5);

  await page.getByRole("button", { name: "save this trial…" }).click();
  await page.getByLabel("name", { exact: true }).fill("Funds after the low");
  await page.getByLabel("why it exists, and how it is to be used").fill("Do favoured funds come back first?");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  const saved = page.getByRole("region", { name: "Saved trials" });
  await expect(saved.getByRole("row", { name: /Funds after the low/ })).toContainText("5 successive sessions");
  // At the date of the low itself nothing is over yet.
  await page.goto(`/trials/weeks?asof=${low}`);
  await ready(page);
  await saved.getByRole("link", { name: "Funds after the low" }).click();
  await expect(reading(page)).toContainText("none has a purchase that is over");
  await expect(page).toHaveURL(new RegExp(`asof=${low}`));
  await saved.getByRole("button", { name: "Delete the trial Funds after the low" }).click();
  await saved.getByRole("button", { name: "Put it back" }).click();
  await expect(saved.getByRole("link", { name: "Funds after the low" })).toBeVisible();
  await saved.getByRole("button", { name: "Delete the trial Funds after the low" }).click();
  await expect(saved.getByRole("link", { name: "Funds after the low" })).toHaveCount(0);
});

test("a scan week by week: both figures with their intervals, by year and by regime", async ({ page }) => {
  await page.goto("/trials/weeks");
  await ready(page);
  const told = await toldBy<{
    records: Record<"excess" | "beyond", { weeks: number; mean: number }>;
    regimes: { name: string }[];
  }>(page, "walk-forward");
  await expect(reading(page)).toContainText(`each of ${told.records.excess.weeks.toLocaleString("en-GB")} weeks`);
  await expect(reading(page)).toContainText(
    `Against all members at the same moments, before cost, it was ${signed(told.records.beyond.mean, 2)}`,
  );
  const regimes = page.getByRole("table", { name: "By the regime at the selection" });
  await expect(regimes.locator("tbody tr")).toHaveCount(1 + told.regimes.length);
  await page.getByRole("button", { name: "Held: 10 sessions" }).click();
  await page.getByRole("menuitemradio", { name: "21 sessions" }).click();
  await expect(reading(page)).toContainText("held 21 sessions");
  // From a scan on Screen to what it would have made.
  await page.goto(`/screen?when=${encodeURIComponent("its close is above its 50-session simple average")}`);
  await ready(page);
  await page.getByRole("link", { name: "what buying it would have made…" }).click();
  await expect(reading(page)).toContainText("“This scan”");
});

test("what each gate adds: the gates as they are, in another order, one taken out, and one of one's own", async ({ page }) => {
  await page.goto("/trials/gates");
  await ready(page);
  const gates = page.getByRole("region", { name: "Gates" });
  await expect(gates.getByRole("listitem")).toHaveCount(4);
  // Ten years of months are more than this market has: without that gate the weeks begin.
  await gates.getByRole("button", { name: "Take out gate 4" }).click();
  await expect(gates.getByRole("listitem")).toHaveCount(3);
  const table = page.getByRole("table", { name: /^What each gate adds/ });
  await expect(table.locator("tbody tr[class*='h-']")).toHaveCount(6);
  await expect(table.getByRole("rowheader", { name: "No gate" })).toBeVisible();
  const told = await toldBy<{ rows: { kind: string; adds?: { mean: number } }[] }>(page, "gates");
  expect(told.rows.map((r) => r.kind)).toEqual(["none", "alone", "alone", "alone", "in order", "in order"]);
  await expect(reading(page)).toContainText(/^Going through all 3 gates made [+−]?\d/);
  await gates.getByRole("button", { name: "Gate 1 later" }).click();
  await expect(gates.getByRole("listitem").nth(1)).toContainText("regime is not Falling");
  await gates.getByRole("button", { name: /^Add a gate/ }).click();
  await page.getByRole("button", { name: "clauses of your own about the stock itself" }).click();
  await page.locator("[data-add-clause]").fill("above 50 average");
  await page.keyboard.press("Enter");
  await expect(gates.getByRole("listitem").nth(3)).toContainText("50-session simple average");
  await expect(table.locator("tbody tr[class*='h-']")).toHaveCount(8);
  await page.goBack();
  await page.goBack();
  await expect(gates.getByRole("listitem")).toHaveCount(3);
});

test("a model of the regions: what it holds, what would change now, and when it is due", async ({ page }) => {
  await page.goto("/trials/models");
  await ready(page);
  await page.getByRole("button", { name: "Set: stocks" }).click();
  await page.getByRole("menuitemradio", { name: "regions" }).click();
  await page.getByRole("button", { name: "How many: 5" }).click();
  await page.getByRole("menuitemradio", { name: "2", exact: true }).click();
  await expect(page).toHaveURL(/slots=2/);
  const told = await toldBy<{ holdings: { name: string; stands: string }[]; ribbon: unknown[]; isDue: boolean }>(
    page,
    "rebalanced-model",
  );
  const holdings = page.getByRole("table", { name: "Holdings" }).locator("tr[data-row]");
  await expect(holdings).toHaveCount(told.holdings.length);
  const words: Record<string, string> = { stays: "stays", goes: "would go", comes: "would come" };
  for (const { name, stands } of told.holdings) await expect(holdings.filter({ hasText: name })).toContainText(words[stands]!);
  await expect(reading(page)).toContainText(/^It holds /);
  await expect(page.getByRole("region", { name: "Holdings through time" }).getByRole("listitem")).toHaveCount(told.ribbon.length);
  // Saved, it is on Today at the end of a month, and not on the day before.
  await page.getByRole("button", { name: "save this trial…" }).click();
  await page.getByLabel("name", { exact: true }).fill("Two regions");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("region", { name: "Saved trials" }).getByRole("link", { name: "Two regions" })).toBeVisible();
  await page.goto("/?asof=2021-11-30");
  await ready(page);
  const due = page.getByRole("region", { name: "Rebalanced at the next open" });
  await expect(due).toContainText("Two regions");
  await due.getByRole("link", { name: "Two regions" }).click();
  await expect(page.getByRole("columnheader", { name: /at the next open/ })).toBeVisible();
  await page.goto("/?asof=2021-11-29");
  await ready(page);
  await expect(due).toHaveCount(0);
  // A name that is taken is refused, and what was typed stays.
  await page.goto("/trials/models");
  await ready(page);
  await page.getByRole("button", { name: "save this trial…" }).click();
  await page.getByLabel("name", { exact: true }).fill("Two regions");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("form", { name: "Save the trial" }).getByRole("alert")).toContainText("already");
  await expect(page.getByLabel("name", { exact: true })).toHaveValue("Two regions");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Delete the trial Two regions" }).click();
  await expect(page.getByRole("region", { name: "Saved trials" }).getByRole("link", { name: "Two regions" })).toHaveCount(0);
});
