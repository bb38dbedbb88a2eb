// Plain Node, no dependencies: makes a fresh clone runnable. Packages come in two parts, because compiling the database driver
// takes longer than all the rest, and what opens no database can be done meanwhile.
// Usage: node scripts/ensure.mjs [--unpacked] [--chromium]: --unpacked compiles nothing.
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { findChromium, HEADLESS } from "./chromium.mjs";

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
const stampFile = (name) => path.join(root, "node_modules", name);
const [unpacked, compiled] = [stampFile(".unpacked-stamp"), stampFile(".ensure-stamp")];
const stamp = createHash("sha256")
  .update(fs.readFileSync(path.join(root, "package-lock.json")))
  .update(`${process.platform}-${process.arch}-${process.versions.modules}`)
  .digest("hex");
const isStamped = (file) => fs.existsSync(file) && fs.readFileSync(file, "utf8") === stamp;

function run(cmd, args, extra = {}) {
  console.log(`> ${cmd} ${args.join(" ")}`);
  const r = spawnSync(cmd, args, { cwd: root, stdio: "inherit", ...extra });
  if (r.status !== 0) throw new Error(`${cmd} ${args[0]} failed (${r.status ?? r.error?.message})`);
}
const npmCli = process.env.npm_execpath; // set by npm run
/** Runs npm and notes that it was done for this lock file and this Node. */
function npm(file, ...args) {
  const t = Date.now();
  if (npmCli?.endsWith(".js")) run(process.execPath, [npmCli, ...args, "--no-audit", "--no-fund"]);
  else run("npm", [...args, "--no-audit", "--no-fund"], { shell: process.platform === "win32" });
  fs.writeFileSync(file, stamp);
  console.log(`npm ${args[0]} took ${((Date.now() - t) / 1000).toFixed(1)} s`);
}

if (!isStamped(compiled)) {
  if (!isStamped(unpacked)) npm(unpacked, "ci", "--ignore-scripts");
  if (!process.argv.includes("--unpacked")) npm(compiled, "rebuild");
}

const isDebian = process.platform === "linux" && process.getuid?.() === 0 && fs.existsSync("/usr/bin/apt-get");
const found = findChromium();
if (process.argv.includes("--chromium") && (!found || (isDebian && !process.env.CHROMIUM_PATH && !found.endsWith(HEADLESS)))) {
  try {
    if (isDebian) {
      run("apt-get", ["update", "-qq"]);
      run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", HEADLESS], {
        env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
      });
    } else {
      run(process.execPath, [path.join(root, "node_modules/@playwright/test/cli.js"), "install", "chromium"]);
    }
  } catch (error) {
    // What needs no browser goes on without one; what does says so.
    console.warn(`${HEADLESS} could not be installed: ${error instanceof Error ? error.message : error}`);
  }
}
