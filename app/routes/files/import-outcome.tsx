import { Link } from "react-router";
import type { ImportState } from "@server/transfer/import-jobs.server";
import { count } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { JobProgress } from "~/ui/job-progress";
import { PlainTable } from "~/ui/table/plain-table";

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
          ? "Imported."
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
      {report.problems.length > 0 && (
        <div className="mt-3 max-h-80 overflow-y-auto" tabIndex={0} role="region" aria-label="Problems">
          <PlainTable
            caption="Problems"
            rows={report.problems}
            rowKey={(_, k) => k}
            rowClassName="align-top"
            columns={[
              { key: "file", label: "file", cellClassName: "py-0.5 whitespace-nowrap", cell: (p) => p.file },
              {
                key: "line",
                label: "line",
                cellClassName: "py-0.5",
                cell: (p) => (p.line > 0 ? p.line.toLocaleString("en-GB") : "–"),
              },
              { key: "reason", label: "what is wrong", text: true, cellClassName: "py-0.5", cell: (p) => p.reason },
            ]}
          />
          {report.problemCount > report.problems.length && (
            <p className="mt-1 text-soft">The first {report.problems.length} are listed.</p>
          )}
        </div>
      )}
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
