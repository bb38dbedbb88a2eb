import { useRef } from "react";
import type { gates } from "@studies/trials/gates";
import { capital, fixed, percent, signedPercent } from "@studies/words/words";
import { explanationsOf } from "~/ui/clause-editor/explanations";
import { IntervalMark, sideOfZero } from "~/ui/interval-mark";
import { PlainTable, type PlainColumn } from "~/ui/table/plain-table";
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
  const kinds = (["none", "alone", "in order"] as const).filter((kind) => rows.some((r) => r.kind === kind));
  return (
    <div ref={box} data-main tabIndex={-1}>
      <PlainTable
        caption={`What each gate adds, a hold of ${answer.hold} sessions, mean over weeks`}
        className="table-fixed"
        groups={kinds.map((kind) => ({
          key: kind,
          rows: rows.filter((r) => r.kind === kind),
          ...(kind === "none" ? {} : { head: KINDS[kind], headClassName: "pt-2.5 pb-0.5 text-[12px] font-normal text-soft" }),
        }))}
        rowKey={(row) => row.label}
        rowClassName="h-[34px]"
        columns={columnsOf(answer, isWide)}
      />
    </div>
  );
}

/** From so wide on all columns are shown. */
const WIDE = 860;

function columnsOf(answer: Answer, isWide: boolean): readonly PlainColumn<Row>[] {
  const { rows } = answer;
  const reach = reachOf(rows.flatMap((r) => [...r.excess.interval, ...r.beyond.interval, r.excess.mean]));
  const addsReach = reachOf(rows.flatMap((r) => (r.adds ? [...r.adds.interval, r.adds.mean] : [])));
  const width = (wide: string, narrow: string) => (isWide ? wide : narrow);
  const compared = (key: "excess" | "beyond", label: string, about: string): PlainColumn<Row> => ({
    ...{ key, label, about },
    headClassName: width("w-[128px]", "w-[118px]"),
    cellClassName: "whitespace-nowrap",
    title: (row) => ends(row[key].interval),
    cell: (row) => (
      <>
        <IntervalMark value={row[key].mean} interval={row[key].interval} reach={reach} /> <Signed {...row[key]} />
      </>
    ),
  });
  const columns: (PlainColumn<Row> & { readonly isSpared?: true })[] = [
    {
      key: "through",
      label: "through",
      cellClassName: "truncate",
      title: (row) => [row.label, explanationsOf(row.label)].filter((t) => t !== undefined).join("\n"),
      cell: (row) => <RowName row={row} gates={answer.gates} />,
    },
    {
      key: "invested",
      label: "invested",
      about: "Share of the weeks in which something was bought",
      headClassName: width("w-[68px]", "w-[62px]"),
      cell: (row) => percent(row.invested, 0),
    },
    {
      key: "bought",
      label: "bought",
      about: "How many were bought in a week invested, on average",
      isSpared: true,
      headClassName: "w-[58px]",
      cellClassName: "text-soft",
      cell: (row) => fixed(row.bought, row.bought < 10 ? 1 : 0),
    },
    compared("excess", "against index", "Mean of all weeks after cost, those in cash with 0, less that of the benchmark"),
    compared("beyond", "against all", "Mean of the weeks invested before cost, less that of all members at the same moments"),
    {
      key: "worst month",
      label: "worst month",
      about: "The calendar month with the lowest mean against the index",
      isSpared: true,
      headClassName: "w-[104px]",
      cellClassName: "whitespace-nowrap text-soft",
      cell: (row) => `${row.worstMonth.month.slice(0, 3)} ${signedPercent(row.worstMonth.mean, 2)}`,
    },
    {
      key: "adds",
      label: <span className="text-ink">what it adds</span>,
      about: "The paired difference week by week; of a gate of the market that of its timing, beside what being in cash does",
      headClassName: width("w-[236px]", "w-[136px]"),
      cellClassName: "whitespace-nowrap",
      title: (row) => row.adds && ends(row.adds.interval),
      cell: (row) => <Adds row={row} reach={addsReach} isWide={isWide} />,
    },
  ];
  return columns.filter((column) => isWide || !column.isSpared);
}

/** What a gate adds to those before it; of one of the market its timing, beside what being in cash does. */
function Adds({ row, reach, isWide }: { readonly row: Row; readonly reach: number; readonly isWide: boolean }) {
  const { adds } = row;
  const added = adds && (adds.parts ? adds.parts.timing : adds.mean);
  if (!adds || added === undefined) return <span className="text-soft">{row.kind === "none" ? "" : "–"}</span>;
  return (
    <>
      {adds.parts && isWide && (
        <span
          className="mr-2 text-[12px] text-soft"
          title="By being in cash: the share of weeks not invested, times what the others made"
        >
          cash {signedPercent(adds.parts.cash, 2)}
        </span>
      )}
      <IntervalMark value={added} interval={adds.interval} reach={reach} width={70} />{" "}
      <b>
        <Signed mean={added} interval={adds.interval} />
      </b>
    </>
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
