import { useEffect } from "react";
import { useRevalidator } from "react-router";
import type { JobState } from "@server/jobs/job";
import { JobProgress } from "./job-progress";
import { useJob } from "./use-job";

interface Props {
  readonly begun: JobState;
  /** What it is doing, such as "Testing against other dates". */
  readonly doing: string;
  /** What it is, at the start of a sentence: "The test". */
  readonly what: string;
}

/** A page waits for a long study: how far it is, with a way to stop it; the page is asked again when it is over. */
export function WaitForJob({ begun, doing, what }: Props) {
  const { revalidate } = useRevalidator();
  const job = useJob(begun);
  const isOver = begun.state === "running" && job?.state === "ended";
  useEffect(() => {
    if (isOver) void revalidate();
  }, [isOver, revalidate]);
  if (job?.state === "running" || isOver) return <JobProgress job={job} doing={doing} />;
  return (
    <p role="status" className="text-soft">
      {job?.state === "stopped" ? `${what} was stopped.` : `${what} failed. ${job?.reason ?? ""}`}{" "}
      <button type="button" className="font-semibold link" onClick={() => void revalidate()}>
        Begin it again
      </button>
    </p>
  );
}
