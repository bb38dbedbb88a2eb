import { spawn, spawnSync, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import fs from "node:fs";
import { createServer } from "node:net";
import path from "node:path";
import { expect } from "./watch";

/** A server of its own over a database of its own, which can be killed and started again. */
export class OwnServer {
  #child: ChildProcess | undefined;
  address = "";
  readonly #folder: string;
  readonly #file: string;

  constructor(
    name: string,
    readonly seed: number,
    /** Of the market that it begins with; none begins with nothing. */
    readonly size: { readonly stocks: number; readonly years: number } | undefined,
    /** Whether it watches a folder, and whether its market comes with the demo's desk. */
    readonly options: { readonly inbox?: boolean; readonly isWorkedAt?: boolean } = {},
  ) {
    this.#folder = path.resolve("test-results", `e2e-${name}-${process.pid}`);
    this.#file = path.join(this.#folder, "yubrin.db");
  }

  make(): void {
    fs.rmSync(this.#folder, { recursive: true, force: true });
    fs.mkdirSync(this.#folder, { recursive: true });
    if (!this.size) return;
    const size = [
      "--stocks",
      String(this.size.stocks),
      "--years",
      String(this.size.years),
      "--seed",
      String(this.seed),
      "--out",
      this.#file,
      ...(this.options.isWorkedAt ? [] : ["--bare"]),
    ];
    const { status } = spawnSync(process.execPath, ["--import", "tsx", "server/commands/world.ts", ...size], { timeout: 80_000 });
    expect(status).toBe(0);
  }

  /** A folder of the server's own: its watched one, where it has one, is the "inbox" in it. */
  get folder(): string {
    return this.#folder;
  }

  async start(): Promise<void> {
    if (this.address === "") {
      const probe = createServer().listen(0, "127.0.0.1");
      await once(probe, "listening");
      this.address = `http://127.0.0.1:${(probe.address() as { port: number }).port}`;
      probe.close();
    }
    const inbox = this.options.inbox ? { YUBRIN_INBOX: path.join(this.#folder, "inbox") } : {};
    const env = { ...process.env, ...inbox, YUBRIN_DB: this.#file, PORT: new URL(this.address).port, NODE_ENV: "production" };
    this.#child = spawn(process.execPath, ["server.js"], { env, stdio: "ignore" });
    await expect
      .poll(async () => (await fetch(`${this.address}/healthz`).catch(() => undefined))?.status, { timeout: 60_000 })
      .toBe(200);
  }

  async kill(): Promise<void> {
    const child = this.#child;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const over = once(child, "exit");
    child.kill("SIGKILL");
    await over;
  }

  /** Has the feed deliver a step of the next session, or what is left of it. */
  async deliver(intent: "step" | "close"): Promise<void> {
    const answer = await fetch(`${this.address}/feed.data`, {
      method: "POST",
      body: new URLSearchParams({ intent }),
      headers: { Origin: this.address },
    });
    expect(answer.ok).toBe(true);
  }
}
