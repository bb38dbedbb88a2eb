import { defineConfig } from "@playwright/test";
import { addressOf, portOf, SERVERS, type ServerName } from "./e2e/servers";
import { CHROMIUM_ARGS, findChromium } from "./scripts/chromium.mjs";

const executablePath = findChromium();

/** A server over a database of its own. */
const server = (which: ServerName) => ({
  command: `node e2e/serve.mjs ${which}`,
  url: `${addressOf(which)}/healthz`,
  env: { PORT: String(portOf(which)), NODE_ENV: "production" },
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
  retries: 1,
  reporter: [["list"], ["json", { outputFile: process.env["PLAYWRIGHT_JSON_OUTPUT_NAME"] ?? "test-results/browser.json" }]],
  use: {
    baseURL: addressOf("made"),
    viewport: { width: 1280, height: 800 },
    trace: "retain-on-failure",
    launchOptions: {
      ...(executablePath ? { executablePath } : {}),
      args: CHROMIUM_ARGS,
    },
  },
  webServer: SERVERS.map(server),
});
