import pino from "pino";

/** The server's log; at its usual level it holds no content of the analyst's. */
export const log = pino({ level: process.env["LOG_LEVEL"] ?? "info", base: null });
