import type { AddressInfo } from "node:net";
import http from "node:http";
import express from "express";
import { afterEach, describe, expect, it } from "vitest";
import { isLoopback, passphraseOnly, sameOriginOnly } from "./guard";

let server: http.Server | undefined;
afterEach(() => server?.close());

/** Status of a request to an application guarded so. */
async function statusOf(guard: express.RequestHandler, method: string, headers: Record<string, string>): Promise<number> {
  const app = express();
  app.use(guard);
  app.use((_request, response) => {
    response.send("in");
  });
  server = app.listen(0, "127.0.0.1");
  await new Promise((resolve) => server!.once("listening", resolve));
  const { port } = server.address() as AddressInfo;
  return new Promise((resolve, reject) => {
    const request = http.request(
      { port, host: "127.0.0.1", method, headers: { Host: `127.0.0.1:${port}`, ...headers } },
      (response) => {
        response.resume();
        resolve(response.statusCode ?? 0);
      },
    );
    request.on("error", reject);
    request.end();
  });
}

describe("writes", () => {
  it.each([
    ["from the application's own page", "POST", { Host: "127.0.0.1:5180", Origin: "http://127.0.0.1:5180" }, 200],
    ["from another site", "POST", { Host: "127.0.0.1:5180", Origin: "http://elsewhere.test" }, 403],
    ["from another port", "POST", { Host: "127.0.0.1:5180", Origin: "http://127.0.0.1:9999" }, 403],
    ["without an origin", "POST", { Host: "127.0.0.1:5180" }, 403],
    ["of an opaque origin", "DELETE", { Host: "127.0.0.1:5180", Origin: "null" }, 403],
    ["that are reads", "GET", { Host: "127.0.0.1:5180", Origin: "http://elsewhere.test" }, 200],
  ])("%s", async (_name, method, headers, status) => {
    expect(await statusOf(sameOriginOnly(true), method, headers)).toBe(status);
  });
});

describe("other names for this machine", () => {
  it("are refused while it serves only itself", async () => {
    expect(await statusOf(sameOriginOnly(true), "GET", { Host: "elsewhere.test" })).toBe(403);
    expect(await statusOf(sameOriginOnly(false), "GET", { Host: "elsewhere.test" })).toBe(200);
    expect(["localhost", "127.0.0.1", "::1", "0.0.0.0", "192.168.0.7"].map(isLoopback)).toEqual([true, true, true, false, false]);
  });
});

describe("the passphrase", () => {
  const basic = (text: string) => ({ Authorization: `Basic ${Buffer.from(text).toString("base64")}` });
  it.each([
    ["right, under any name", basic("anna:high tide"), 200],
    ["wrong", basic("anna:low tide"), 401],
    ["empty", basic(":"), 401],
    ["not given", {}, 401],
    ["given otherwise", { Authorization: "Bearer high tide" }, 401],
  ])("%s", async (_name, headers, status) => {
    expect(await statusOf(passphraseOnly("high tide"), "GET", headers)).toBe(status);
  });
});
