import type { BrowserContextOptions } from "@playwright/test";
/** Path of a Chromium on this machine, undefined when there is none. */
export function findChromium(): string | undefined;
/** Arguments to start it with. */
export const CHROMIUM_ARGS: string[];
/** State of a browser whose owner has been here before. */
export const KNOWN: Exclude<BrowserContextOptions["storageState"], string | undefined>;
