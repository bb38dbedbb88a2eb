import type { precedents } from "@studies/precedents/precedents";
import { fixed, percent, probability, signedPercent } from "@studies/words/words";
import { PlainTable } from "~/ui/table/plain-table";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";

type Row = ResultOf<typeof precedents>["rows"][number];

/** One row an instrument: cases, win rate with its interval and the base's, average win and loss, payoff, edge with p. */
export function InstrumentRows({ rows, few }: { rows: readonly Row[]; few: string | undefined }) {
  return (
    <div>
      <PlainTable
        caption="Record of each instrument"
        rows={rows}
        rowKey={(row) => row.ticker}
        rowClassName="h-[45px]"
        columns={[
          {
            key: "name",
            label: "By instrument",
            headClassName: "font-semibold text-ink",
            cell: (row) => (
              <TwoLines
                first={
                  <b className="font-semibold">
                    {row.name}
                    {row.now === 1 && <span className="ml-2 font-normal text-indigo">holds now</span>}
                  </b>
                }
                second={
                  row.n === 0 ? "no finished occurrence" : `payoff ${fixed(row.payoff, 1)}, worst ${signedPercent(row.worst)}`
                }
              />
            ),
          },
          { key: "n", label: "n", cell: (row) => <TwoLines first={row.n.toLocaleString("en-GB")} second="" /> },
          {
            key: "won",
            label: "won; tick: all sessions",
            text: true,
            className: "pl-4",
            cell: (row) =>
              row.n === 0 ? (
                "–"
              ) : (
                <TwoLines
                  first={<WinBar row={row} />}
                  second={`won ${signedPercent(row.averageWin)}, lost ${signedPercent(row.averageLoss)}`}
                />
              ),
          },
          {
            key: "edge",
            label: "edge",
            about: "Mean less the mean of all sessions",
            cell: (row) => (
              <TwoLines
                first={<b className={`font-semibold ${signColour(row.edge)}`}>{signedPercent(row.edge)}</b>}
                second={Number.isNaN(row.p) ? "" : `p ${probability(row.p)}`}
              />
            ),
          },
        ]}
      />
      {few !== undefined && <p className="py-2 text-soft">{few}</p>}
    </div>
  );
}

function TwoLines({ first, second }: { first: React.ReactNode; second: string }) {
  return (
    <>
      <span className="block">{first}</span>
      <span className="block min-h-[17px] text-[12px] whitespace-nowrap text-soft">{second}</span>
    </>
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
