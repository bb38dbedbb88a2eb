import { useRef } from "react";
import type { gates } from "@studies/trials/gates";
import { capital, fixed, percent, signedPercent } from "@studies/words/words";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { IntervalMark, sideOfZero } from "~/ui/interval-mark";
import { useWidth } from "~/ui/use-width";
import type { ResultOf } from "~/wire";

type Answer = ResultOf<typeof gates>;
type Row = Answer["rows"][number];

const KINDS = {
  none: "Without gates",
  alone: "Through each gate alone, against none",
  "in order": "Through them in their order, each against those before it",
} as const;

/** What buying week by week made without gates, through each alone, and through all in their order; at the right what each gate adds. */
export function GatesTable({ answer }: { readonly answer: Answer }) {
  const { rows } = answer;
  const box = useRef<HTMLDivElement>(null);
  const isWide = useWidth(box, 1000) >= WIDE;
  const reach = reachOf(rows.flatMap((r) => [...r.excess.interval, ...r.beyond.interval, r.excess.mean]));
  const addsReach = reachOf(rows.flatMap((r) => (r.adds ? [...r.adds.interval, r.adds.mean] : [])));
  const kinds = (["none", "alone", "in order"] as const).filter((kind) => rows.some((r) => r.kind === kind));
  return (
    <div ref={box}>
      <table data-main tabIndex={-1} className="w-full table-fixed border-separate border-spacing-0">
        <caption className="sr-only">What each gate adds, a hold of {answer.hold} sessions, mean over weeks</caption>
        <colgroup>
          <col />
          {(isWide ? [68, 58, 128, 128, 104, 236] : [62, 118, 118, 136]).map((width, k) => (
            <col key={k} style={{ width }} />
          ))}
        </colgroup>
        <thead>
          <tr className="align-bottom text-soft">
            <th scope="col" className="border-b border-ink/60 pb-1 text-left font-normal">
              through
            </th>
            <th scope="col" className={`${HEAD} text-right`} title="Share of the weeks in which something was bought">
              invested
            </th>
            {isWide && (
              <th scope="col" className={`${HEAD} text-right`} title="How many were bought in a week invested, on average">
                bought
              </th>
            )}
            <th
              scope="col"
              className={`${HEAD} text-right`}
              title="Mean of all weeks after cost, those in cash with 0, less that of the benchmark"
            >
              against index
            </th>
            <th
              scope="col"
              className={`${HEAD} text-right`}
              title="Mean of the weeks invested before cost, less that of all members at the same moments"
            >
              against all
            </th>
            {isWide && (
              <th scope="col" className={`${HEAD} text-right`} title="The calendar month with the lowest mean against the index">
                worst month
              </th>
            )}
            <th
              scope="col"
              className={`${HEAD} text-right text-ink`}
              title="The paired difference week by week; of a gate of the market that of its timing, beside what being in cash does"
            >
              what it adds
            </th>
          </tr>
        </thead>
        {kinds.map((kind) => (
          <tbody key={kind}>
            {kind !== "none" && (
              <tr>
                <th
                  scope="rowgroup"
                  colSpan={isWide ? 7 : 5}
                  className="pt-2.5 pb-0.5 text-left text-[12px] font-normal text-soft"
                >
                  {KINDS[kind]}
                </th>
              </tr>
            )}
            {rows
              .filter((r) => r.kind === kind)
              .map((row) => (
                <GateRow key={row.label} row={row} answer={answer} reach={reach} addsReach={addsReach} isWide={isWide} />
              ))}
          </tbody>
        ))}
      </table>
    </div>
  );
}

/** From so wide on all columns are shown. */
const WIDE = 860;
const HEAD = "border-b border-ink/60 pb-1 pl-2 font-normal whitespace-nowrap";
const CELL = "border-b border-rule/70 pl-2 text-right whitespace-nowrap";

interface RowProps {
  readonly row: Row;
  readonly answer: Answer;
  readonly reach: number;
  readonly addsReach: number;
  readonly isWide: boolean;
}

function GateRow({ row, answer, reach, addsReach, isWide }: RowProps) {
  const { adds } = row;
  const added = adds && (adds.parts ? adds.parts.timing : adds.mean);
  return (
    <tr className="h-[34px]">
      <th
        scope="row"
        className="truncate border-b border-rule/70 text-left font-normal"
        title={[row.label, explanationsOf(row.label)].filter((t) => t !== undefined).join("\n")}
      >
        <RowName row={row} gates={answer.gates} />
      </th>
      <td className={CELL}>{percent(row.invested, 0)}</td>
      {isWide && <td className={`${CELL} text-soft`}>{fixed(row.bought, row.bought < 10 ? 1 : 0)}</td>}
      <td className={CELL} title={ends(row.excess.interval)}>
        <IntervalMark value={row.excess.mean} interval={row.excess.interval} reach={reach} />{" "}
        <Signed mean={row.excess.mean} interval={row.excess.interval} />
      </td>
      <td className={CELL} title={ends(row.beyond.interval)}>
        <IntervalMark value={row.beyond.mean} interval={row.beyond.interval} reach={reach} />{" "}
        <Signed mean={row.beyond.mean} interval={row.beyond.interval} />
      </td>
      {isWide && (
        <td className={`${CELL} text-soft`}>
          {row.worstMonth.month.slice(0, 3)} {signedPercent(row.worstMonth.mean, 2)}
        </td>
      )}
      <td className={CELL} title={adds && ends(adds.interval)}>
        {adds && added !== undefined ? (
          <>
            {adds.parts && isWide && (
              <span
                className="mr-2 text-[12px] text-soft"
                title="By being in cash: the share of weeks not invested, times what the others made"
              >
                cash {signedPercent(adds.parts.cash, 2)}
              </span>
            )}
            <IntervalMark value={added} interval={adds.interval} reach={addsReach} width={70} />{" "}
            <b>
              <Signed mean={added} interval={adds.interval} />
            </b>
          </>
        ) : (
          <span className="text-soft">{row.kind === "none" ? "" : "–"}</span>
        )}
      </td>
    </tr>
  );
}

function RowName({ row, gates }: { readonly row: Row; readonly gates: Answer["gates"] }) {
  if (row.kind === "none") return <b className="font-semibold">No gate</b>;
  const last = row.gates.at(-1)!;
  const before = row.gates.slice(0, -1).map((g) => g + 1);
  return (
    <>
      {before.length > 0 && <span className="text-soft">{before.join(" + ")} + </span>}
      <b className="font-semibold">{last + 1}</b> {capital(gates[last]!.words)}
    </>
  );
}

function Signed({ mean, interval }: { readonly mean: number; readonly interval: readonly [number, number] }) {
  const side = sideOfZero(interval);
  return (
    <span className={side > 0 ? "font-semibold text-teal" : side < 0 ? "font-semibold text-rust" : "font-normal text-soft"}>
      {signedPercent(mean, 2)}
    </span>
  );
}

function reachOf(values: readonly number[]): number {
  return Math.max(0.001, ...values.filter((x) => !Number.isNaN(x)).map(Math.abs));
}

function ends([low, high]: readonly [number, number]): string {
  return Number.isNaN(low)
    ? "too few weeks for an interval"
    : `95% interval ${signedPercent(low, 2)} to ${signedPercent(high, 2)}`;
}
