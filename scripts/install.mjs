// Plain Node, no dependencies: what a fresh clone needs. Packages come in two parts, because compiling the database driver
// takes longer than all the rest, and much can be done meanwhile.
import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import fs from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { findChromium, HEADLESS } from "./chromium.mjs";

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
const stampFile = (name) => path.join(root, "node_modules", name);
const UNPACKED = stampFile(".unpacked-stamp");
const BUILT = stampFile(".ensure-stamp");
const stamp = createHash("sha256")
  .update(fs.readFileSync(path.join(root, "package-lock.json")))
  .update(`${process.platform}-${process.arch}-${process.versions.modules}`)
  .digest("hex");
const isStamped = (file) => fs.existsSync(file) && fs.readFileSync(file, "utf8") === stamp;

function run(cmd, args, extra = {}) {
  console.log(`> ${cmd} ${args.join(" ")}`);
  return new Promise((resolve, reject) => {
    const child = spawn(cmd, args, { cwd: root, stdio: "inherit", ...extra });
    child.on("error", reject);
    child.on("exit", (code) => (code === 0 ? resolve() : reject(new Error(`${cmd} ${args[0]} failed (${code})`))));
  });
}
const npmCli = process.env.npm_execpath; // set by npm run
const npm = (...args) =>
  npmCli?.endsWith(".js") ? run(process.execPath, [npmCli, ...args]) : run("npm", args, { shell: process.platform === "win32" });
const secondsSince = (t) => ((Date.now() - t) / 1000).toFixed(1);

/** Unpacks all packages as the lock file names them, unless it was done for this lock file and this Node. */
export async function unpackPackages() {
  if (isStamped(UNPACKED) || isStamped(BUILT)) return;
  const t = Date.now();
  await npm("ci", "--ignore-scripts", "--no-audit", "--no-fund");
  fs.writeFileSync(UNPACKED, stamp);
  console.log(`packages unpacked in ${secondsSince(t)} s`);
}

/** Compiles those of them that are compiled where they are used: the database driver. What opens no database runs without. */
export async function compilePackages() {
  if (isStamped(BUILT)) return;
  const t = Date.now();
  await npm("rebuild", "--no-audit", "--no-fund");
  fs.writeFileSync(BUILT, stamp);
  console.log(`packages compiled in ${secondsSince(t)} s`);
}

/** The browser for journeys, bench and pictures, where it lacks; what needs none goes on if it cannot be had. */
export async function installChromium() {
  const isDebian = process.platform === "linux" && process.getuid?.() === 0 && fs.existsSync("/usr/bin/apt-get");
  const found = findChromium();
  if (found && (!isDebian || process.env.CHROMIUM_PATH || found.endsWith(HEADLESS))) return;
  try {
    if (isDebian) {
      await run("apt-get", ["update", "-qq"]);
      await run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", HEADLESS], {
        env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
      });
    } else {
      await run(process.execPath, [path.join(root, "node_modules/@playwright/test/cli.js"), "install", "chromium"]);
    }
  } catch (error) {
    console.warn(`${HEADLESS} could not be installed: ${error instanceof Error ? error.message : error}`);
  }
}
