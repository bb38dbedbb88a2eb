import pino from "pino";
import { codeOf } from "./database-errors";

/** The server's log; at its usual level it holds no content of the analyst's. */
export const log = pino({ level: process.env["LOG_LEVEL"] ?? "info", base: null });

/**
 * What a log may say of an error: its kind, its code and where it arose. The messages of the query builder carry whole
 * statements with their values, which are the analyst's; what the driver itself says stands behind them.
 */
export function forLog(error: unknown): Record<string, string> {
  if (!(error instanceof Error)) return { error: "something that is no error was thrown" };
  const code = codeOf(error);
  const fromDriver = /^SQLITE_/.test(code ?? "");
  const message = fromDriver ? error.message.slice(error.message.lastIndexOf(" - ") + 1).replace(/^- /, "") : error.message;
  const places = (error.stack ?? "").split("\n").filter((line) => /^\s+at /.test(line));
  return {
    kind: error.name,
    ...(code === undefined ? {} : { code }),
    ...(fromDriver && /["'`]/.test(message) ? {} : { message: message.slice(0, 300) }),
    ...(places.length > 0 ? { stack: places.join("\n") } : {}),
    ...(error.cause === undefined ? {} : { cause: JSON.stringify(forLog(error.cause)) }),
  };
}
