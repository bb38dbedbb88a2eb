import { date, price, signedPercent } from "@studies/words/words";
import type { ChartResult } from "./facts";

const SHOWN = 20;

/** The latest bars as figures: the picture's alternative for those who cannot see it. */
export function BarsTable({ chart }: { chart: ChartResult }) {
  const rows = Array.from(chart.days.keys()).slice(-SHOWN).reverse();
  return (
    <details className="mt-4">
      <summary className="heading cursor-pointer">The latest {rows.length} sessions as figures</summary>
      <table className="mt-2 w-full max-w-3xl">
        <thead>
          <tr className="text-soft">
            {["session", "open", "high", "low", "close", "change", "volume"].map((label, k) => (
              <th
                key={label}
                scope="col"
                className={`border-b border-ink/60 font-normal ${k === 0 ? "text-left" : "text-right"}`}
              >
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((k) => (
            <tr key={k}>
              <th scope="row" className="border-b border-rule/70 text-left font-normal">
                {date(chart.days[k]!)}
              </th>
              {[chart.open, chart.high, chart.low, chart.close].map((column, c) => (
                <td key={c} className="border-b border-rule/70 text-right">
                  {price(column[k]!, chart.close[k])}
                </td>
              ))}
              <td className="border-b border-rule/70 text-right">
                {signedPercent(k > 0 ? chart.close[k]! / chart.close[k - 1]! - 1 : NaN)}
              </td>
              <td className="border-b border-rule/70 text-right">
                {Number.isNaN(chart.volume[k]) ? "–" : Math.round(chart.volume[k]!).toLocaleString("en-GB")}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
