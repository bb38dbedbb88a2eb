import type { Page } from "@playwright/test";
import { layoutFaults } from "./layout-faults";
import { reading, ready } from "./main-job";
import { beginPlan, removePlan } from "./planned";
import { beginBrief, removeBrief } from "./briefed";
import { addressOf, type ServerName } from "./servers";
import { expect, test } from "./watch";

/* Every screen, in both themes, at four sizes, at the latest and at an early date, on the demo and on bars alone. */

const SIZES = [
  { width: 1280, height: 800 },
  { width: 1024, height: 800 },
  { width: 1920, height: 1080 },
  // 1280 wide, read at 150%.
  { width: 853, height: 533 },
];
const SCREENS = [
  ["/", "/regime", "/breadth", "/timing"],
  ["/rotation", "/rotation?set=stock&in=market:", "/rotation?set=world&beside=flat", "/period-map"],
  ["/groups", "/groups?peers=industry", "/groups?peers=fund", "/groups?peers=world", "/groups?peers=commodity"],
  ["/groups?in=$group", "/groups?in=$fund&beside=chart", "/chart", "/chart/$stock", "/files"],
  [
    "/seasons?years=3",
    "/seasons?years=3&set=stock&period=session",
    "/seasons/windows?years=3&wins=3",
    "/chart/$stock?window=03-01.20",
  ],
  [
    "/trials",
    "/trials/weeks",
    "/trials/gates?gate=%7B%22level%22%3A%22market%22%2C%22when%22%3A%7B%22all%22%3A%5B%5D%7D%7D",
    "/trials/models",
  ],
  ["/plans", "/plans/$plan", "/plans/$plan?option=1", "/plans/$plan/page", "/plans/journal", "/plans/accounts"],
  ["/briefs", "/briefs/calls", "/briefs/$brief"],
];
const ON: Readonly<Record<"made" | "bars", { readonly early: string; readonly group: string; readonly fund: string }>> = {
  made: { early: "2021-03-10", group: "sector:Shipyards", fund: "group:HUBUT" },
  bars: { early: "2022-12-14", group: "market:", fund: "market:" },
};

async function faultsAt(page: Page, path: string): Promise<string[]> {
  const found: string[] = [];
  await page.goto(path);
  await ready(page);
  await expect(page.locator("[data-drawn=false]")).toHaveCount(0);
  await expect(page.getByText("is being asked")).toHaveCount(0);
  for (const theme of ["paper", "lamp"]) {
    await page.evaluate((lamp) => document.documentElement.classList.toggle("lamp", lamp), theme === "lamp");
    for (const size of theme === "paper" ? SIZES : SIZES.slice(0, 1)) {
      await page.setViewportSize(size);
      // Until what follows the size (columns, charts) has settled.
      let faults = await layoutFaults(page);
      for (let tries = 0; tries < 12 && faults.length > 0; tries++) {
        await page.waitForTimeout(120);
        faults = await layoutFaults(page);
      }
      found.push(...faults.map((fault) => `${path} ${theme} ${size.width}: ${fault}`));
    }
    await page.setViewportSize(SIZES[0]!);
  }
  return found;
}

for (const server of ["made", "bars"] as const satisfies readonly ServerName[]) {
  for (const [part, screens] of SCREENS.entries()) {
    test(`the layout holds on ${server === "made" ? "the demo" : "bars alone"}, part ${part + 1}`, async ({ page, request }) => {
      test.slow();
      const { early, group, fund } = ON[server];
      const said = (await (await request.get(`${addressOf(server)}/data/members`)).json()) as {
        result: { rows: { ticker: string }[] };
      };
      const stock = said.result.rows[0]!.ticker;
      const found: string[] = [];
      const isOfPlans = screens.some((screen) => screen.includes("$plan"));
      const then = (await (await request.get(`${addressOf(server)}/data/members?asof=${early}`)).json()) as typeof said;
      const planned = { ticker: then.result.rows[0]!.ticker, here: `?asof=${early}` };
      const plan = isOfPlans ? await beginPlan(request, addressOf(server), planned) : "";
      const isOfBriefs = screens.some((screen) => screen.includes("$brief"));
      const brief = isOfBriefs ? await beginBrief(request, addressOf(server), "Weekly review") : "";
      for (const screen of screens) {
        const path = screen
          .replace("$group", group)
          .replace("$fund", fund)
          .replace("$stock", stock)
          .replace("$plan", plan)
          .replace("$brief", brief);
        for (const date of ["", early])
          found.push(
            ...(await faultsAt(page, `${addressOf(server)}${path}${date && `${path.includes("?") ? "&" : "?"}asof=${date}`}`)),
          );
      }
      if (isOfPlans) await removePlan(request, addressOf(server), plan);
      if (isOfBriefs) await removeBrief(request, addressOf(server), brief);
      expect(found).toEqual([]);
    });
  }
}

