import type { PartRecord } from "@studies/plans/journal-record";
import { inRisks } from "@studies/plans/plan-words";
import { capital, percent } from "@studies/words/words";
import { PlainTable } from "~/ui/table/plain-table";

/** What positions that are over have been worth by how things stood at their entry. */
export function PartsTable({ parts, label }: { readonly parts: readonly PartRecord[]; readonly label: string }) {
  const tooFew = (n: number) => (n < LEAST ? "text-soft" : "");
  return (
    <PlainTable
      className="mt-3"
      caption={`What they have been worth by ${label}`}
      rows={parts}
      rowKey={(row) => row.name}
      columns={[
        { key: "name", label, cell: (row) => capital(row.name) },
        { key: "n", label: "over", about: "Positions that are over", cell: (row) => row.n },
        { key: "won", label: "won", cellClassName: (row) => tooFew(row.n), cell: (row) => `${row.wins} of ${row.n}` },
        {
          key: "interval",
          label: "95% interval",
          about: "Of the share that won (Wilson)",
          cellClassName: "text-soft",
          cell: (row) => (row.n < 2 ? "–" : `${percent(row.low, 0)} to ${percent(row.high, 0)}`),
        },
        {
          key: "expectancy",
          label: "expectancy",
          about: "Mean in planned risks, of those that had one",
          cellClassName: (row) => tooFew(row.withRisk),
          cell: (row) => inRisks(row.expectancy),
        },
        { key: "worst", label: "worst", cell: (row) => inRisks(row.worst) },
        { key: "best", label: "best", cell: (row) => inRisks(row.best) },
      ]}
    />
  );
}

/** Under so many a share says little: it is grey. */
const LEAST = 20;
