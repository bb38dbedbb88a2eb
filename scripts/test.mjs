// Everything that CI runs, in the order of what fails fastest. Ends with what failed, by name, and a line that counts the tests.
import fs from "node:fs";
import path from "node:path";
import { findChromium } from "./chromium.mjs";
import { step } from "./step.mjs";

const results = "test-results";
fs.mkdirSync(results, { recursive: true });
const bin = (name) => `node_modules/.bin/${name}`;
let passed = 0;
let skipped = 0;
/** What failed, a line each. */
const failed = [];

/** A step that is one check by itself. */
async function check(...args) {
  const wrong = await step(...args);
  if (wrong === null) passed++;
  else failed.push(wrong);
}

/** A step with tests of its own, counted from the report that it writes. */
async function suite(report, count, ...args) {
  fs.rmSync(report, { force: true });
  const wrong = await step(...args);
  const counts = fs.existsSync(report)
    ? count(JSON.parse(fs.readFileSync(report, "utf8")))
    : { passed: 0, failed: [], skipped: 0 };
  passed += counts.passed;
  failed.push(...counts.failed);
  if (wrong !== null && counts.failed.length === 0) failed.push(wrong);
  skipped += counts.skipped;
}

/** Titles of the journeys that came out like this: "unexpected", or "flaky" for those that passed only when tried again. */
function journeysThat(outcome, suites, above = []) {
  return suites.flatMap((s) => [
    ...(s.specs ?? [])
      .filter((spec) => spec.tests.some((t) => t.status === outcome))
      .map((spec) => [...above, s.title, spec.title].join(" > ")),
    ...journeysThat(outcome, s.suites ?? [], [...above, s.title]),
  ]);
}

const folders = ["app", "core", "server", "studies", "world", "e2e", "bench"];
await check("route types", 2, bin("react-router"), ["typegen"]);
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
  (r) => ({
    passed: r.numPassedTests,
    failed: r.testResults.flatMap((file) => {
      const names = file.assertionResults.flatMap((t) => (t.status === "failed" ? [t.fullName] : []));
      // One that cannot be loaded, or fails around its tests, is named itself.
      return names.length > 0 || file.status !== "failed" ? names : [path.relative(process.cwd(), file.name)];
    }),
    skipped: r.numPendingTests,
  }),
  "unit tests",
  15,
  bin("vitest"),
  // As the journeys: what depends on clocks and processes is tried again, and said to be flaky.
  ["run", "--retry=1", "--reporter=dot", "--reporter=json", "--reporter=./scripts/under-way.mjs", `--outputFile.json=${unit}`],
);
const browser = `${results}/browser.json`;
if (findChromium()) {
  await suite(
    browser,
    (r) => {
      for (const name of journeysThat("flaky", r.suites)) console.log(`flaky: ${name}`);
      return {
        passed: r.stats.expected + r.stats.flaky,
        failed: journeysThat("unexpected", r.suites),
        skipped: r.stats.skipped,
      };
    },
    "browser journeys",
    40,
    bin("playwright"),
    ["test"],
    { PLAYWRIGHT_JSON_OUTPUT_NAME: browser },
  );
} else {
  failed.push(
    "browser journeys: there is no Chromium. Install Debian's package chromium-headless-shell, or name one with CHROMIUM_PATH",
  );
}

console.log("");
for (const line of failed) console.log(`FAILED: ${line}`);
console.log(`${passed} passed, ${failed.length} failed${skipped > 0 ? `, ${skipped} skipped` : ""}`);
process.exit(failed.length > 0 ? 1 : 0);
