import { useNavigate } from "react-router";
import { isoDate } from "@core/columns/epoch-day";
import { OCCURRENCE_COLUMNS } from "@studies/precedents/occurrence-columns";
import type { precedents } from "@studies/precedents/precedents";
import { date, signedPercent } from "@studies/words/words";
import { hrefOf, useHere } from "~/here";
import { columnsOf } from "~/ui/table/column";
import { DataTable } from "~/ui/table/data-table";
import { signColour } from "~/ui/tint";
import type { ResultOf } from "~/wire";
import { ChanceTest, type Test } from "./chance-test";
import { FanChart } from "./fan-chart";
import { HoldingChart } from "./holding-chart";
import { InstrumentRows } from "./instrument-rows";
import { MirroredHistograms } from "./mirrored-histograms";
import { PartsTable } from "./parts-table";

interface Props {
  readonly answer: ResultOf<typeof precedents>;
  readonly forName: string;
  /** Whether something stands beside it. */
  readonly isNarrow: boolean;
  /** The test of many instruments against other dates, where it was asked for. */
  readonly test: Test | undefined;
}

/** What came of the occurrences: their ways, each instrument, the list of them, and in parts. */
export function Outcome({ answer, forName, isNarrow, test }: Props) {
  const here = useHere();
  const navigate = useNavigate();
  const { record } = answer;
  const several = answer.instruments > 1;
  const chartAt = (day: number, ticker: string) =>
    hrefOf({ ...here, asOf: isoDate(day) }, `/chart/${encodeURIComponent(ticker)}`);
  const openChart = (day: number, ticker: string) => void navigate(chartAt(day, ticker));
  return (
    <>
      <div
        className={`grid gap-8 ${isNarrow ? "grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]" : "grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]"}`}
      >
        {answer.hold > 0 ? (
          <FanChart fan={answer.fan} startsAtOpen={answer.entry !== "close"} several={several} onOpen={openChart} />
        ) : (
          <MirroredHistograms histogram={answer.histogram} mean={record.mean} baseMean={record.baseMean} />
        )}
        <div>
          <InstrumentRows
            rows={answer.rows.length > 0 ? answer.rows : [{ ...record, ticker: "", name: forName, now: 0 }]}
            few={
              answer.rows.length === 0
                ? `It holds for ${answer.holding} of ${answer.instruments} at this close. Of more than 60 instruments the record of each is not drawn up.`
                : undefined
            }
          />
          {Number.isNaN(record.p) && record.n > 1 && <ChanceTest test={test} />}
        </div>
      </div>
      <section className="mt-5">
        <h2 className="heading mb-1">Occurrences, latest first</h2>
        <DataTable
          caption="Occurrences"
          className="max-h-72"
          rows={answer.latest}
          rowKey={(o) => `${o.ticker} ${o.day}`}
          defaultSort="-date"
          href={(o) => chartAt(o.day, o.ticker)}
          columns={columnsOf(OCCURRENCE_COLUMNS, [
            ["date", { cell: (o) => date(o.day), width: 110 }],
            ...(several ? ([["name", { width: 170 }]] as const) : []),
            ["regime", { priority: 2, width: 130 }],
            ["above_50", { priority: 3 }],
            ["entry_price"],
            ["exit_price"],
            ["result", { cell: (o) => <span className={signColour(o.result)}>{signedPercent(o.result)}</span> }],
            ["worst_on_the_way", { priority: 1 }],
            ["best_on_the_way", { priority: 1 }],
          ])}
        />
      </section>
      <div className="mt-5 grid grid-cols-2 gap-x-8 gap-y-5">
        <PartsTable title="By regime" parts={answer.byRegime} head="market" />
        <PartsTable title="By what the market did over 21 sessions before" parts={answer.byBefore} head="return before" />
        <PartsTable title="By year" parts={answer.byYear} head="year" />
        <HoldingChart curve={answer.curve} hold={answer.hold} />
      </div>
    </>
  );
}
