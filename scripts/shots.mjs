// Makes docs/screenshots from the demo data: one picture of each main view at 1280x800, or of those that are named.
import { spawn, spawnSync } from "node:child_process";
import fs from "node:fs";
import os from "node:os";
import path from "node:path";
import { chromium } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "./chromium.mjs";

const port = 5392;
const base = `http://127.0.0.1:${port}`;
const folder = "docs/screenshots";
const RISING =
  "its return over 66 sessions is above 20% and its return over 22 sessions is above 10% and its average volume of 50 sessions is above 50,000";
/** A situation as a sentence in an address. */
function precedents(tickers, more) {
  const when = "it is the last session of the quarter and its close is above its 55-session simple average";
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
  ["period-map", "/period-map"],
  ["seasons", "/seasons?set=sector"],
  ["precedents", precedents("ALBRO,ALBIG,ALMED,ALSML", "beside=now&hold=10")],
  ["key-levels", "/key-levels?for=ALBRO"],
  ["screen", `/screen?when=${encodeURIComponent(RISING)}`],
  ["setups", "/setups"],
  ["lists", "/lists?open=Worth%20a%20look"],
  ["chart", `/chart/LINON?history=504&plot=sma_50&plot=volume_50&plot=rsi_14&plot=reports&${CROSSING}`],
  ["trials", "/trials?hold=21&cell=1.2025-11-19"],
  ["plan", "/plans/shotofplan01"],
  ["brief", "/briefs/$brief"],
  ["data", "$incoming"],
];

/** Bars of a few stocks as a program elsewhere might have written them: one of them split and not adjusted, some rows wrong. */
async function giveFiles(page) {
  const bars = await (await fetch(`${base}/export/bars.csv?market=CORVANY`)).text();
  const lines = bars.split("\r\n").slice(1);
  const tickers = [...new Set(lines.map((line) => line.split(",")[0]))].filter((ticker) => /^[A-Z]{5}$/.test(ticker)).slice(2, 6);
  const decimalComma = (x) => Number(x).toFixed(2).replace(".", ",");
  const rowOf = (line, k, file) => {
    const [, date, open, high, low, close, volume] = line.split(",");
    const half = file === 3 && k >= 500 ? 2 : 1;
    const prices = [open, high, low, close].map((price) => decimalComma(price / half));
    if (file === 0 && k % 190 === 7) prices[0] = "0,01";
    return [date.split("-").reverse().join("."), ...prices, Math.round(volume * half).toLocaleString("de-DE")].join(";");
  };
  const files = tickers.map((ticker, file) => {
    const own = lines.filter((line) => line.startsWith(`${ticker},`)).slice(-760);
    const rows = own.map((line, k) => rowOf(line, k, file));
    const name = file === 3 ? "NEWCO" : ticker;
    return { name: `${name}_daily.csv`, text: ["Date;Open;High;Low;Last;Volume", ...rows].join("\n") };
  });
  const names = `Code;Company;Theme\n${tickers
    .slice(0, 3)
    .map((ticker) => `${ticker};${ticker} Works;Cold harbours`)
    .join("\n")}\n`;
  await page.goto(`${base}/files`);
  await page.locator("html[data-ready]").waitFor({ state: "attached" });
  await page.locator("input[type=file][name=files]").setInputFiles(
    [...files, { name: "names.csv", text: names }].map(({ name, text }) => ({
      name,
      mimeType: "text/csv",
      buffer: Buffer.from(text),
    })),
  );
  await page.getByRole("button", { name: /^Look at/ }).click();
  await page.locator('[data-trying="false"]').waitFor({ state: "attached" });
  return new URL(page.url()).pathname;
}

