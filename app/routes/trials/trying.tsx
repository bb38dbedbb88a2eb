import type { ReactNode } from "react";
import type { JobState } from "@server/jobs/job";
import type { Sentence } from "@studies/define-study";
import { WaitForJob } from "~/ui/wait-for-job";

/** What stands in place of a reading until there is one. */
export const TRYING: readonly Sentence[] = [["What would have come of it is being worked out."]];

interface Props {
  readonly job: JobState | undefined;
  /** What it is, at the start of a sentence. */
  readonly what: string;
  /** What was told last; nothing before the first answer. */
  readonly children: ReactNode;
}

/** How far a trial is, with a way to stop it, over what was told before it. */
export function Trying({ job, what, children }: Props) {
  // Until there is an answer the keyboard arrives where one waits for it.
  const hasAnswer = children !== undefined;
  return (
    <>
      {job && (
        <div data-main={hasAnswer ? undefined : true} tabIndex={-1} className="mb-4">
          <WaitForJob begun={job} doing="Going through all past sessions" what={what} />
        </div>
      )}
      <div aria-busy={job !== undefined} className={job ? "opacity-50" : ""}>
        {children}
      </div>
    </>
  );
}
