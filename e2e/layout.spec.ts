import { layoutFaults } from "./layout-faults";
import { reading, ready } from "./main-job";
import { addressOf } from "./servers";
import { expect, test } from "./watch";

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