/** A weekly review that is nearly done: its screens seen, a word on what they said, a call. */
async function writeBrief(page) {
  const post = (path, fields) =>
    page.evaluate(
      async ([to, sent]) => (await fetch(to, { method: "POST", body: new URLSearchParams(sent) })).text(),
      [path, fields],
    );
  const id = /\/briefs\/([a-f0-9]{12})/.exec(
    await post("/briefs.data", { intent: "begin", routine: "Weekly review", here: "" }),
  )[1];
  const { briefs } = JSON.parse(await page.evaluate(async (of) => (await fetch(`/briefs/${of}/export/json`)).text(), id));
  const [brief] = briefs;
  const draft = { subject: "ALBIG", benchmark: "ALSML", direction: "outperform", horizon: 21, confidence: 65, made: brief.asOf };
  const said = await post("/calls.data", {
    intent: "make",
    draft: JSON.stringify(draft),
    reason: "Large ones lead while few rise.",
  });
  const call = /[a-f0-9]{12}/.exec(said)[0];
  const words =
    "The index lies below its long average, and two in three members lie below their 50-session ones: nothing carries it yet.";
  const text = {
    type: "text",
    id: "shotoftext",
    doc: { type: "doc", content: [{ type: "paragraph", content: [{ type: "text", text: words }] }] },
  };
  const parts = brief.parts.map((part, k) =>
    part.type === "answer" && k < brief.parts.length - 2 ? { ...part, isSeen: true } : part,
  );
  const next = {
    ...brief,
    title: "Nothing carries it yet",
    parts: [parts[0], text, { type: "call", id: "shotofcall", call }, ...parts.slice(1)],
  };
  await post("/briefs.data", { intent: "update", brief: JSON.stringify(next), revision: "1" });
  return id;
}

/** A plan framed on both sides, sized by an account, with steps and an option. */
async function planIt(page) {
  const day = (iso) => Date.parse(iso) / 86_400_000;
  const post = (path, fields) =>
    page.evaluate(([to, sent]) => fetch(to, { method: "POST", body: new URLSearchParams(sent) }), [path, fields]);
  const account = { version: 1, currency: "ALD", percent: 1, values: [{ day: day("2026-01-02"), value: 250_000 }] };
  await post("/items.data", { kind: "account", name: "Harbour book", body: JSON.stringify(account), was: "" });
  const made = day("2026-10-16");
  const clause = (measure, params, comparator, right) => ({ left: { measure, params }, comparator, right });
  const version = {
    ...{ made, written: made, oneCancelsOther: true, horizon: 15, isOutBeforeReport: true },
    long: {
      entry: { order: "stop", price: 23.19 },
      stop: 22.87,
      targets: [
        { key: "lt1", price: 24.07, share: 0.5 },
        { key: "lt2", price: 25.16, share: 1 },
      ],
      addOns: [{ key: "la1", order: "stop", price: 23.65, share: 0.5, stop: 23.19 }],
    },
    short: {
      entry: { order: "stop", price: 22.88 },
      stop: 23.2,
      targets: [
        { key: "st1", price: 21.86, share: 0.5 },
        { key: "st2", price: 21.47, share: 1 },
      ],
      addOns: [{ key: "sa1", order: "stop", price: 22.4, share: 0.5, stop: 22.88 }],
    },
    steps: [
      { key: "s1", side: "long", when: clause("rsi", { n: 14 }, "above", 70), deed: { do: "reduce", share: 0.5 } },
      {
        key: "s2",
        when: clause("close", {}, "crosses below", { measure: "sma", params: { n: 20 } }),
        deed: { do: "out" },
      },
    ],
    ...{ size: { by: "percent", percent: 1 }, account: "Harbour book", lot: 50, costBp: 5, note: "" },
  };
  const plan = {
    version: 1,
    id: "shotofplan01",
    market: "ALDANE",
    ticker: "NOBOS",
    origin: "compression, a setup",
    versions: [version],
  };
  await post("/plans.data", { intent: "insert", kind: "plan", body: JSON.stringify(plan) });
}

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

// The pictures are of a demo world of their own.
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
    await page.goto(base + place.replace("$brief", brief).replace("$incoming", incoming));
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
    // What takes long has come.
    await page.locator("#screen [aria-busy=true]").waitFor({ state: "detached", timeout: 60_000 });
    await page.waitForTimeout(1200);
    await page.screenshot({ path: path.join(folder, `${name}.png`) });
    console.log(`${name}.png`);
  };
  await draw(page);
  await planIt(page);
  const brief = await writeBrief(page);
  const incoming = await giveFiles(page);
  const named = process.argv.slice(2);
  for (const [name, place, below] of views) if (named.length === 0 || named.includes(name)) await shoot(name, place, below);
  await page.getByRole("button", { name: "Lamp theme (dark)" }).click();
  await page.locator("html.lamp").waitFor({ state: "attached" });
  if (named.length === 0 || named.includes("course-lamp")) await shoot("course-lamp", "/guide");
  await page.getByRole("button", { name: "Paper theme (light)" }).click();
  await page.locator("html:not(.lamp)").waitFor({ state: "attached" });
  await browser.close();
} finally {
  server.kill();
  fs.rmSync(world, { recursive: true, force: true });
}
if (spawnSync("git", ["--version"]).status === 0) spawnSync("git", ["status", "--short", folder], { stdio: "inherit" });
