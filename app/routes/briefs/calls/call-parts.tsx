import type { CallPartRecord } from "@studies/calls/calls";
import { fixed, percent, signedPercent } from "@studies/words/words";
import { PlainTable } from "~/ui/table/plain-table";

interface Props {
  readonly parts: readonly CallPartRecord[];
  readonly label: string;
}

/** What calls that have something in common have been worth. */
export function CallParts({ parts, label }: Props) {
  return (
    <PlainTable
      caption={`Calls by ${label}`}
      rows={parts}
      rowKey={(row) => row.name}
      columns={[
        { key: "name", label, text: true, cell: (row) => row.name },
        { key: "n", label: "scored", cell: (row) => row.n },
        {
          key: "right",
          label: "right",
          about: "With its 95% interval",
          cell: (row) => `${percent(row.right / row.n, 0)} (${percent(row.low, 0)} to ${percent(row.high, 0)})`,
        },
        { key: "brier", label: "Brier", about: "Of those with a confidence and a base", cell: (row) => fixed(row.brier, 2) },
        {
          key: "base",
          label: "of base",
          about: "Brier score of the base rate over the same calls",
          cell: (row) => fixed(row.baseBrier, 2),
        },
        {
          key: "gain",
          label: "its way",
          about: "Mean return in the direction called",
          cell: (row) => signedPercent(row.meanGain),
        },
      ]}
    />
  );
}
