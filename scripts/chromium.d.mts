/** Path of a Chromium on this machine, undefined when there is none. */
export function findChromium(): string | undefined;
