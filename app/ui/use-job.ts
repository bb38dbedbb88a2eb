import { useEffect, useState } from "react";
import type { JobState } from "@server/jobs/job";

/**
 * Listens to a job that the page waits for.
 * @param known where it stood when the page was made
 * @returns where it stands; one that the server does not know any more counts as failed
 */
export function useJob(known: JobState | undefined): JobState | undefined {
  const [heard, setHeard] = useState<JobState>();
  const id = known?.state === "running" ? known.id : undefined;
  useEffect(() => {
    if (id === undefined) return;
    const source = new EventSource(`/jobs/${id}/events`);
    source.onmessage = (event: MessageEvent<string>) => {
      const state = JSON.parse(event.data) as JobState;
      setHeard(state);
      if (state.state !== "running") source.close();
    };
    source.onerror = () => {
      // A server that was started again knows nothing of it; one that is only slow is asked again by the browser itself.
      if (source.readyState !== EventSource.CLOSED) return;
      setHeard({ id, share: 0, state: "failed", reason: "The server does not know of it any more." });
    };
    return () => {
      source.close();
    };
  }, [id]);
  return heard && heard.id === known?.id && known.state === "running" ? heard : known;
}
