import { Link } from "react-router";
import type { ImportState } from "@server/transfer/import-jobs.server";
import { count } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { JobProgress } from "~/ui/job-progress";
import { ProblemsTable } from "./problems-table";

/** How the import goes or went: progress with a way to stop it, what was read, or what was wrong and where. */
export function ImportOutcome({ job }: { job: ImportState | undefined }) {
  if (!job) return <p className="text-soft">That import is not known any more; what is loaded is shown at the right.</p>;
  if (job.state === "running") return <JobProgress job={job} doing="Importing" />;
  if (job.state === "stopped") return <p role="status">The import was stopped; nothing of it was kept.</p>;
  if (job.state === "failed" || !job.report)
    return (
      <p role="alert" className="border-l-2 border-rust pl-4">
        <b className="font-semibold">The import failed; what was there before is untouched.</b> {job.reason}
      </p>
    );
  const { report } = job;
  return (
    <section role="status" className={`border-l-2 pl-4 ${report.imported ? "border-teal" : "border-rust"}`}>
      <h2 className="font-serif text-lg">
        {report.imported
          ? report.problemCount > 0
            ? `Imported, without ${count(report.problemCount, "row")} that had a problem.`
            : "Imported."
          : `Nothing was imported: ${count(report.problemCount, "problem")}. What was there before is untouched.`}
      </h2>
      {report.imported && <Imported words={report.words} />}
      {report.notes.length > 0 && (
        <ul className="mt-2 list-disc space-y-0.5 pl-4 text-soft">
          {report.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {report.problems.length > 0 && <ProblemsTable problems={report.problems} total={report.problemCount} />}
    </section>
  );
}

function Imported({ words }: { words: string }) {
  const here = useHere();
  return (
    <p className="mt-1">
      {words}.{" "}
      <Link className="figure-link" to={hrefOf({ ...here, asOf: undefined }, "/")}>
        To Today
      </Link>
    </p>
  );
}
