// Everything that CI runs, in the order of what fails fastest. Ends with a line that counts the tests.
import { spawnSync } from "node:child_process";
import fs from "node:fs";

const results = "test-results";
fs.mkdirSync(results, { recursive: true });
const bin = (name) => `node_modules/.bin/${name}`;
let passed = 0;
let failed = 0;
let skipped = 0;

function step(name, command, args, env = {}) {
  const started = Date.now();
  console.log(`\n> ${name}`);
  const { status } = spawnSync(command, args, {
    stdio: "inherit",
    env: { ...process.env, ...env },
    shell: process.platform === "win32",
  });
  console.log(`${status === 0 ? "ok" : "FAILED"}: ${name}, ${((Date.now() - started) / 1000).toFixed(1)} s`);
  return status === 0;
}

/** A step that is one check by itself. */
function check(...args) {
  if (step(...args)) passed++;
  else failed++;
}

/** A step with tests of its own, counted from the report that it writes. */
function suite(report, count, ...args) {
  fs.rmSync(report, { force: true });
  const ok = step(...args);
  const counts = fs.existsSync(report)
    ? count(JSON.parse(fs.readFileSync(report, "utf8")))
    : { passed: 0, failed: 0, skipped: 0 };
  passed += counts.passed;
  failed += counts.failed + (!ok && counts.failed === 0 ? 1 : 0);
  skipped += counts.skipped;
}

check("formatting", bin("prettier"), ["--check", "--log-level", "warn", "."]);
step("route types", bin("react-router"), ["typegen"]);
check("types", bin("tsc"), ["--noEmit"]);
check("lint", bin("eslint"), ["--max-warnings", "0", "."]);
check("import rules", bin("depcruise"), [
  "--config",
  ".dependency-cruiser.cjs",
  "app",
  "core",
  "server",
  "studies",
  "world",
  "e2e",
  "bench",
]);
const unit = `${results}/unit.json`;
suite(
  unit,
  (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests, skipped: r.numPendingTests }),
  "unit tests",
  bin("vitest"),
  ["run", "--reporter=dot", "--reporter=json", `--outputFile.json=${unit}`],
);
check("build", bin("react-router"), ["build", "--logLevel", "warn"]);
const browser = `${results}/browser.json`;
suite(
  browser,
  (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected, skipped: r.stats.skipped }),
  "browser journeys",
  bin("playwright"),
  ["test"],
  { PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
);

console.log(`\n${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ""}`);
process.exit(failed > 0 ? 1 : 0);
