import { createHash, timingSafeEqual } from "node:crypto";
import { isIPv4 } from "node:net";
import { setTimeout as sleep } from "node:timers/promises";
import type { NextFunction, Request, RequestHandler, Response } from "express";
import { ipKeyGenerator, rateLimit } from "express-rate-limit";

/** Addresses that only this machine can reach: its own name, or what is an address of the loopback, exactly. */
export function isLoopback(host: string): boolean {
  const address = host.startsWith("[") && host.endsWith("]") ? host.slice(1, -1) : host;
  return address === "localhost" || address === "::1" || (isIPv4(address) && address.startsWith("127."));
}

/**
 * Lets the server open itself to other machines only behind a passphrase.
 * @throws Error for an address that others can reach, without a passphrase
 */
export function requirePassphrase(host: string, passphrase: string | undefined): void {
  if (isLoopback(host) || passphrase) return;
  throw new Error(`HOST=${host} opens Yubrin to other machines: set YUBRIN_PASSPHRASE as well, or leave HOST out.`);
}

/** Without its port. */
function nameOf(host: string): string {
  const colon = host.lastIndexOf(":");
  return colon > host.lastIndexOf("]") ? host.slice(0, colon) : host;
}

/**
 * Refuses writes that another site's page sends, and, while the server is for this machine only, requests that came
 * under another host name (a page elsewhere may have its name answer with our address).
 */
export function sameOriginOnly(localOnly: boolean): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    const host = request.headers.host ?? "";
    if (localOnly && !isLoopback(nameOf(host))) {
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

const MOST_FORM_BYTES = 1_000_000;
const FORMS = /^(application\/x-www-form-urlencoded|multipart\/form-data)\b/i;

/**
 * Lets only forms of a known size through to what changes anything: an action reads its form whole before it looks at it.
 * @param isUpload tells the requests that bring files, whose size is bounded where they are read
 */
export function boundedForms(isUpload: (request: Request) => boolean): RequestHandler {
  return (request: Request, response: Response, next: NextFunction) => {
    const refuse = (status: number, reason: string) => {
      response.status(status).set("Connection", "close").type("text").send(reason);
    };
    if (request.method === "GET" || request.method === "HEAD") next();
    else if (request.method !== "POST") refuse(405, "Only reading and posting forms is possible here.");
    else if (isUpload(request)) next();
    else if (!FORMS.test(request.headers["content-type"] ?? "")) refuse(415, "Changes are sent as forms.");
    else if (request.headers["content-length"] === undefined) refuse(411, "The length of the form is needed.");
    else if (Number(request.headers["content-length"]) > MOST_FORM_BYTES)
      refuse(413, "The form is larger than a megabyte; nothing was changed.");
    else next();
  };
}

function hostOf(origin: string): string {
  return URL.canParse(origin) ? new URL(origin).host : "";
}

/** Wrong passphrases that one address may try in a quarter of an hour, and how much longer each is made to wait. */
const MOST_ATTEMPTS = 20;
const WAIT_MS = 150;

/**
 * Asks for the passphrase of everyone, by HTTP's own basic authentication; the name may be anything. Wrong ones are
 * answered more slowly each time, and at last not at all for a while. What is answered is kept by nobody on the way.
 */
export function passphraseOnly(
  passphrase: string,
  { mostAttempts = MOST_ATTEMPTS, waitMs = WAIT_MS }: { readonly mostAttempts?: number; readonly waitMs?: number } = {},
): RequestHandler {
  const wanted = digest(passphrase);
  const keyOf = (request: Request) => ipKeyGenerator(request.ip ?? "");
  // Counts the wrong ones only; who has used them up is not listened to, right or wrong.
  const wrongOnes = rateLimit({
    windowMs: 15 * 60_000,
    limit: mostAttempts,
    legacyHeaders: false,
    keyGenerator: keyOf,
    handler: tooMany,
  });
  return async (request: Request, response: Response, next: NextFunction) => {
    response.set("Cache-Control", "private, no-store");
    const tried = (await wrongOnes.getKey(keyOf(request)))?.totalHits ?? 0;
    if (tried >= mostAttempts) {
      tooMany(request, response);
      return;
    }
    const given = passphraseOf(request);
    if (given !== undefined && timingSafeEqual(digest(given), wanted)) {
      next();
      return;
    }
    const refuse = () => {
      response
        .status(401)
        .set("WWW-Authenticate", 'Basic realm="Yubrin", charset="UTF-8"')
        .type("text")
        .send("The passphrase is needed.");
    };
    // What comes without one is a first visit, no attempt.
    if (given === undefined) refuse();
    else {
      await sleep(tried * waitMs);
      await wrongOnes(request, response, refuse);
    }
  };
}

function tooMany(_request: Request, response: Response): void {
  response.status(429).type("text").send("Too many wrong passphrases from this address: try again in a quarter of an hour.");
}

function passphraseOf(request: Request): string | undefined {
  const [scheme, encoded = ""] = (request.headers.authorization ?? "").split(" ");
  if (scheme !== "Basic") return undefined;
  const text = Buffer.from(encoded, "base64").toString("utf8");
  return text.slice(text.indexOf(":") + 1);
}

function digest(text: string): Buffer {
  return createHash("sha256").update(text).digest();
}
