import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { STUDIES } from "@studies/registry";
import { makeWorld } from "@world/make-world";
import { getJob } from "../jobs/jobs.server";
import type { JobState } from "../jobs/job";
import { openDatabase } from "../db.server";
import { counting } from "../testing/slow.worker";
import workerUrl from "../testing/slow.worker.ts?node-worker";
import { writeDataset } from "../transfer/write-dataset.server";
import { Desk } from "./desk.server";
import { startPool } from "./pool.server";

const world = makeWorld(4, { stocks: 20, years: 1, reserve: 3 }).dataset;
const studies = new Map([...STUDIES, [counting.name, counting]]);
const question = (to: number) => ({ study: "counting", params: { to } });

describe("a long study", () => {
  let desk: Desk;
  beforeAll(async () => {
    const db = await openDatabase(":memory:");
    await writeDataset(db, world);
    desk = new Desk(db, { studies, pool: startPool(workerUrl) });
  });
  afterAll(() => desk.close());

  const begin = async (to: number) => {
    const begun = await desk.askLong(question(to));
    if (!("job" in begun)) throw new Error("it was answered at once");
    return getJob(begun.job.id);
  };

  it("is worked on once for all who ask, tells how far it is, and its answer is kept", async () => {
    const job = await begin(600);
    const heard: JobState[] = [];
    job.watch((state) => heard.push(state));
    expect((await begin(600)).id).toBe(job.id);
    const [answer] = await Promise.all([desk.ask<{ counted: number }>(question(600)), job.over]);
    expect(answer.result.counted).toBe(600);
    expect(answer.reading).toEqual([["Counted to 600."]]);
    const shares = heard.map((s) => s.share);
    expect(shares.length).toBeGreaterThan(2);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(heard.at(-1)!.state).toBe("ended");
    expect(await desk.askLong(question(600))).toEqual({ answer });
  });
  it("holds up no other question, and ends soon after it was stopped", async () => {
    const job = await begin(60_000);
    const begun = performance.now();
    await desk.ask({ study: "directory", params: {} });
    job.stop();
    await job.over;
    expect(job.state.state).toBe("stopped");
    // Far from the minute that it would have taken.
    expect(performance.now() - begun).toBeLessThan(20_000);
    // Whoever asks again begins anew, in a thread that is free again.
    expect((await desk.ask<{ counted: number }>(question(5))).result.counted).toBe(5);
  });
  it("that is being stopped is begun anew by whoever asks in the same moment", async () => {
    const job = await begin(300);
    job.stop();
    expect(job.state.state).toBe("running");
    const again = desk.ask<{ counted: number }>(question(300));
    expect((await begin(300)).id).not.toBe(job.id);
    expect((await again).result.counted).toBe(300);
    expect(job.state.state).toBe("stopped");
  });
  it("that fails says so, and is tried again by whoever asks next", async () => {
    const job = await begin(-1);
    await job.over;
    expect(job.state).toMatchObject({ state: "failed", reason: "The log says where." });
    expect((await begin(-1)).id).not.toBe(job.id);
  });
  it("is stopped when the desk closes", async () => {
    const db = await openDatabase(":memory:");
    await writeDataset(db, world);
    const other = new Desk(db, { studies, pool: startPool(workerUrl) });
    const asked = other.ask(question(60_000)).catch((error: unknown) => error);
    await new Promise((resolve) => setTimeout(resolve, 300));
    await other.close();
    expect(await asked).toBeInstanceOf(Error);
  });
});
