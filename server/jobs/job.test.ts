import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { NotFound } from "../errors";
import { Job, type JobState, type JobWork } from "./job";
import { findJob, getJob, startJob } from "./jobs.server";

/** Work in the hands of the test. */
function byHand(more: Partial<JobWork<string>> = {}) {
  let tell: (share: number) => void = () => undefined;
  let signal: AbortSignal | undefined;
  let end: (result: string) => void = () => undefined;
  let fail: (error: Error) => void = () => undefined;
  const job = new Job<string>({
    run: (told, stopped) => {
      tell = told;
      signal = stopped;
      return new Promise((resolve, reject) => {
        end = resolve;
        fail = reject;
        stopped.addEventListener("abort", () => {
          reject(new Error("stopped"));
        });
      });
    },
    say: (error) => `It failed: ${(error as Error).message}`,
    ...more,
  });
  return { job, tell, signal: signal!, end, fail };
}

describe("a job", () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  it("tells those who watch it how far it is, a hundredth at a time, and what came of it", async () => {
    const { job, tell, end } = byHand();
    const heard: JobState[] = [];
    job.watch((state) => heard.push(state));
    for (const share of [0.004, 0.01, 0.015, 0.02, 0.5]) tell(share);
    expect(heard.map((s) => s.share)).toEqual([0.01, 0.02, 0.5]);
    expect(job.result).toBeUndefined();
    end("done");
    await job.over;
    expect(heard.at(-1)).toEqual({ id: job.id, share: 0.5, state: "ended" });
    expect([job.result, await job.wait()]).toEqual(["done", "done"]);
    tell(0.9);
    expect(job.state.share).toBe(0.5);
  });
  it("says in words why it failed", async () => {
    const { job, fail } = byHand();
    fail(new Error("no room"));
    await job.over;
    expect(job.state).toMatchObject({ state: "failed", reason: "It failed: no room" });
    await expect(job.wait()).rejects.toThrow("no room");
  });
  it("is stopped, which is no failure", async () => {
    const { job, signal } = byHand();
    job.stop();
    await job.over;
    expect(signal.aborted).toBe(true);
    expect(job.state).toEqual({ id: job.id, share: 0, state: "stopped" });
    await expect(job.wait()).rejects.toThrow("stopped");
  });
  it("is stopped ten seconds after the last who watched it has left, where it is for them alone", async () => {
    const { job } = byHand({ onlyWhileWatched: true });
    const [first, second] = [job.watch(() => undefined), job.watch(() => undefined)];
    first();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(job.state.state).toBe("running");
    second();
    await vi.advanceTimersByTimeAsync(9_000);
    const third = job.watch(() => undefined);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(job.state.state).toBe("running");
    third();
    await vi.advanceTimersByTimeAsync(10_001);
    expect(job.state.state).toBe("stopped");
  });
  it("is stopped when nobody ever comes, and goes on without anyone where it is for the data's sake", async () => {
    const [watched, free] = [byHand({ onlyWhileWatched: true }), byHand()];
    await vi.advanceTimersByTimeAsync(10_001);
    expect([watched.job.state.state, free.job.state.state]).toEqual(["stopped", "running"]);
  });
  it("is found by its id", async () => {
    const job = startJob({ run: () => Promise.resolve(7), say: String });
    await job.over;
    expect(findJob(job.id)).toBe(job);
    expect(getJob(job.id).result).toBe(7);
    expect(findJob("nothing")).toBeUndefined();
    expect(() => getJob("nothing")).toThrow(NotFound);
  });
});
