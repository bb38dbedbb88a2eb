import { useFetcher } from "react-router";
import type { JobState } from "@server/jobs/job";

interface Props {
  readonly job: JobState;
  /** What it is doing, such as "Importing". */
  readonly doing: string;
}

/** How far a job is, with a way to stop it. */
export function JobProgress({ job, doing }: Props) {
  const stop = useFetcher();
  const percent = Math.round(100 * job.share);
  return (
    <section>
      <h2 id="doing" className="heading">
        {doing}, {percent}%
      </h2>
      <progress
        aria-labelledby="doing"
        max={100}
        value={percent}
        className="mt-1 h-2 w-full appearance-none [&::-moz-progress-bar]:bg-indigo [&::-webkit-progress-bar]:bg-track [&::-webkit-progress-value]:bg-indigo"
      />
      <stop.Form method="post" action={`/jobs/${job.id}`} className="mt-2">
        <button type="submit" className="control" disabled={stop.state !== "idle"}>
          Stop
        </button>
      </stop.Form>
    </section>
  );
}
