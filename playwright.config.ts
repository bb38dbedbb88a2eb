import { defineConfig } from "@playwright/test";
import { CHROMIUM_ARGS, findChromium } from "./scripts/chromium.mjs";

const port = Number(process.env["E2E_PORT"] ?? 4173);
const executablePath = findChromium();

/** A server over a database of its own: a small made-up market, nothing yet, or a market that the journeys change. */
const server = (which: "made" | "empty" | "fed", at: number) => ({
  command: `node e2e/serve.mjs ${which}`,
  url: `http://127.0.0.1:${at}/healthz`,
  env: { PORT: String(at), NODE_ENV: "production" },
  reuseExistingServer: false,
  timeout: 120_000,
});

export default defineConfig({
  testDir: "e2e",
  outputDir: "test-results/browser",
  workers: 2,
  fullyParallel: true,
  timeout: 90_000,
  // The machine may be busy with others: what takes a second there takes ten here.
  expect: { timeout: 15_000 },
  retries: process.env["CI"] ? 1 : 0,
  reporter: [["list"], ["json", { outputFile: process.env["PLAYWRIGHT_JSON_OUTPUT_NAME"] ?? "test-results/browser.json" }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    trace: "retain-on-failure",
    launchOptions: {
      ...(executablePath ? { executablePath } : {}),
      args: CHROMIUM_ARGS,
    },
  },
  webServer: [server("made", port), server("empty", port + 1), server("fed", port + 2)],
});
