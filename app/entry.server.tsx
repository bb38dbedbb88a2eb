import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { isbot } from "isbot";
import { renderToPipeableStream } from "react-dom/server";
import {
  isRouteErrorResponse,
  ServerRouter,
  type EntryContext,
  type HandleErrorFunction,
  type RouterContextProvider,
} from "react-router";
import { nonceContext } from "@server/context";
import { forLog, log } from "@server/log.server";
import { NonceContext } from "~/nonce";

export const streamTimeout = 20_000;

/** What was thrown on purpose (a wrong date, an unknown ticker) is an answer, not a fault. */
export const handleError: HandleErrorFunction = (error, { request }) => {
  if (request.signal.aborted || isRouteErrorResponse(error)) return;
  log.error(forLog(error), "a request failed");
};

export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  routerContext: EntryContext,
  loadContext: RouterContextProvider,
) {
  const nonce = loadContext.get(nonceContext);
  return new Promise<Response>((resolve, reject) => {
    let shellRendered = false;
    const onReady = isbot(request.headers.get("user-agent") ?? "") || routerContext.isSpaMode ? "onAllReady" : "onShellReady";
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <ServerRouter context={routerContext} url={request.url} nonce={nonce} />
      </NonceContext>,
      {
        nonce,
        [onReady]() {
          shellRendered = true;
          const body = new PassThrough();
          headers.set("Content-Type", "text/html");
          resolve(new Response(createReadableStreamFromReadable(body), { headers, status }));
          pipe(body);
        },
        onShellError: reject,
        onError(error: unknown) {
          status = 500;
          if (shellRendered) log.error(forLog(error), "rendering failed");
        },
      },
    );
    setTimeout(abort, streamTimeout + 1000);
  });
}
