// Plain Node, no dependencies: makes a fresh clone runnable. Usage: node scripts/ensure.mjs [--chromium]
import { compilePackages, installChromium, unpackPackages } from "./install.mjs";

await unpackPackages();
await compilePackages();
if (process.argv.includes("--chromium")) await installChromium();
