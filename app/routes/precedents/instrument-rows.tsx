import type { precedents } from "@studies/precedents/precedents";
import { fixed, percent, probability, signedPercent } from "@studies/words/words";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Row = ResultOf<typeof precedents>["rows"][number];

/** One row an instrument: cases, win rate with its interval and the base's, average win and loss, payoff, edge with p. */
export function InstrumentRows({ rows, few }: { rows: readonly Row[]; few: string | undefined }) {
  return (
    <table className="w-full self-start border-separate border-spacing-0">
      <caption className="sr-only">Record of each instrument</caption>
      <thead>
        <tr className="text-soft">
          <th scope="col" className="border-b border-ink/60 pb-1 text-left font-semibold text-ink">
            By instrument
          </th>
          <th scope="col" className="border-b border-ink/60 pb-1 text-right font-normal">
            n
          </th>
          <th scope="col" className="border-b border-ink/60 pb-1 pl-3 text-left font-normal">
            won; tick: all sessions
          </th>
          <th scope="col" className="border-b border-ink/60 pb-1 text-right font-normal" title="Mean less the base's mean">
            edge
          </th>
        </tr>
      </thead>
      {rows.map((row) => (
        <tbody key={row.ticker}>
          <tr>
            <th scope="row" className="pt-2 pr-2 text-left font-semibold">
              {row.name}
              {row.now === 1 && <span className="ml-2 font-normal text-indigo">holds now</span>}
            </th>
            <td className="pt-2 text-right">{row.n}</td>
            <td className="pt-2 pl-3">{row.n === 0 ? "–" : <WinBar row={row} />}</td>
            <td className={`pt-2 text-right font-semibold ${signColour(row.edge)}`}>{signedPercent(row.edge)}</td>
          </tr>
          <tr>
            <td colSpan={3} className="border-b border-rule pb-2 text-[12px] text-soft">
              {row.n === 0
                ? "no finished occurrence"
                : `won ${signedPercent(row.averageWin)}, lost ${signedPercent(row.averageLoss)}, payoff ${fixed(row.payoff, 1)}, worst ${signedPercent(row.worst)}`}
            </td>
            <td className="border-b border-rule pb-2 text-right text-[12px] text-soft">
              {Number.isNaN(row.p) ? "" : `p ${probability(row.p)}`}
            </td>
          </tr>
        </tbody>
      ))}
      {few !== undefined && (
        <tbody>
          <tr>
            <td colSpan={4} className="py-2 text-soft">
              {few}
            </td>
          </tr>
        </tbody>
      )}
    </table>
  );
}

/** The win rate as a bar, its interval as a line over it, and the base rate as a tick. */
function WinBar({ row }: { row: Row }) {
  const at = (share: number) => `${(100 * share).toFixed(1)}%`;
  return (
    <span className="flex items-center gap-2">
      <span className="relative h-[14px] w-[96px] shrink-0 bg-track" aria-hidden>
        <span className="absolute inset-y-0 left-0 bg-teal/65" style={{ width: at(row.winRate) }} />
        <span className="absolute top-1/2 h-px bg-ink" style={{ left: at(row.low), width: at(row.high - row.low) }} />
        <span className="absolute -inset-y-[3px] w-[2px] bg-ink" style={{ left: at(row.baseWinRate) }} />
      </span>
      <span
        className="w-9 text-right font-semibold"
        title={`95% interval ${percent(row.low, 0)} to ${percent(row.high, 0)}; all sessions ${percent(row.baseWinRate, 0)}`}
      >
        {percent(row.winRate, 0)}
      </span>
    </span>
  );
}
