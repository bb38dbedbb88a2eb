import { Link } from "react-router";
import type { JobState } from "@server/jobs/job";
import type { Sentence } from "@studies/define-study";
import { useHrefWith } from "~/here";
import { SentenceText } from "~/ui/reading";
import { WaitForJob } from "~/ui/wait-for-job";

export type Test = { readonly job: JobState } | { readonly reading: readonly Sentence[] };

/** p of many instruments, which takes seconds: how far it is, with a way to stop it, and what came of it. */
export function ChanceTest({ test }: { test: Test | undefined }) {
  const hrefWith = useHrefWith();
  if (!test)
    return (
      <p className="mt-3">
        <Link className="link" to={hrefWith({ test: "p" })} replace preventScrollReset>
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
  return (
    <div className="mt-3">
      <WaitForJob begun={test.job} doing="Testing against other dates" what="The test" />
    </div>
  );
}
