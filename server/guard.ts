import { createHash, timingSafeEqual } from "node:crypto";
import type { NextFunction, Request, RequestHandler, Response } from "express";

/** Addresses that only this machine can reach. */
export function isLoopback(host: string): boolean {
  return host === "localhost" || host === "::1" || host === "[::1]" || /^127\./.test(host);
}

/**
 * Refuses writes that another site's page sends, and, while the server is for this machine only, requests that came
 * under another host name (a page elsewhere may have its name answer with our address).
 */
export function sameOriginOnly(localOnly: boolean): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    const host = request.headers.host ?? "";
    if (localOnly && !isLoopback(host.replace(/:\d+$/, ""))) {
      response.status(403).type("text").send("This server answers only to this machine's own name.");
      return;
    }
    const origin = request.headers.origin;
    const reads = request.method === "GET" || request.method === "HEAD";
    if (!reads && (origin === undefined || hostOf(origin) !== host)) {
      response.status(403).type("text").send("Changes are taken only from this application's own pages.");
      return;
    }
    next();
  };
}

function hostOf(origin: string): string {
  return URL.canParse(origin) ? new URL(origin).host : "";
}

/** Asks for the passphrase of everyone, by HTTP's own basic authentication; the name may be anything. */
export function passphraseOnly(passphrase: string): RequestHandler {
  const wanted = digest(passphrase);
  return (request: Request, response: Response, next: NextFunction) => {
    const [scheme, encoded = ""] = (request.headers.authorization ?? "").split(" ");
    const given = Buffer.from(encoded, "base64")
      .toString("utf8")
      .replace(/^[^:]*:/, "");
    if (scheme === "Basic" && timingSafeEqual(digest(given), wanted)) {
      next();
      return;
    }
    response
      .status(401)
      .set("WWW-Authenticate", 'Basic realm="Yubrin", charset="UTF-8"')
      .type("text")
      .send("The passphrase is needed.");
  };
}

function digest(text: string): Buffer {
  return createHash("sha256").update(text).digest();
}
