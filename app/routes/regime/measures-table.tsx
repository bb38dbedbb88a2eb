import type { RegimeMeasure } from "@studies/regime/regime-measures";
import { fixed, signed, signedPercent } from "@studies/words/words";
import { Sparkline } from "~/ui/sparkline";

/** The measures of the regime: value, plain verdict, rank over 180 sessions and a small history. */
export function MeasuresTable({ measures }: { measures: readonly RegimeMeasure[] }) {
  return (
    <table className="w-full self-start border-separate border-spacing-0">
      <caption className="sr-only">Measures of the regime</caption>
      <thead>
        <tr className="text-soft">
          {["measure", "value", "verdict", "rank of 180", "last 90 sessions"].map((label, k) => (
            <th
              key={label}
              scope="col"
              title={label === "rank of 180" ? "Percentile rank in its own last 180 sessions" : undefined}
              className={`border-b border-ink/60 pb-1 font-normal whitespace-nowrap ${k === 0 ? "text-left font-semibold text-ink" : k === 2 ? "pl-3 text-left" : "pl-3 text-right"}`}
            >
              {k === 0 ? "Measures" : label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {measures.map((m) => (
          <tr key={m.key} className="h-[29px]">
            <th scope="row" title={m.about} className="border-b border-rule text-left font-normal whitespace-nowrap">
              {m.name}
            </th>
            <td className="border-b border-rule pl-3 text-right font-semibold">{measured(m)}</td>
            <td className="border-b border-rule pl-3 whitespace-nowrap">{m.verdict}</td>
            <td className="border-b border-rule pl-3 text-right">{fixed(m.rank)}</td>
            <td className="border-b border-rule pl-3 text-right">
              <Sparkline values={m.history} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function measured({ unit, value }: RegimeMeasure): string {
  return unit === "fraction" ? signedPercent(value) : unit === "z" ? signed(value) : fixed(value);
}
