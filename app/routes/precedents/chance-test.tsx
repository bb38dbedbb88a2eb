import { useEffect } from "react";
import { Link, useRevalidator } from "react-router";
import type { JobState } from "@server/jobs/job";
import type { Sentence } from "@studies/define-study";
import { useHrefWith } from "~/here";
import { JobProgress } from "~/ui/job-progress";
import { SentenceText } from "~/ui/reading";
import { useJob } from "~/ui/use-job";

export type Test = { readonly job: JobState } | { readonly reading: readonly Sentence[] };

/** p of many instruments, which takes seconds: how far it is, with a way to stop it, and what came of it. */
export function ChanceTest({ test }: { test: Test | undefined }) {
  const hrefWith = useHrefWith();
  const { revalidate } = useRevalidator();
  const begun = test && "job" in test ? test.job : undefined;
  const job = useJob(begun);
  const isOver = begun?.state === "running" && job?.state === "ended";
  useEffect(() => {
    if (isOver) void revalidate();
  }, [isOver, revalidate]);
  if (!test)
    return (
      <p className="mt-3">
        <Link className="text-indigo hover:underline" to={hrefWith({ test: "p" })} replace preventScrollReset>
          Test it against other dates
        </Link>{" "}
        <span className="text-soft">(p; of so many instruments that takes some seconds)</span>
      </p>
    );
  if ("reading" in test)
    return (
      <p role="status" className="mt-3 font-serif text-[16px]">
        {test.reading.map((sentence, k) => (
          <SentenceText key={k} sentence={sentence} />
        ))}
      </p>
    );
  if (job?.state === "running" || isOver)
    return (
      <div className="mt-3">
        <JobProgress job={job} doing="Testing against other dates" />
      </div>
    );
  return (
    <p role="status" className="mt-3 text-soft">
      {job?.state === "stopped" ? "The test was stopped." : `The test failed. ${job?.reason ?? ""}`}{" "}
      <button type="button" className="font-semibold text-indigo underline" onClick={() => void revalidate()}>
        Begin it again
      </button>
    </p>
  );
}
