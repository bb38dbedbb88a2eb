import fs from "node:fs";
const candidates = [
  process.env.CHROMIUM_PATH,
  "/usr/bin/chromium",
  "/usr/bin/chromium-browser",
  "/usr/bin/google-chrome",
  "/Applications/Google Chrome.app/Contents/MacOS/Google Chrome",
];
export function findChromium() {
  return candidates.find((c) => c && fs.existsSync(c));
}
