import { date, fixed, price, signedPercent } from "@studies/words/words";
import type { ChartResult } from "./facts";
import { PlainTable } from "~/ui/table/plain-table";

const SHOWN = 20;
/** Lines that have a column beside the bars. */
const MOST_LINES = 5;

/** The latest bars as figures: the picture's alternative for those who cannot see it. */
export function BarsTable({ chart }: { chart: ChartResult }) {
  const rows = Array.from(chart.days.keys()).slice(-SHOWN).reverse();
  const samples = { daily: "sessions", weekly: "weeks", monthly: "months" }[chart.sampling];
  const lines = chart.plots.flatMap(({ hidden, title, lines: own = [], place, ownPane }) =>
    hidden
      ? []
      : own
          .filter((line) => line.name !== "volume" && !line.numbers)
          .map((line) => ({
            ...line,
            title: own.length > 1 ? `${title}, ${line.name}` : title,
            isPrice: place === "price" || ownPane,
          })),
  );
  return (
    <details className="mt-4">
      <summary className="heading cursor-pointer">
        The latest {rows.length} {samples} as figures
      </summary>
      <PlainTable
        caption={`The latest ${rows.length} ${samples}`}
        className="mt-2"
        rows={rows}
        rowKey={(k) => k}
        rowClassName="h-6"
        columns={[
          { key: "session", label: chart.sampling === "daily" ? "session" : "to", cell: (k) => date(chart.days[k]!) },
          ...(["open", "high", "low", "close"] as const).map((name) => ({
            key: name,
            label: name,
            cell: (k: number) => price(chart[name][k]!, chart.close[k]),
          })),
          {
            key: "change",
            label: "change",
            cell: (k) => signedPercent(k > 0 ? chart.close[k]! / chart.close[k - 1]! - 1 : NaN),
          },
          {
            key: "volume",
            label: "volume",
            cell: (k) => (Number.isNaN(chart.volume[k]) ? "–" : Math.round(chart.volume[k]!).toLocaleString("en-GB")),
          },
          ...lines.slice(0, MOST_LINES).map(({ title, values, isPrice }) => ({
            key: title,
            label: title,
            cell: (k: number) => (isPrice ? price(values[k]!, chart.close[k]) : fixed(values[k]!, 1)),
          })),
        ]}
      />
    </details>
  );
}
