import { SCREENS } from "../app/screens";
import { withTerms } from "../studies/words/terms";
import { ready } from "./main-job";
import { beginBrief, removeBrief } from "./briefed";
import { beginPlan, removePlan } from "./planned";
import { expect, test } from "./watch";

/** Every screen, and what some show of other sets and levels. */
const PLACES = [
  ...SCREENS.filter(({ id }) => id !== "files").map(({ id, path }) => (id === "chart" ? `${path}/ALBRO` : path)),
  "/rotation?set=stock&in=group:ALBIG",
  "/groups?peers=industry",
  "/seasons/windows?years=4&wins=4",
  "/chart/ALBRO?window=03-01.20",
  "/trials/weeks",
  "/trials/gates",
  "/trials/models",
  "/plans/journal",
  "/plans/accounts",
  "/plans/$plan?option=1",
  "/briefs/calls",
  "/briefs/$brief",
  "/groups?in=group:ALBIG",
];

interface Shown {
  readonly text: string;
  /** Of the paragraph, cell or heading that it stands in. */
  readonly around: string;
  readonly explained: boolean;
}

/** Words of the glossary that a screen shows, and those of them that it explains nowhere. */
function unexplained(shown: readonly Shown[]): string[] {
  const found = new Map<string, boolean>();
  for (const { text, around, explained } of shown)
    for (const { entry } of withTerms(text, around))
      if (entry) found.set(entry.name, (found.get(entry.name) ?? false) || explained);
  return [...found].filter(([, explained]) => !explained).map(([name]) => name);
}

for (const path of PLACES)
  test(`${path} explains the words of ours that it uses, where one points at them`, async ({ page, baseURL }) => {
    const origin = new URL(baseURL!).origin;
    const plan = path.includes("$plan") ? await beginPlan(page.request, origin, { ticker: "ALBRO" }) : "";
    const brief = path.includes("$brief") ? await beginBrief(page.request, origin, "Weekly review") : "";
    await page.goto(path.replace("$plan", plan).replace("$brief", brief));
    await ready(page);
    await expect(page.getByText("is being asked")).toHaveCount(0);
    const shown = await page.evaluate(() => {
      const found: Shown[] = [];
      const walker = document.createTreeWalker(document.getElementById("screen")!, NodeFilter.SHOW_TEXT);
      for (let node = walker.nextNode(); node; node = walker.nextNode()) {
        const own = node.parentElement!;
        const text = node.textContent!;
        if (text.trim() === "" || own.closest("svg, .sr-only, caption, [hidden]") || own.getClientRects().length === 0) continue;
        const block = own.closest("h1, h2, h3, p, td, th, li, dt, dd, figcaption, button, label") ?? own;
        found.push({ text, around: block.textContent, explained: own.closest("[data-term], [title]") !== null });
      }
      return found;
    });
    if (plan !== "") await removePlan(page.request, origin, plan);
    if (brief !== "") await removeBrief(page.request, origin, brief);
    expect(unexplained(shown)).toEqual([]);
  });

test("a word is explained when it is pointed at and when it has the keyboard", async ({ page }) => {
  await page.goto("/");
  await ready(page);
  const word = page.locator("h1 [data-term='timing lanes']").first();
  await word.hover();
  await expect(page.getByRole("tooltip")).toContainText("Four signals on the composite from fast to slow");
  await page.mouse.move(400, 700, { steps: 8 });
  await expect(page.getByRole("tooltip")).toHaveCount(0);
  await word.focus();
  await expect(page.getByRole("tooltip")).toContainText("Quick, Checked, Steady and Long");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("tooltip")).toHaveCount(0);
});
