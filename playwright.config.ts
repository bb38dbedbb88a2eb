import { defineConfig } from "@playwright/test";
import { addressOf, portOf, SERVERS } from "./e2e/servers";
import { CHROMIUM_ARGS, findChromium, KNOWN } from "./scripts/chromium.mjs";

const executablePath = findChromium();

export default defineConfig({
  testDir: "e2e",
  outputDir: "test-results/browser",
  workers: 2,
  fullyParallel: true,
  timeout: 90_000,
  // Before `npm test` would end it, so that what was under way is named.
  globalTimeout: 35 * 60_000,
  // The machine may be busy with others: what takes a second there takes ten here.
  expect: { timeout: 15_000 },
  retries: 1,
  reporter: [["list"], ["json", { outputFile: process.env["PLAYWRIGHT_JSON_OUTPUT_NAME"] ?? "test-results/browser.json" }]],
  use: {
    baseURL: addressOf("made"),
    storageState: KNOWN,
    viewport: { width: 1280, height: 800 },
    // Recording takes as long as the journey: only of one that failed, when it is tried again.
    trace: "on-first-retry",
    launchOptions: {
      ...(executablePath ? { executablePath } : {}),
      args: CHROMIUM_ARGS,
    },
  },
  webServer: {
    command: `node e2e/serve.mjs ${SERVERS.map((name) => `${name}=${portOf(name)}`).join(" ")}`,
    // The last answers when all do.
    url: `${addressOf(SERVERS.at(-1)!)}/healthz`,
    reuseExistingServer: false,
    timeout: 240_000,
  },
});
