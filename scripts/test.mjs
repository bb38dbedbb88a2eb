// Everything that CI runs, in the order of what fails fastest. Each stage has a time of its own; one that hangs is named
// and ended. Ends with a line that counts the tests.
import { spawn } from "node:child_process";
import fs from "node:fs";
import { findChromium } from "./chromium.mjs";

const results = "test-results";
fs.mkdirSync(results, { recursive: true });
const bin = (name) => `node_modules/.bin/${name}`;
let passed = 0;
let failed = 0;
let skipped = 0;

/** Runs a command with all it starts; when its minutes are over, all of it is ended. */
function step(name, minutes, command, args, env = {}) {
  const started = Date.now();
  console.log(`\n> ${name}`);
  return new Promise((resolve) => {
    const windows = process.platform === "win32";
    const child = spawn(command, args, { stdio: "inherit", env: { ...process.env, ...env }, shell: windows, detached: !windows });
    const end = () => {
      try {
        process.kill(windows ? child.pid : -child.pid, "SIGKILL");
      } catch {
        // It has ended by itself.
      }
    };
    process.once("SIGINT", end);
    let hung = false;
    const late = setTimeout(() => {
      hung = true;
      end();
    }, minutes * 60_000);
    const done = (ok) => {
      clearTimeout(late);
      process.off("SIGINT", end);
      const seconds = ((Date.now() - started) / 1000).toFixed(1);
      console.log(
        hung ? `FAILED: ${name} hung and was ended after ${minutes} minutes` : `${ok ? "ok" : "FAILED"}: ${name}, ${seconds} s`,
      );
      resolve(ok && !hung);
    };
    child.on("error", () => done(false));
    child.on("exit", (code) => done(code === 0));
  });
}

/** A step that is one check by itself. */
async function check(...args) {
  if (await step(...args)) passed++;
  else failed++;
}

/** A step with tests of its own, counted from the report that it writes. */
async function suite(report, count, ...args) {
  fs.rmSync(report, { force: true });
  const ok = await step(...args);
  const counts = fs.existsSync(report)
    ? count(JSON.parse(fs.readFileSync(report, "utf8")))
    : { passed: 0, failed: 0, skipped: 0 };
  passed += counts.passed;
  failed += counts.failed + (!ok && counts.failed === 0 ? 1 : 0);
  skipped += counts.skipped;
}

/** Titles of the journeys that passed only when they were tried again. */
function flaky(suites, above = []) {
  return suites.flatMap((s) => [
    ...(s.specs ?? [])
      .filter((spec) => spec.tests.some((t) => t.status === "flaky"))
      .map((spec) => [...above, s.title, spec.title].join(" > ")),
    ...flaky(s.suites ?? [], [...above, s.title]),
  ]);
}

const folders = ["app", "core", "server", "studies", "world", "e2e", "bench"];
await step("route types", 2, bin("react-router"), ["typegen"]);
// What looks at the text needs nothing compiled: the two halves take about as long.
await Promise.all([
  (async () => {
    await check("lint", 12, bin("eslint"), ["--max-warnings", "0", "."], { NODE_OPTIONS: "--max-semi-space-size=64" });
    await check("import rules", 4, bin("depcruise"), ["--config", ".dependency-cruiser.cjs", ...folders]);
  })(),
  (async () => {
    await check("types", 6, process.execPath, ["node_modules/typescript-7/bin/tsc", "--noEmit"]);
    await check("database driver and browser", 10, process.execPath, ["scripts/ensure.mjs", "--chromium"]);
    await check("build", 5, bin("react-router"), ["build", "--logLevel", "warn"]);
    await check("formatting", 4, bin("prettier"), ["--check", "--log-level", "warn", "."]);
  })(),
]);
const unit = `${results}/unit.json`;
await suite(
  unit,
  (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests, skipped: r.numPendingTests }),
  "unit tests",
  20,
  bin("vitest"),
  ["run", "--reporter=dot", "--reporter=json", `--outputFile.json=${unit}`],
);
const browser = `${results}/browser.json`;
if (findChromium()) {
  await suite(
    browser,
    (r) => {
      for (const name of flaky(r.suites)) console.log(`flaky: ${name}`);
      return { passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected, skipped: r.stats.skipped };
    },
    "browser journeys",
    40,
    bin("playwright"),
    ["test"],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
  );
} else {
  console.log(
    "\n> browser journeys\nFAILED: there is no Chromium. Install Debian's package chromium-headless-shell, or name one with CHROMIUM_PATH.",
  );
  failed++;
}

console.log(`\n${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ""}`);
process.exit(failed > 0 ? 1 : 0);
