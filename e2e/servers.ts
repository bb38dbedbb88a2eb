import { execFileSync } from "node:child_process";

/** The servers that the journeys run against, each over a database of its own: see serve.mjs. The last is up when all are. */
export const SERVERS = ["made", "empty", "fed", "watched", "bars"] as const;
export type ServerName = (typeof SERVERS)[number];

const ASK = `
  const net = require("node:net");
  const servers = ${JSON.stringify(SERVERS)}.map(() => net.createServer().listen(0, "127.0.0.1"));
  Promise.all(servers.map((s) => new Promise((done) => s.on("listening", done)))).then(() => {
    process.stdout.write(servers.map((s) => s.address().port).join(","));
    servers.forEach((s) => s.close());
  });`;

/** Ports that are free, asked for once: who runs the tests hands them on to those who do the work. */
process.env["E2E_PORTS"] ??= execFileSync(process.execPath, ["-e", ASK], { encoding: "utf8" });
const ports = process.env["E2E_PORTS"].split(",").map(Number);

export function portOf(server: ServerName): number {
  return ports[SERVERS.indexOf(server)]!;
}

export function addressOf(server: ServerName): string {
  return `http://127.0.0.1:${portOf(server)}`;
}
