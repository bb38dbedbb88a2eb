import type { Problem } from "@server/transfer/problems";
import { PlainTable } from "~/ui/table/plain-table";

/** What is wrong with what was given, with its place. */
export function ProblemsTable({ problems, total }: { problems: readonly Problem[]; total: number }) {
  return (
    <div className="mt-3 max-h-80 overflow-y-auto" tabIndex={0} role="region" aria-label="Problems">
      <PlainTable
        caption="Problems"
        rows={problems}
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
      {total > problems.length && <p className="mt-1 text-soft">The first {problems.length} are listed.</p>}
    </div>
  );
}
