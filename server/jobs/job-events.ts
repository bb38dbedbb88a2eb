import type { Request, Response } from "express";
import { openEventStream } from "../event-stream";
import type { JobState } from "./job";
import { findJob } from "./jobs.server";

/** Tells a page how far a job is, by server-sent events; the last is how it came out. */
export function jobEvents(request: Request<{ id: string }>, response: Response): void {
  const job = findJob(request.params.id);
  if (!job) {
    response.sendStatus(404);
    return;
  }
  const stream = openEventStream<JobState>(request, response);
  const send = (state: JobState) => {
    stream.send(state);
    if (state.state !== "running") response.end();
  };
  stream.onClose(job.watch(send));
  send(job.state);
}
