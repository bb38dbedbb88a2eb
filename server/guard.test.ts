import type { AddressInfo } from "node:net";
import http from "node:http";
import express from "express";
import { afterEach, describe, expect, it } from "vitest";
import { boundedForms, isLoopback, passphraseOnly, requirePassphrase, sameOriginOnly } from "./guard";

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
    expect(["localhost", "127.0.0.1", "127.8.9.1", "::1", "[::1]"].map(isLoopback)).toEqual(Array(5).fill(true));
  });
  it.each([
    "127.evil.example",
    "127.0.0.1.evil.example",
    "127.1",
    "0127.0.0.1",
    "localhost.evil.example",
    "0.0.0.0",
    "192.168.0.7",
    "",
    "[::2]",
    "::ffff:8.8.8.8",
  ])("%s is none", async (host) => {
    expect(isLoopback(host)).toBe(false);
    if (host !== "") expect(await statusOf(sameOriginOnly(true), "GET", { Host: `${host}:5180` })).toBe(403);
    const posted = { Host: host, Origin: `http://${host}` };
    if (host !== "") expect(await statusOf(sameOriginOnly(true), "POST", posted)).toBe(403);
  });
  it("may have a port or none", async () => {
    for (const Host of ["127.0.0.1", "localhost:80", "[::1]", "[::1]:5180"])
      expect(await statusOf(sameOriginOnly(true), "GET", { Host })).toBe(200);
  });
});

describe("forms", () => {
  const form = { "Content-Type": "application/x-www-form-urlencoded" };
  const guard = boundedForms((request) => request.path === "/upload");
  it.each([
    ["of a known size", "POST", { ...form, "Content-Length": "0" }, 200],
    ["of more than a megabyte", "POST", { ...form, "Content-Length": "1000001" }, 413],
    ["of no known size", "POST", { ...form, "Transfer-Encoding": "chunked" }, 411],
    ["that are none", "POST", { "Content-Type": "application/json", "Content-Length": "0" }, 415],
    ["without a type", "POST", { "Content-Length": "0" }, 415],
    ["by another method", "DELETE", form, 405],
    ["by yet another", "PUT", form, 405],
    ["reads are no forms", "GET", {}, 200],
  ])("%s", async (_name, method, headers, status) => {
    expect(await statusOf(guard, method, headers as Record<string, string>)).toBe(status);
  });
  it("of an upload are bounded where they are read", async () => {
    const large = { "Content-Type": "multipart/form-data; boundary=x", "Content-Length": "2000000" };
    expect(
      await statusOf(
        boundedForms(() => true),
        "POST",
        large,
      ),
    ).toBe(200);
    expect(await statusOf(guard, "POST", large)).toBe(413);
  });
});

describe("an address that others can reach", () => {
  it("is served only behind a passphrase", () => {
    for (const host of ["0.0.0.0", "::", "192.168.1.4", "127.evil.example", "example.test"]) {
      expect(() => {
        requirePassphrase(host, undefined);
      }).toThrow(`HOST=${host} opens Yubrin to other machines`);
      expect(() => {
        requirePassphrase(host, "");
      }).toThrow("YUBRIN_PASSPHRASE");
      expect(() => {
        requirePassphrase(host, "high tide");
      }).not.toThrow();
    }
    for (const host of ["127.0.0.1", "localhost", "::1"])
      expect(() => {
        requirePassphrase(host, undefined);
      }).not.toThrow();
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
    expect(await statusOf(passphraseOnly("high tide"), "GET", headers as Record<string, string>)).toBe(status);
  });
  it("cannot be tried for ever, nor ever as fast", async () => {
    const guard = passphraseOnly("high tide", { mostAttempts: 4, waitMs: 20 });
    const started = Date.now();
    for (let k = 0; k < 4; k++) expect(await statusOf(guard, "GET", basic(`anna:${k}`))).toBe(401);
    // 0 + 20 + 40 + 60 ms at least.
    expect(Date.now() - started).toBeGreaterThanOrEqual(115);
    expect(await statusOf(guard, "GET", basic("anna:again"))).toBe(429);
    expect(await statusOf(guard, "GET", basic("anna:high tide"))).toBe(429);
  });
  it("is asked of everyone as often as they like to read, once it is right", async () => {
    const guard = passphraseOnly("high tide", { mostAttempts: 3, waitMs: 0 });
    for (let k = 0; k < 10; k++) expect(await statusOf(guard, "GET", basic("anna:high tide"))).toBe(200);
    for (let k = 0; k < 10; k++) expect(await statusOf(guard, "GET", {})).toBe(401);
    expect(await statusOf(guard, "GET", basic("anna:high tide"))).toBe(200);
  });
});