test("the layout check finds what it is for", async ({ page }) => {
  await page.goto("/breadth");
  await ready(page);
  expect(await layoutFaults(page)).toEqual([]);
  const faultsOf = async (html: string, where = "#screen") => {
    await page.evaluate(
      ([text, place]) => {
        const box = document.createElement("div");
        box.id = "planted";
        box.innerHTML = text!;
        document.querySelector(place!)!.append(box);
        if (place !== "body") box.scrollIntoView();
      },
      [html, where],
    );
    const found = await layoutFaults(page);
    await page.evaluate(() => {
      document.querySelector("#planted")!.remove();
    });
    return found.join("\n");
  };
  expect(await faultsOf('<p style="position:absolute;top:3000px">far below</p>', "body")).toContain("the document scrolls");
  expect(await faultsOf('<p style="width:60px;overflow:hidden;white-space:nowrap">much longer than its box</p>')).toContain(
    "cut without a sign: much longer",
  );
  expect(await faultsOf('<div style="width:90px;overflow-x:auto"><p style="width:300px">wide</p></div>')).toContain(
    "cut at the right",
  );
  expect(
    await faultsOf('<svg width="90" height="30"><text x="5" y="15">one label</text><text x="20" y="18">another</text></svg>'),
  ).toContain("labels lie on each other");
  expect(
    await faultsOf('<button style="width:12px;height:12px">a</button><button style="width:12px;height:12px">b</button>'),
  ).toContain("too small to press");
});

test("the wheel over the frame moves nothing", async ({ page }) => {
  for (const path of ["/", "/regime", "/breadth", "/timing", "/rotation", "/period-map"]) {
    await page.goto(path);
    await ready(page);
    await page.mouse.move(60, 500);
    await page.mouse.wheel(0, 2000);
    await page.mouse.move(700, 30);
    await page.mouse.wheel(0, 2000);
    await page.keyboard.press("End");
    expect(
      await page.evaluate(() => [scrollY, document.body.scrollTop, document.querySelector("header")!.getBoundingClientRect().y]),
    ).toEqual([0, 0, 0]);
  }
});

test("a database of bars alone shows what it can and says what is missing and where to bring it", async ({ page }) => {
  const bars = addressOf("bars");
  await page.goto(`${bars}/chart`);
  await expect(page).toHaveURL(/\/chart\/market/);
  await expect(reading(page)).toContainText("Home market composite closed at");
  await page.goto(`${bars}/regime`);
  await expect(page.getByRole("note")).toContainText("Home market has no broad index with highs and lows");
  await expect(page.getByRole("main")).toContainText("there are no swings and no leg to place");
  for (const path of ["/", "/rotation"]) {
    await page.goto(bars + path);
    await expect(page.getByRole("note")).toContainText("no sectors and industries");
    await expect(page.getByRole("note").getByRole("link", { name: "Bring it on Data" })).toHaveAttribute("href", /files/);
  }
  await page.goto(`${bars}/rotation`);
  await ready(page);
  await page.getByRole("link", { name: "the stocks of Home market" }).click();
  await expect(reading(page)).toContainText(/Of the \d+ stocks of .* stands highest against/);
  await page.goto(`${bars}/breadth`);
  await expect(reading(page)).toContainText(/% of the \d+ members close above/);
});
