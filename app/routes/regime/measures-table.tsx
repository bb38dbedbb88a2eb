import type { RegimeMeasure } from "@studies/regime/regime-measures";
import { fixed, signed, signedPercent } from "@studies/words/words";
import { Sparkline } from "~/ui/sparkline";
import { PlainTable } from "~/ui/table/plain-table";

/** The measures of the regime: value, plain verdict, rank over 180 sessions and a small history. */
export function MeasuresTable({ measures }: { measures: readonly RegimeMeasure[] }) {
  return (
    <PlainTable
      caption="Measures of the regime"
      rows={measures}
      rowKey={(m) => m.key}
      rowClassName="h-[29px]"
      columns={[
        {
          key: "name",
          label: "Measures",
          headClassName: "font-semibold text-ink",
          cellClassName: "whitespace-nowrap",
          title: (m) => m.about,
          cell: (m) => m.name,
        },
        { key: "value", label: "value", cellClassName: "font-semibold", cell: measured },
        { key: "verdict", label: "verdict", text: true, cellClassName: "whitespace-nowrap", cell: (m) => m.verdict },
        { key: "rank", label: "rank of 180", about: "Percentile rank in its own last 180 sessions", cell: (m) => fixed(m.rank) },
        { key: "history", label: "last 90 sessions", cell: (m) => <Sparkline values={m.history} /> },
      ]}
    />
  );
}

function measured({ unit, value }: RegimeMeasure): string {
  return unit === "fraction" ? signedPercent(value) : unit === "z" ? signed(value) : fixed(value);
}
