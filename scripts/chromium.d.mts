/** Path of a Chromium on this machine, undefined when there is none. */
export function findChromium(): string | undefined;
/** Arguments to start it with. */
export const CHROMIUM_ARGS: string[];
