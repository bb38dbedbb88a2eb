import type { Request, Response } from "express";

const QUIET_MS = 25_000;

/** Server-sent events to one page, until it leaves. */
export interface EventStream<T> {
  /** Sends one event, as JSON. */
  readonly send: (event: T) => void;
  /** Is called when the page has left; at once where it has already. */
  readonly onClose: (work: () => void) => void;
}

/** Answers a request with server-sent events; a comment now and then keeps the way open. */
export function openEventStream<T>(request: Request, response: Response): EventStream<T> {
  response.set({ "Content-Type": "text/event-stream", "Cache-Control": "private, no-store, no-transform" });
  response.flushHeaders();
  const quiet = setInterval(() => response.write(": still here\n\n"), QUIET_MS);
  const closing: (() => void)[] = [];
  let isClosed = false;
  response.on("close", () => {
    isClosed = true;
    clearInterval(quiet);
    for (const work of closing) work();
  });
  return {
    send: (event) => {
      if (!response.writableEnded) response.write(`data: ${JSON.stringify(event)}\n\n`);
    },
    onClose: (work) => {
      if (isClosed || request.destroyed) work();
      else closing.push(work);
    },
  };
}
