import { useState } from "react";
import type { JobState } from "@server/jobs/job";

interface Props {
  readonly job: JobState;
  /** What it is doing, such as "Importing". */
  readonly doing: string;
}

/** How far a job is, with a way to stop it. */
export function JobProgress({ job, doing }: Props) {
  const [isStopping, setStopping] = useState(false);
  const percent = Math.round(100 * job.share);
  // By no form of the router: what the page shows would be asked again after it, and the work begun anew.
  const stop = async () => {
    setStopping(true);
    await fetch(`/jobs/${job.id}.data`, { method: "POST", body: new URLSearchParams() }).catch(() => undefined);
    setStopping(false);
  };
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
      <p className="mt-2">
        <button type="button" className="control" disabled={isStopping} onClick={() => void stop()}>
          Stop
        </button>
      </p>
    </section>
  );
}
