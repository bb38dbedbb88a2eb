import { parseArgs } from "node:util";

/** Reads `--name value` and `--flag` arguments; prints what is wrong and ends the process when they cannot be read. */
export function readArguments<const T extends Record<string, { type: "string" | "boolean"; default?: string | boolean }>>(
  options: T,
  usage: string,
) {
  try {
    return parseArgs({ options, strict: true, allowPositionals: false }).values;
  } catch (error) {
    console.error(`${error instanceof Error ? error.message : String(error)}\n\n${usage}`);
    process.exit(2);
  }
}

/** Shows the progress of long work on one line of a terminal, or a line every tenth elsewhere. */
export function progressLine(what: string): (share: number, doing?: string) => void {
  let tenth = -1;
  return (share, doing = "") => {
    if (process.stdout.isTTY) {
      process.stdout.write(`\r\u001b[2K${what} ${Math.round(100 * share)}% ${doing}${share >= 1 ? "\n" : ""}`);
    } else if (Math.floor(share * 10) > tenth) {
      tenth = Math.floor(share * 10);
      console.log(`${what} ${10 * tenth}% ${doing}`);
    }
  };
}
