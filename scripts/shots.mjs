// Makes docs/screenshots from the demo data: one picture of each main view at 1280x800.
import { spawn, spawnSync } from "node:child_process";
import fs from "node:fs";
import path from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "./chromium.mjs";

const port = 5392;
const base = `http://127.0.0.1:${port}`;
const folder = "docs/screenshots";
const date = "2025-11-28";
const views = [
  ["today", "/"],
  ["breadth", "/breadth"],
  ["groups", "/groups"],
  ["group-stocks", `/groups?in=sector:Shipyards&asof=${date}&focus=sector:Shipyards`],
  ["chart", `/chart/ALBRO?history=504`],
  ["chart-of-a-stock", `/chart/LINON?asof=${date}`],
  ["data", "/files"],
];

const server = spawn(process.execPath, ["scripts/demo.mjs"], {
  env: { ...process.env, PORT: String(port) },
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
  const shoot = async (name, place) => {
    await page.goto(base + place, { waitUntil: "networkidle" });
    await page.waitForTimeout(600);
    await page.screenshot({ path: path.join(folder, `${name}.png`) });
    console.log(`${name}.png`);
  };
  for (const [name, place] of views) await shoot(name, place);
  await page.getByRole("button", { name: "Lamp theme (dark)" }).click();
  await page.locator("html.lamp").waitFor({ state: "attached" });
  await shoot("today-lamp", "/");
  await browser.close();
} finally {
  server.kill();
}
if (spawnSync("git", ["--version"]).status === 0) spawnSync("git", ["status", "--short", folder], { stdio: "inherit" });
