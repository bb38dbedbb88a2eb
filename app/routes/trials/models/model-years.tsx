import type { model } from "@studies/trials/rebalanced-model";
import { percent, signedPercent } from "@studies/words/words";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof model>;

const LATEST_YEARS = 6;

/** The latest calendar years, and the whole. */
export function ModelYears({ answer: { years, figures, benchmark } }: { readonly answer: Answer }) {
  const turnover = years.length === 0 ? NaN : years.reduce((sum, y) => sum + y.turnover, 0) / years.length;
  const rows = [
    ...years.slice(-LATEST_YEARS).map((y) => ({ name: String(y.year), ...y })),
    {
      name: Number.isNaN(figures.model.annual) ? "in all" : "a year, all",
      model: Number.isNaN(figures.model.annual) ? figures.model.total : figures.model.annual,
      benchmark: Number.isNaN(figures.model.annual) ? figures.benchmark.total : figures.benchmark.annual,
      equal: Number.isNaN(figures.model.annual) ? figures.equal.total : figures.equal.annual,
      turnover,
    },
  ];
  return (
    <PlainTable
      className="mt-3"
      caption="The model by year"
      rows={rows}
      rowKey={(r) => r.name}
      rowClassName="h-[23px]"
      columns={[
        { key: "name", label: "year", cell: (r) => r.name },
        { key: "model", label: "model", cellClassName: "font-semibold", cell: (r) => signedPercent(r.model) },
        { key: "benchmark", label: benchmark, cell: (r) => signedPercent(r.benchmark) },
        {
          key: "ahead",
          label: "ahead",
          cellClassName: (r) => signColour(r.model - r.benchmark),
          cell: (r) => signedPercent(r.model - r.benchmark),
        },
        { key: "equal", label: "equal parts", cellClassName: "text-soft", cell: (r) => signedPercent(r.equal) },
        {
          key: "turnover",
          label: "turnover",
          about: "Half of what was traded, over the value",
          cellClassName: "text-soft",
          cell: (r) => percent(r.turnover, 0),
        },
      ]}
    />
  );
}
