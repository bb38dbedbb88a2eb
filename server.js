// @ts-check
import express from "express";

const dev = process.argv.includes("--dev");
process.env.NODE_ENV ??= dev ? "development" : "production";
const port = Number(process.env.PORT ?? 5180);
const host = process.env.HOST ?? "127.0.0.1";
const server = express();
server.disable("x-powered-by");
/** @type {{ sweepUploads(): void, startInbox(): Promise<void>, warmUp(): Promise<void>, shutDown(): Promise<void> } | undefined} */
let yubrin;

if (dev) {
  const vite = await (await import("vite")).createServer({ server: { middlewareMode: true } });
  server.use(vite.middlewares);
  server.use(async (request, response, next) => {
    try {
      const { app } = await vite.ssrLoadModule("./server/app.ts");
      app(request, response, next);
    } catch (error) {
      if (error instanceof Error) vite.ssrFixStacktrace(error);
      next(error);
    }
  });
} else {
  // @ts-ignore a built file
  const built = await import("./build/server/index.js");
  yubrin = built;
  server.use(built.app);
}

const http = server.listen(port, host, () => {
  console.log(`Yubrin is at http://${host.includes(":") ? `[${host}]` : host}:${port}`);
  yubrin?.sweepUploads();
  yubrin?.startInbox().catch((error) => {
    console.error(`The folder YUBRIN_INBOX cannot be watched: ${error instanceof Error ? error.message : error}`);
  });
  void yubrin?.warmUp();
});
// Longer than anything may stall, so that a kept connection is not closed under a request on its way.
http.keepAliveTimeout = 75_000;
http.headersTimeout = 80_000;
http.on("error", (error) => {
  console.error(
    /** @type {NodeJS.ErrnoException} */ (error).code === "EADDRINUSE"
      ? `Port ${port} is taken: name another with PORT.`
      : error.message,
  );
  process.exit(1);
});
for (const signal of ["SIGINT", "SIGTERM"]) {
  process.on(signal, () => {
    http.close(async () => {
      await yubrin?.shutDown();
      process.exit(0);
    });
    http.closeAllConnections();
  });
}
