// Makes docs/screenshots from the demo data: one picture of each main view at 1280x800.
import { spawn, spawnSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "./chromium.mjs";

const port = 5392;
const base = `http://127.0.0.1:${port}`;
const folder = "docs/screenshots";
const date = "2025-11-28";
const LOW_AND_GAP =
  "its close is a 10-session closing low within the last 3 sessions and it opens above the high before and its close is above its 200-session simple average";
const LOW_AND_INSIDE =
  "its close is a 10-session closing low within the last 3 sessions and it opens not above the high before and it opens not below the low before and its close is above its 200-session simple average";
/** A situation as a sentence in an address. */
function precedents(tickers, more) {
  const when = more.includes("vs=")
    ? LOW_AND_INSIDE
    : "it is the last session of the quarter and its close is above its 55-session simple average";
  return `/precedents?when=${encodeURIComponent(when)}&for=${tickers}&${more}`;
}
const CROSSING = `enter=${encodeURIComponent("its close crosses above its 50-session simple average")}&leave=${encodeURIComponent("its close crosses below its 50-session simple average")}`;
/** What is drawn on the chart of a stock: a zone and a line. */
const DRAWINGS = [
  {
    kind: "zone",
    name: "Shelf",
    points: [
      ["2026-01-12", 2.45],
      ["2026-01-12", 2.62],
    ],
  },
  {
    kind: "line",
    name: "Summer",
    points: [
      ["2026-06-05", 2.15],
      ["2026-08-13", 2.53],
    ],
  },
];
const views = [
  ["today", "/"],
  ["regime", "/regime"],
  ["breadth", "/breadth"],
  ["timing", "/timing"],
  ["groups", "/groups"],
  ["rotation", "/rotation"],
  ["fund", "/groups?in=group:HUBUT&beside=chart"],
  ["period-map", "/period-map"],
  ["seasons", "/seasons?set=sector"],
  ["seasons-windows", "/seasons/windows"],
  ["precedents", precedents("ALBRO,ALBIG,ALMED,ALSML", "beside=now&hold=10")],
  [
    "precedents-variants",
    precedents(
      "ALBRO",
      `entry=open&hold=3&vs=${encodeURIComponent(JSON.stringify({ when: LOW_AND_GAP, for: "ALBRO", entry: "open", hold: "3" }))}`,
    ),
  ],
  ["key-levels", "/key-levels?for=ALBRO"],
  ["group-stocks", `/groups?in=sector:Shipyards&asof=${date}&focus=sector:Shipyards`],
  ["chart", `/chart/ALBRO?history=1260&plot=sma_50&plot=regime&plot=rsi_14&plot=lanes&${CROSSING}`],
  ["chart-of-a-stock", `/chart/LINON?plot=ema_20&plot=ema_50&plot=volume_50&plot=stance&plot=reports`],
  ["data", "/files"],
];

/** Puts the drawings on the chart, as the screen does. */
async function draw(page) {
  await page.goto(`${base}/`);
  const day = (iso) => Date.parse(iso) / 86_400_000;
  for (const { kind, name, points } of DRAWINGS) {
    const version = {
      made: day("2026-10-01"),
      kind,
      scale: "linear",
      points: points.map(([iso, price]) => ({ day: day(iso), price })),
    };
    const drawing = JSON.stringify({ id: `shot${name.toLowerCase()}`, name, versions: [version] });
    const fields = { market: "ALDANE", subject: "LINON", drawing };
    await page.evaluate((sent) => fetch("/drawings.data", { method: "POST", body: new URLSearchParams(sent) }), fields);
  }
}

// The pictures are of a demo world of their own: a step of the feed is delivered for one of them.
const world = fs.mkdtempSync(path.join(os.tmpdir(), "yubrin-shots-"));
const server = spawn(process.execPath, ["scripts/demo.mjs"], {
  env: { ...process.env, PORT: String(port), YUBRIN_DB: path.join(world, "demo.db") },
  stdio: ["ignore", "pipe", "inherit"],
});
try {
  await new Promise((resolve, reject) => {
    server.stdout.on("data", (chunk) => String(chunk).includes(base) && resolve(undefined));
    server.on("exit", () => reject(new Error("the server did not start")));
  });
  fs.mkdirSync(folder, { recursive: true });
  const executablePath = findChromium();
  const browser = await chromium.launch({
    ...(executablePath ? { executablePath } : {}),
    args: CHROMIUM_ARGS,
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const shoot = async (name, place, below) => {
    await page.goto(base + place);
    await page.locator("html[data-ready]").waitFor({ state: "attached" });
    if (below)
      await page
        .getByText(below)
        .first()
        .evaluate((part) => {
          // Only the screen scrolls; the frame around it stays.
          const screen = part.closest("#screen");
          screen.scrollTop += part.getBoundingClientRect().top - screen.getBoundingClientRect().top - 14;
        });
    await page.waitForTimeout(1200);
    await page.screenshot({ path: path.join(folder, `${name}.png`) });
    console.log(`${name}.png`);
  };
  await draw(page);
  for (const [name, place, below] of views) await shoot(name, place, below);
  await page.getByRole("button", { name: "Lamp theme (dark)" }).click();
  await page.locator("html.lamp").waitFor({ state: "attached" });
  await shoot("today-lamp", "/");
  await page.getByRole("button", { name: "Paper theme (light)" }).click();
  await page.locator("html:not(.lamp)").waitFor({ state: "attached" });
  await page.getByRole("button", { name: "Feed", exact: true }).click();
  await page.getByRole("button", { name: "One step" }).click();
  await page.getByText("is in progress (1 of 4)").waitFor();
  await page.keyboard.press("Escape");
  await shoot("timing-in-progress", "/timing");
  await browser.close();
} finally {
  server.kill();
  fs.rmSync(world, { recursive: true, force: true });
}
if (spawnSync("git", ["--version"]).status === 0) spawnSync("git", ["status", "--short", folder], { stdio: "inherit" });
