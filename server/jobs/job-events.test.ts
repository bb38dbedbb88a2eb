import type { AddressInfo } from "node:net";
import type { Server } from "node:http";
import express from "express";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Job, JobState } from "./job";
import { jobEvents } from "./job-events";
import { startJob } from "./jobs.server";

let server: Server;
let base: string;
beforeAll(async () => {
  const app = express();
  app.get("/jobs/:id/events", jobEvents);
  server = app.listen(0);
  await new Promise((resolve) => server.once("listening", resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => server.close());

/** A job in the hands of the test. */
function byHand() {
  let tell: (share: number) => void = () => undefined;
  let end: () => void = () => undefined;
  const job: Job<string> = startJob<string>({
    onlyWhileWatched: true,
    say: String,
    run: (told, signal) => {
      tell = told;
      return new Promise((resolve, reject) => {
        end = () => {
          resolve("done");
        };
        signal.addEventListener("abort", () => {
          reject(new Error("stopped"));
        });
      });
    },
  });
  return { job, tell, end };
}
const statesIn = (text: string) =>
  [...text.matchAll(/^data: (.*)$/gm)].map(([, json]) => JSON.parse(json!) as JobState).map((s) => `${s.state} ${s.share}`);

describe("events of a job", () => {
  it("begin with where it stands, follow it, and end with how it came out", async () => {
    const { job, tell, end } = byHand();
    tell(0.2);
    const response = await fetch(`${base}/jobs/${job.id}/events`);
    expect(response.headers.get("content-type")).toContain("text/event-stream");
    tell(0.6);
    end();
    expect(statesIn(await response.text())).toEqual(["running 0.2", "running 0.6", "ended 0.6"]);
    // Who comes later hears at once that it is over.
    expect(statesIn(await (await fetch(`${base}/jobs/${job.id}/events`)).text())).toEqual(["ended 0.6"]);
  });
  it("of a job that is not known are none", async () => {
    expect((await fetch(`${base}/jobs/nothing/events`)).status).toBe(404);
  });
  it("are left when the page is, and nobody watches then", async () => {
    const { job } = byHand();
    const leaving = new AbortController();
    await fetch(`${base}/jobs/${job.id}/events`, { signal: leaving.signal });
    expect(job.isWatched).toBe(true);
    leaving.abort();
    for (let k = 0; k < 100 && job.isWatched; k++) await new Promise((resolve) => setTimeout(resolve, 20));
    expect(job.isWatched).toBe(false);
    job.stop();
  });
});
