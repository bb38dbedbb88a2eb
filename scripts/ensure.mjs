// Plain Node, no dependencies: makes a fresh clone runnable. Usage: node scripts/ensure.mjs [--chromium]
import { spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { findChromium, HEADLESS } from "./chromium.mjs";

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
const stampFile = path.join(root, "node_modules", ".ensure-stamp");
const stamp = createHash("sha256")
  .update(fs.readFileSync(path.join(root, "package-lock.json")))
  .update(`${process.platform}-${process.arch}-${process.versions.modules}`)
  .digest("hex");

function run(cmd, args, extra = {}) {
  console.log(`> ${cmd} ${args.join(" ")}`);
  const r = spawnSync(cmd, args, { cwd: root, stdio: "inherit", ...extra });
  if (r.status !== 0) throw new Error(`${cmd} ${args[0]} failed (${r.status ?? r.error?.message})`);
}
const npmCli = process.env.npm_execpath; // set by npm run
const npm = (...args) =>
  npmCli?.endsWith(".js") ? run(process.execPath, [npmCli, ...args]) : run("npm", args, { shell: process.platform === "win32" });

const installed = fs.existsSync(stampFile) ? fs.readFileSync(stampFile, "utf8") : "";
if (installed !== stamp) {
  const t = Date.now();
  npm("ci", "--no-audit", "--no-fund");
  fs.writeFileSync(stampFile, stamp);
  console.log(`dependencies installed in ${((Date.now() - t) / 1000).toFixed(1)} s`);
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
