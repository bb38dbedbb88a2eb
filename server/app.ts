import { randomBytes } from "node:crypto";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import helmet from "helmet";
import { RouterContextProvider } from "react-router";
import { version } from "../package.json";
import { nonceContext } from "./context";
import { getDesk, getFeed } from "./desk-of-app.server";
import type { FeedState } from "./feed/feed.server";
import { isLoopback, passphraseOnly, sameOriginOnly } from "./guard";
import { log } from "./log.server";

const host = process.env["HOST"] ?? "127.0.0.1";
const passphrase = process.env["YUBRIN_PASSPHRASE"];
if (!isLoopback(host) && !passphrase) {
  throw new Error(`HOST=${host} opens Yubrin to other machines: set YUBRIN_PASSPHRASE as well, or leave HOST out.`);
}

export const app = express();
app.disable("x-powered-by");
app.use((_request, response, next) => {
  response.locals["nonce"] = randomBytes(16).toString("base64");
  next();
});
if (import.meta.env.PROD) {
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          "default-src": ["'self'"],
          "script-src": ["'self'", (_request, response) => `'nonce-${(response as express.Response).locals["nonce"] as string}'`],
          // Radix places its layers by style attributes.
          "style-src": ["'self'", "'unsafe-inline'"],
          "img-src": ["'self'", "data:", "blob:"],
          "worker-src": ["'self'", "blob:"],
          "upgrade-insecure-requests": null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
}
app.use(sameOriginOnly(isLoopback(host)));
app.get("/healthz", async (_request, response) => {
  const desk = await getDesk();
  response.json({ status: "ok", version, ...(await desk.status()) });
});
if (passphrase) app.use(passphraseOnly(passphrase));
// Open screens listen here for what the feed delivers.
app.get("/events", async (request, response) => {
  response.set({ "Content-Type": "text/event-stream", "Cache-Control": "no-cache, no-transform" });
  response.flushHeaders();
  const feed = await getFeed();
  const send = (state: FeedState) => response.write(`data: ${JSON.stringify(state)}\n\n`);
  const quiet = setInterval(() => response.write(": still here\n\n"), 25_000);
  const silence = feed.listen(send);
  request.on("close", () => {
    clearInterval(quiet);
    silence();
  });
  send(await feed.state());
});
// For this machine alone packing costs more than it saves.
if (!isLoopback(host)) app.use(compression());
app.use(
  createRequestHandler({
    build: () => import("virtual:react-router/server-build"),
    getLoadContext: (_request, response) => {
      const context = new RouterContextProvider();
      context.set(nonceContext, response.locals["nonce"] as string);
      return context;
    },
  }),
);

/** Asks the first question before a person does, so that the calculation is warm when one comes. */
export async function warmUp(): Promise<void> {
  try {
    const desk = await getDesk();
    for (const { market } of await desk.listMarkets()) await desk.ask({ study: "today", params: {}, market });
  } catch (error) {
    log.warn({ error: error instanceof Error ? error.message : String(error) }, "warm-up failed");
  }
}

export async function shutDown(): Promise<void> {
  (await getFeed()).stop();
  await (await getDesk()).close();
}
