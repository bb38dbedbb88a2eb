import { randomBytes } from "node:crypto";
import { createRequestHandler } from "@react-router/express";
import compression from "compression";
import express from "express";
import helmet from "helmet";
import { RouterContextProvider } from "react-router";
import { version } from "../package.json";
import { nonceContext } from "./context";
import { getDesk, getFeed } from "./desk-of-app.server";
import { Unavailable } from "./errors";
import type { FeedState } from "./feed/feed.server";
import { boundedForms, isLoopback, passphraseOnly, requirePassphrase, sameOriginOnly } from "./guard";
import { stopInbox } from "./inbox/inbox-of-app.server";
import { openEventStream } from "./event-stream";
import { jobEvents } from "./jobs/job-events";
import { forLog, log } from "./log.server";
import { toPresentWords } from "./renamed-addresses";

const host = process.env["HOST"] ?? "127.0.0.1";
const passphrase = process.env["YUBRIN_PASSPHRASE"];
requirePassphrase(host, passphrase);

// A promise that nobody waited for is a fault of one request; the others go on.
process.on("unhandledRejection", (error) => {
  log.error(forLog(error), "a rejection was not handled");
});

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
          // A picture that was made here is saved from where it was made.
          "connect-src": ["'self'", "blob:"],
          "worker-src": ["'self'", "blob:"],
          "upgrade-insecure-requests": null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
}
app.use(sameOriginOnly(isLoopback(host)));
// Built files hold no data; they are asked for before a passphrase can be.
if (import.meta.env.PROD) {
  app.use("/assets", express.static("build/client/assets", { immutable: true, maxAge: "1y" }));
  app.use(express.static("build/client", { maxAge: "1h" }));
}
app.get("/healthz", async (request, response) => {
  response.set("Cache-Control", "no-store");
  try {
    const desk = await getDesk();
    const status = await desk.status();
    const detail = "detail" in request.query ? { memory: await desk.costs() } : {};
    // Behind a passphrase no more is told than that it serves.
    response.json(passphrase ? { status: "ok" } : { status: "ok", version, ...status, ...detail });
  } catch (error) {
    log.error(forLog(error), "the database cannot serve");
    response.status(503).json({ status: "unavailable", ...(passphrase ? {} : { version, reason: reasonOf(error) }) });
  }
});
if (passphrase) app.use(passphraseOnly(passphrase));
app.use(toPresentWords);
app.use(boundedForms((request) => /^\/(files|work)(\.data)?$|^\/restore$/.test(request.path)));
// Open screens listen here for what the feed delivers.
app.get("/events", async (request, response) => {
  const stream = openEventStream<FeedState>(request, response);
  try {
    const feed = await getFeed();
    stream.onClose(feed.listen(stream.send));
    stream.send(await feed.state());
  } catch (error) {
    log.error(forLog(error), "the feed cannot be listened to");
    response.end();
  }
});
// Pages that wait for a job listen here for how far it is; the last word is how it came out.
app.get("/jobs/:id/events", jobEvents);
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

/** The watched folder, where there is one. */
export { startInbox } from "./inbox/inbox-of-app.server";

/** Folders of uploads that an earlier run left behind. */
export { sweepUploads } from "./transfer/upload-folders.server";

/** The data are taken into memory while the rest of the program is loaded. */
const opening = getDesk().then((desk) => desk.markets);
opening.catch(() => undefined);

/** Asks the first question before a person does, so that the calculation is warm when one comes. */
export async function warmUp(): Promise<void> {
  try {
    void import("virtual:react-router/server-build");
    const desk = await getDesk();
    for (const { market } of await desk.listMarkets()) await desk.ask({ study: "today", params: {}, market });
  } catch (error) {
    log.warn(forLog(error), "warm-up failed");
  }
}

function reasonOf(error: unknown): string {
  return error instanceof Unavailable ? error.message : "see the log";
}

export async function shutDown(): Promise<void> {
  try {
    await stopInbox();
    (await getFeed()).stop();
    await (await getDesk()).close();
  } catch (error) {
    log.warn(forLog(error), "the database was not closed in order");
  }
}
