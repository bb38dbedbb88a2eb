import fs from "node:fs";
/** Debian's package of the browser without a window; a page in it costs a fifth of what it costs in one made for a desktop. */
export const HEADLESS = "chromium-headless-shell";
const candidates = [
  process.env.CHROMIUM_PATH,
  `/usr/bin/${HEADLESS}`,
  "/usr/bin/chromium",
  "/usr/bin/chromium-browser",
  "/usr/bin/google-chrome",
  "/Applications/Google Chrome.app/Contents/MacOS/Google Chrome",
];
/** Path of the browser that journeys run in; undefined where there is none. */
export function findChromium() {
  return candidates.find((c) => c && fs.existsSync(c));
}

/** How it is started: without a sandbox, as root needs it, and without looking for the network. */
export const CHROMIUM_ARGS = [
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
];

/** State of a browser whose owner has been here before: on a first visit the course is shown. */
export const KNOWN = {
  cookies: [
    {
      name: "yubrin-settings",
      value: encodeURIComponent(Buffer.from(JSON.stringify({ isKnown: true })).toString("base64")),
      ...{ domain: "127.0.0.1", path: "/", expires: -1, httpOnly: true, secure: false, sameSite: "Lax" },
    },
  ],
  origins: [],
};
