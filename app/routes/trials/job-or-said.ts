import type { Answer } from "@server/ask/desk.server";
import type { JobState } from "@server/jobs/job";
import { toWire } from "~/wire";

/** What a page was told, or the job that works on it. */
export function jobOrSaid<R>(asked: { readonly answer: Answer<R> } | { readonly job: JobState }) {
  if ("job" in asked) return { job: asked.job, said: undefined };
  return { job: undefined, said: { reading: asked.answer.reading, answer: toWire(asked.answer.result) } };
}
