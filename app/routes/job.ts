import { getJob } from "@server/jobs/jobs.server";
import { foreseen } from "~/ask.server";
import type { Route } from "./+types/job";

/** Stops a job. How far it is, its events tell: `/jobs/<id>/events`. */
export async function action({ params }: Route.ActionArgs) {
  await foreseen(() => {
    getJob(params.id).stop();
    return Promise.resolve();
  });
  return null;
}

/** The page that waits hears of it by the events. */
export function shouldRevalidate(): boolean {
  return false;
}
