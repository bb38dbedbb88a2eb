import { LRUCache } from "lru-cache";
import { NotFound } from "../errors";
import { Job, type JobWork } from "./job";

/** Jobs that are remembered, those that are over among them. */
const MOST_JOBS = 100;

// Survives the reloading of modules in development.
const globals = globalThis as unknown as { yubrinJobs?: LRUCache<string, Job> };
const jobs = (globals.yubrinJobs ??= new LRUCache<string, Job>({ max: MOST_JOBS }));

/** Starts work that takes long, to be found by its id. */
export function startJob<R>(work: JobWork<R>): Job<R> {
  const job = new Job(work);
  jobs.set(job.id, job);
  return job;
}

/** A job by its id, undefined when there is none or it is long over. */
export function findJob(id: string): Job | undefined {
  return jobs.get(id);
}

/**
 * A job by its id.
 * @throws NotFound when there is none or it is long over
 */
export function getJob(id: string): Job {
  const job = jobs.get(id);
  if (!job) throw new NotFound("That job is not known any more.");
  return job;
}
